import type { AgedBalancesQuery, StatementOfAccountQuery } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { bytesOf, writeCsv } from '../../platform/files/csv.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import {
  agedBalancesReport,
  agedBalancesRows,
  statementOfAccountReport,
  statementOfAccountRows,
} from './open-item-reports.js';

const AGED_COLUMNS = [
  'contact',
  'name',
  'document',
  'own_number',
  'date',
  'due_date',
  'currency',
  'foreign_open',
  'not_due',
  '1_30',
  '31_60',
  '61_90',
  'over_90',
  'total',
];
const STATEMENT_COLUMNS = [
  'date',
  'entry',
  'explanation',
  'document',
  'own_number',
  'document_date',
  'due_date',
  'debit',
  'credit',
  'balance',
];

/** Who owes, or is owed, how much for how long. */
export const agedBalances = defineReport('agedBalances', agedBalancesReport);

/** What passed between the organisation and a contact in a span, and what is open at its end. */
export const statementOfAccount = defineReport('statementOfAccount', statementOfAccountReport);

/** Aged balances as a file. */
export const agedBalancesCsv = defineReport(
  'agedBalancesCsv',
  (db: Db, organisation: Organisation, query: AgedBalancesQuery, today: CivilDate): Uint8Array =>
    bytesOf(
      writeCsv(
        AGED_COLUMNS,
        agedBalancesRows(agedBalancesReport(db, organisation, query, today)),
        AGED_COLUMNS.slice(7),
      ),
    ),
);

/** A statement of account as a file. */
export const statementOfAccountCsv = defineReport(
  'statementOfAccountCsv',
  (db: Db, organisation: Organisation, query: StatementOfAccountQuery, today: CivilDate): string =>
    writeCsv(STATEMENT_COLUMNS, statementOfAccountRows(statementOfAccountReport(db, organisation, query, today)), [
      'debit',
      'credit',
      'balance',
    ]),
);
