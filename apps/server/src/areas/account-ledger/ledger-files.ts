import {
  type AccountLedgerQuery,
  type AccountLedgerResponse,
  MOST_PRINTED,
  type PrintedLedgerQuery,
} from '@just-ledger/contract';
import { type CurrencyCode, displayAmount, formatAmount, minor, parseCivilDate, shortDate } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { printedAmount, printedBalance } from '../../platform/files/printed-amount.js';
import type { ListPaper, ListRow } from '../../platform/files/list-pages.js';
import { columnLetters } from '../../platform/files/write-sheets.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import { writeWorkbook } from '../../platform/files/write-workbook.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedFoot } from '../periods/printed-foot.js';
import { isFiltered, type LedgerSums, ledgerSums } from './filtered-ledger.js';
import { LEDGER_FILE_AMOUNTS, ledgerFileRows, wholeLedger } from './ledger-rows.js';

/** Of which books a ledger is asked for, and which day it is there. */
export type LedgerQuestion = ReportQuestion<Organisation, AccountLedgerQuery>;

/** The ledger of an account as a workbook. @throws {Refusal} 422 if it has too many lines */
export const ledgerWorkbook = defineFileTask('ledgerWorkbook', (db: Db, asked: LedgerQuestion) => {
  const { ledger, sums } = wholeOf(db, asked, 'into a workbook; save them as CSV');
  const title = `Ledger ${ledger.account}`;
  const rows = ledgerFileRows(ledger);
  const [head = []] = rows;
  const [debit, credit, balance] = ['debit', 'credit', 'balance'].map((name) => columnLetters(head.indexOf(name)));
  const isWhole = !isFiltered(asked.query);
  const { baseCurrency } = asked.organisation;
  const added = (label: string, letter: string | undefined, amount: number) => (last: number) => ({
    label,
    formula: `SUM('${title}'!${letter}2:${letter}${last})`,
    result: formatAmount(minor(amount), baseCurrency),
  });
  return writeWorkbook(title, rows, {
    amounts: LEDGER_FILE_AMOUNTS,
    dates: ['date'],
    // the second row is what was brought forward; among lines that are filtered there are no balances
    ...(isWhole && {
      reckoned: {
        column: 'balance',
        formula: (row) => (row < 3 ? undefined : `${balance}${row - 1}+${debit}${row}-${credit}${row}`),
      },
    }),
    sums: (last) => [
      ...(isWhole
        ? [{ label: 'Brought forward', formula: `'${title}'!${balance}2`, result: ledger.broughtForward }]
        : []),
      added('Debit', debit, sums.debit)(last),
      added('Credit', credit, sums.credit)(last),
      ...(isWhole ? [{ label: 'At the end', formula: 'B1+B2-B3', result: ledger.closing }] : []),
    ],
  });
});

/** The ledger of an account as a PDF, its balance carried from page to page. @throws {Refusal} 422 if it has too many lines */
export const printedLedger = defineFileTask(
  'printedLedger',
  (db: Db, { query: { size = 'a4', ...query }, ...of }: ReportQuestion<Organisation, PrintedLedgerQuery>) => {
    const [paper, foot] = atOneMoment(
      db,
      () => [ledgerPaper(db, { ...of, query }), printedFoot(db, of.organisation, of.today)] as const,
    );
    return writePapersPdf({
      title: `${paper.organisation}, ${paper.title}, ${paper.dateLine}`,
      papers: [paper],
      foot,
      size,
    });
  },
);

/** The ledger of an account as a list. @throws {Refusal} 422 if it has too many lines */
export function ledgerPaper(db: Db, asked: LedgerQuestion): ListPaper {
  const whole = wholeOf(db, asked, 'on paper; choose fewer dates');
  const { ledger } = whole;
  const { organisation: books, query } = asked;
  const currency = books.baseCurrency;
  const span = [ledger.from, ledger.to].map((date) => shortDate(parseCivilDate(date))).join(' to ');
  const isWhole = !isFiltered(query);
  const rows = ledgerRows(whole, currency, isWhole);
  return {
    organisation: books.name,
    title: `${ledger.account} ${ledger.name}`,
    dateLine: isWhole ? span : `${span}, filtered`,
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
  };
}

/** A ledger with what its lines come to. */
interface Whole {
  readonly ledger: AccountLedgerResponse;
  readonly sums: LedgerSums;
}

function wholeOf(db: Db, { organisation, query, today }: LedgerQuestion, where: string): Whole {
  return atOneMoment(db, () => {
    const sums = ledgerSums(db, organisation, query, today);
    if (sums.lines > MOST_PRINTED) {
      const [many, most] = [sums.lines, MOST_PRINTED].map((number) => number.toLocaleString('en'));
      throw unprocessable('too-many-lines', '', `${many} lines match; up to ${most} go ${where}.`);
    }
    return { ledger: wholeLedger(db, organisation, query, today), sums };
  });
}

/** The rows of a ledger on paper: one that is filtered has a total in the place of its balances. */
function ledgerRows({ ledger, sums }: Whole, currency: CurrencyCode, isWhole: boolean): ListRow[] {
  const lines = ledger.rows.map((row): ListRow => ({
    cells: [
      shortDate(parseCivilDate(row.date)),
      row.entry,
      [row.explanation, row.contact, row.document, row.note, row.opposite].filter(Boolean).join(' · '),
      printedAmount(row.debit, currency),
      printedAmount(row.credit, currency),
      printedBalance(row.balance, currency),
    ],
  }));
  const opening: ListRow = {
    cells: ['', '', 'brought forward', '', '', printedBalance(ledger.broughtForward, currency)],
    style: 'remark',
  };
  const totals = [sums.debit, sums.credit].map((amount) => displayAmount(minor(amount), currency));
  const end = isWhole
    ? ['Balance at the end', ...totals, printedBalance(ledger.closing, currency)]
    : ['Total', ...totals, ''];
  return [...(isWhole ? [opening] : []), ...lines, { cells: ['', '', ...end], style: 'end' }];
}
