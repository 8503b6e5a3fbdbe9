import type { AccountLedgerQuery } from '@just-ledger/contract';
import { parseCivilDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { writeCsv } from '../../platform/files/csv.js';
import { defineReading } from '../../platform/threads/task.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { ledgerReport } from './ledger-report.js';

/** The whole ledger of an account as a file. */
export const ledgerCsv = defineReading(
  'ledgerCsv',
  (
    db: Db,
    { organisation, query, today }: { organisation: number; query: AccountLedgerQuery; today: string },
  ): string => {
    const of = organisationOf(db, organisation);
    const ledger = ledgerReport(db, of, { ...query }, parseCivilDate(today), undefined);
    const there = (...cells: (string | null)[]): string[] =>
      ledger.currency === null ? [] : [ledger.currency, ...cells.map((cell) => cell ?? '')];
    return writeCsv(
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
    );
  },
);
