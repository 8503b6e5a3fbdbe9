import type { EvidencePartResponse, FindingResponse, FindingsQuery, FindingsResponse } from '@just-ledger/contract';
import {
  accountIn,
  type CivilDate,
  endOfMonth,
  type EvidencePart,
  type Finding,
  formatAmount,
  parseCivilDate,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadChart } from '../accounts/account-store.js';
import { numbersOf } from '../journal/entry-links.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { foundBetween, type ReviewedDays } from './books-review.js';
import { lastSaid, versionOfSaid } from './finding-events.js';

/** What an auditor would ask about a span of days, and what was said of it. */
export const findingsOf = defineReport(
  'findingsOf',
  (db: Db, organisation: Organisation, query: FindingsQuery, today: CivilDate): FindingsResponse => {
    const { from, to } = reportSpan(query, organisation, today);
    return findingsBetween(db, organisation, { from, to, today });
  },
);

function findingsBetween(db: Db, organisation: Organisation, days: ReviewedDays): FindingsResponse {
  const { from, to } = days;
  const chart = loadChart(db, organisation.id);
  const found = foundBetween(db, organisation, days);
  const said = lastSaid(db, organisation.id);
  const numbers = numbersOf(
    db,
    organisation.id,
    found.flatMap(({ entries }) => entries),
  );
  const findings = found.map((finding): FindingResponse => {
    const evidence = finding.evidence.map((part) => evidenceResponse(part, organisation));
    const last = said.get(finding.id);
    const isLookedAt =
      last?.state === 'looked-at' && (last.evidence === null || last.evidence === plainEvidence(evidence));
    return {
      id: finding.id,
      type: finding.type,
      title: finding.title,
      evidence,
      account: finding.account === undefined ? null : accountIn(chart, finding.account).number,
      entries: finding.entries.flatMap((sequence) => numbers.get(sequence) ?? []),
      state: isLookedAt ? 'looked-at' : 'open',
      reason: last?.reason ?? null,
      by: last?.by ?? null,
      at: last?.at ?? null,
      version: versionOfSaid(last),
    };
  });
  return { from, to, open: findings.filter(({ state }) => state === 'open').length, findings };
}

/** What was found in a span of days and nobody has looked at, as the core tells it. */
export function openFindings(db: Db, organisation: Organisation, days: ReviewedDays): Finding[] {
  const open = new Set(
    findingsBetween(db, organisation, days)
      .findings.filter(({ state }) => state === 'open')
      .map(({ id }) => id),
  );
  return foundBetween(db, organisation, days).filter(({ id }) => open.has(id));
}

/** The days that findings are about at which nobody has looked; those about a balance belong to the last of the span. */
export function daysOfFindings(db: Db, organisation: Organisation, days: ReviewedDays): CivilDate[] {
  const { from, to } = days;
  return openFindings(db, organisation, days).map(({ id, type, entries: [first] }) => {
    if (type === 'month-missing') return endOfMonth(parseCivilDate(`${id.slice(-7)}-01`));
    const date = first === undefined ? undefined : dateOfEntry(db).get(organisation.id, first);
    return date !== undefined && date >= from ? date : to;
  });
}

const dateOfEntry = oncePerConnection(({ $client }) =>
  $client.prepare<[number, number], CivilDate>('SELECT date FROM entry WHERE organisation = ? AND place = ?').pluck(),
);

function evidenceResponse(part: EvidencePart, { baseCurrency }: Organisation): EvidencePartResponse {
  return typeof part === 'string' ? { text: part } : { amount: formatAmount(part.amount, baseCurrency) };
}

/** What a finding rests on as one text, by which it is known again. */
function plainEvidence(evidence: readonly EvidencePartResponse[]): string {
  return evidence.map((part) => ('text' in part ? part.text : part.amount)).join('');
}
