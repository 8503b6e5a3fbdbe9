import { type AccountLedgerQuery, type AccountLedgerResponse, MOST_PRINTED } from '@just-ledger/contract';
import { type CurrencyCode, displayAmount, minor, parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { type ListRow, writeListPdf } from '../../platform/files/write-list-pdf.js';
import { writeWorkbook } from '../../platform/files/write-workbook.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { isFiltered, ledgerSums } from './filtered-ledger.js';
import { LEDGER_FILE_AMOUNTS, ledgerFileRows, wholeLedger } from './ledger-rows.js';

/** Of which books a ledger is asked for, and which day it is there. */
export type LedgerQuestion = ReportQuestion<Organisation, AccountLedgerQuery>;

/** The ledger of an account as a workbook. @throws {Refusal} 422 if it has too many lines */
export const ledgerWorkbook = defineFileTask('ledgerWorkbook', (db: Db, asked: LedgerQuestion) => {
  const ledger = wholeOf(db, asked, 'into a workbook; save them as CSV');
  return writeWorkbook(`Ledger ${ledger.account}`, ledgerFileRows(ledger), {
    amounts: LEDGER_FILE_AMOUNTS,
    dates: ['date'],
  });
});

/** The ledger of an account as a PDF, its balance carried from page to page. @throws {Refusal} 422 if it has too many lines */
export const printedLedger = defineFileTask('printedLedger', (db: Db, asked: LedgerQuestion) => {
  const ledger = wholeOf(db, asked, 'on paper; choose fewer dates');
  const { organisation: books, query } = asked;
  const currency = books.baseCurrency;
  const span = [ledger.from, ledger.to].map((date) => shortDate(parseCivilDate(date))).join(' to ');
  const isWhole = !isFiltered(query);
  const rows = ledgerRows(ledger, currency, isWhole);
  return writeListPdf({
    organisation: books.name,
    title: `${ledger.account} ${ledger.name}`,
    dates: isWhole ? span : `${span}, filtered`,
    columns: [
      { label: 'Date', width: 58 },
      { label: 'Entry', width: 56 },
      { label: 'Explanation', width: 197 },
      { label: `Debit ${currency}`, width: 65, isFigure: true },
      { label: `Credit ${currency}`, width: 65, isFigure: true },
      { label: 'Balance', width: 78, isFigure: true },
    ],
    groups: rows.map((row) => ({
      rows: [row],
      ...(isWhole && { carried: ['', '', '', '', '', row.cells[5] ?? ''] }),
    })),
  });
});

function wholeOf(db: Db, { organisation, query, today }: LedgerQuestion, where: string): AccountLedgerResponse {
  return db.$client.transaction(() => {
    const { lines } = ledgerSums(db, organisation, query, today);
    if (lines > MOST_PRINTED) {
      const [many, most] = [lines, MOST_PRINTED].map((number) => number.toLocaleString('en'));
      throw unprocessable('too-many-lines', '', `${many} lines match; up to ${most} go ${where}.`);
    }
    return wholeLedger(db, organisation, query, today);
  })();
}

function ledgerRows(ledger: AccountLedgerResponse, currency: CurrencyCode, isWhole: boolean): ListRow[] {
  const shown = (amount: string | null): string =>
    amount === null ? '' : displayAmount(parseAmount(amount, currency), currency);
  const withSide = (amount: string | null): string => {
    if (amount === null) return '';
    const balance = parseAmount(amount, currency);
    const side = balance === 0 ? '' : balance > 0 ? ' dr' : ' cr';
    return `${displayAmount(minor(Math.abs(balance)), currency)}${side}`;
  };
  const lines = ledger.rows.map((row): ListRow => ({
    cells: [
      shortDate(parseCivilDate(row.date)),
      row.entry,
      [row.explanation, row.contact, row.document, row.note, row.opposite].filter(Boolean).join(' · '),
      shown(row.debit),
      shown(row.credit),
      withSide(row.balance),
    ],
  }));
  const total = (side: 'debit' | 'credit'): string =>
    displayAmount(
      minor(ledger.rows.reduce((sum, row) => sum + parseAmount(row[side] ?? '0', currency), 0)),
      currency,
    );
  const end: ListRow = {
    cells: [
      '',
      '',
      isWhole ? 'Balance at the end' : 'Total',
      total('debit'),
      total('credit'),
      isWhole ? withSide(ledger.closing) : '',
    ],
    style: 'end',
  };
  const opening: ListRow = {
    cells: ['', '', 'brought forward', '', '', withSide(ledger.broughtForward)],
    style: 'remark',
  };
  return [...(isWhole ? [opening] : []), ...lines, end];
}
