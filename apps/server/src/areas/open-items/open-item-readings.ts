import type { AgedBalancesQuery, StatementOfAccountQuery, StatementOfAccountResponse } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { csvBytes } from '../../platform/files/csv.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { agedBalancesReport, agedBalancesRows, openItemsReport } from './aged-balances-report.js';
import { statementOfAccountReport, statementOfAccountRows } from './statement-of-account-report.js';

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
export const agedBalances = defineReport('agedBalances', agedBalancesReport, { isOfBooksAlone: true });

/** A page of open documents. */
export const openItems = defineReport('openItems', openItemsReport, { isOfBooksAlone: true });

/** A page of what passed between the organisation and a contact in a span, and what is open at its end. */
export const statementOfAccount = defineReport(
  'statementOfAccount',
  (
    db: Db,
    organisation: Organisation,
    query: StatementOfAccountQuery,
    today: CivilDate,
  ): StatementOfAccountResponse => statementOfAccountReport(db, organisation, query, today, query.limit ?? 500),
  { isOfBooksAlone: true },
);

/** Aged balances as a file. */
export const agedBalancesCsv = defineReport(
  'agedBalancesCsv',
  (db: Db, organisation: Organisation, query: AgedBalancesQuery, today: CivilDate): Uint8Array =>
    csvBytes(AGED_COLUMNS, agedBalancesRows(db, organisation, query, today), AGED_COLUMNS.slice(7)),
);

/** A whole statement of account as a file. */
export const statementOfAccountCsv = defineReport(
  'statementOfAccountCsv',
  (db: Db, organisation: Organisation, query: StatementOfAccountQuery, today: CivilDate): Uint8Array =>
    csvBytes(
      STATEMENT_COLUMNS,
      statementOfAccountRows(statementOfAccountReport(db, organisation, whole(query), today, undefined)),
      ['debit', 'credit', 'balance'],
    ),
);

/** From the beginning, wherever a page may have ended. */
function whole({ after: _, ...query }: StatementOfAccountQuery): StatementOfAccountQuery {
  return query;
}
