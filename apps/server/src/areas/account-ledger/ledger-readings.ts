import type { AccountLedgerQuery, LedgerSumsResponse } from '@just-ledger/contract';
import { type CivilDate, formatAmount, minor } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { csvBytes } from '../../platform/files/csv.js';
import { defineReport } from '../../platform/threads/report.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { balancePoints } from './balance-points.js';
import { ledgerSums } from './filtered-ledger.js';
import { LEDGER_FILE_AMOUNTS, ledgerFileRows, ledgerPageOf, wholeLedger } from './ledger-rows.js';

/** A page of the ledger of an account. */
export const ledgerPage = defineReport('ledgerPage', ledgerPageOf, { isOfBooksAlone: true });

/** What the lines of an account come to that are asked for. */
export const ledgerTotals = defineReport(
  'ledgerTotals',
  (db: Db, books: Organisation, query: AccountLedgerQuery, today: CivilDate): LedgerSumsResponse => {
    const { lines, debit, credit } = ledgerSums(db, books, query, today);
    const write = (amount: number): string => formatAmount(minor(amount), books.baseCurrency);
    return { lines, debit: write(debit), credit: write(credit) };
  },
  { isOfBooksAlone: true },
);

/** How the balance of an account went. */
export const ledgerBalances = defineReport('ledgerBalances', balancePoints);

/** The whole ledger of an account as a file. */
export const ledgerCsv = defineReport(
  'ledgerCsv',
  (db: Db, books: Organisation, query: AccountLedgerQuery, today: CivilDate): Uint8Array => {
    const [header = [], ...rows] = ledgerFileRows(wholeLedger(db, books, query, today));
    return csvBytes(header, rows, LEDGER_FILE_AMOUNTS);
  },
);
