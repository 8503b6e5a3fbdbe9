import type { TaxSettlementResponse } from '@just-ledger/contract';
import type { Db } from '../../platform/database/connection.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { settlementResponse, settlementsOf } from './settlement-store.js';
import { taxLinesOf } from './tax-lines.js';
import { taxReportOf } from './tax-report.js';

/** The tax of a period. */
export const taxReport = defineReport('taxReport', taxReportOf);

/** The entries behind a row of it. */
export const taxLines = defineReport('taxLines', taxLinesOf);

/** The settlements there have been, the latest first. */
export const taxSettlements = defineReport(
  'taxSettlements',
  (db: Db, organisation: Organisation): TaxSettlementResponse[] => {
    const chart = loadChart(db, organisation.id);
    return settlementsOf(db, organisation.id)
      .map((settlement) => settlementResponse(settlement, organisation, chart))
      .reverse();
  },
);
