import type { AuditorsFileQuery, AuditorsFileResponse } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { settings } from '../../platform/settings.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { chainEnd, closedYears } from '../periods/period-store.js';
import { proofsAt } from '../proofs/proof-readings.js';
import { auditedFiles, isThere } from './audited-papers.js';
import { entriesOf, unprinted } from './audited-reports.js';
import { auditedYear } from './audited-year.js';

/** What the auditor's file of a year would hold. */
export const auditorsFileReport = defineReport(
  'auditorsFileReport',
  (db: Db, organisation: Organisation, query: AuditorsFileQuery, today: CivilDate): AuditorsFileResponse => {
    const year = auditedYear(organisation, query.year, today);
    const files = auditedFiles(db, organisation.id, year.label);
    const proofs = proofsAt(db, { organisation: organisation.id, asAt: year.to });
    const { entries: chain, seal: lastSeal } = chainEnd(db, organisation.id);
    return {
      year: year.name,
      from: year.from,
      to: year.to,
      isClosed: closedYears(db, organisation.id).has(year.label),
      entries: entriesOf(db, organisation.id, year.label),
      papers: files.length,
      paperBytes: files.reduce((sum, { bytes }) => sum + bytes, 0),
      missing: files.filter((paper) => !isThere(settings.folder, paper)).length,
      proofs: proofs.length,
      failing: proofs.filter(({ holds }) => !holds).map(({ label }) => label),
      chain,
      lastSeal,
      unprinted: unprinted({ db, organisation, year, today }),
    };
  },
);
