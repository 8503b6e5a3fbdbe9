import type { AccountLedgerQuery, AccountLedgerResponse } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { bytesOf, writeCsv } from '../../platform/files/csv.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { ledgerReport } from './ledger-report.js';

/** A page of the ledger of an account. */
export const ledgerPage = defineReport(
  'ledgerPage',
  (db: Db, organisation: Organisation, query: AccountLedgerQuery, today: CivilDate): AccountLedgerResponse =>
    ledgerReport(db, organisation, query, today, query.limit ?? 200),
);

/** The whole ledger of an account as a file. */
export const ledgerCsv = defineReport(
  'ledgerCsv',
  (db: Db, organisation: Organisation, query: AccountLedgerQuery, today: CivilDate): Uint8Array => {
    const ledger = ledgerReport(db, organisation, query, today, undefined);
    const there = (...cells: (string | null)[]): string[] =>
      ledger.currency === null ? [] : [ledger.currency, ...cells.map((cell) => cell ?? '')];
    return bytesOf(
      writeCsv(
        [
          ...['date', 'entry', 'explanation', 'note', 'debit', 'credit', 'balance'],
          ...(ledger.currency === null ? [] : ['currency', 'foreign_amount', 'foreign_balance']),
        ],
        [
          [
            ledger.from,
            '',
            'brought forward',
            '',
            '',
            '',
            ledger.broughtForward,
            ...there('', ledger.foreignBroughtForward),
          ],
          ...ledger.rows.map((row) => [
            row.date,
            row.entry,
            row.explanation,
            row.note ?? '',
            row.debit ?? '',
            row.credit ?? '',
            row.balance,
            ...there(row.foreignAmount, row.foreignBalance),
          ]),
        ],
        ['debit', 'credit', 'balance', 'foreign_amount', 'foreign_balance'],
      ),
    );
  },
);
