import { type EntriesQuery, MOST_PRINTED, type PrintedEntriesQuery } from '@just-ledger/contract';
import {
  add,
  debitsFirst,
  displayAmount,
  formatAmount,
  parseAmount,
  parseCivilDate,
  shortDate,
  sumOf,
  taxWords,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { printedAmount } from '../../platform/files/printed-amount.js';
import type { ListGroup, ListPaper } from '../../platform/files/list-pages.js';
import { columnLetters } from '../../platform/files/write-sheets.js';
import { writePapersPdf } from '../../platform/files/write-papers-pdf.js';
import { writeWorkbook } from '../../platform/files/write-workbook.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { ENTRY_FILE_AMOUNTS, ENTRY_FILE_DATES, entryFileRows } from './entry-file-rows.js';
import { printedFoot } from '../periods/printed-foot.js';
import { entryAnswers } from './entry-store.js';
import { journalRows } from './journal-page.js';
import { journalSums } from './journal-sums.js';
import type { EntryRow } from './posted-entries.js';

type Asked = { readonly organisation: number; readonly query: EntriesQuery };

/** All entries that match as a workbook, in the columns of their CSV file. @throws {Refusal} 422 if they are too many */
export const entriesWorkbook = defineFileTask('entriesWorkbook', (db: Db, { organisation, query }: Asked) => {
  const [rows, currency] = atOneMoment(db, () => {
    const record = organisationOf(db, organisation);
    assertFew(db, record, query, 'into a workbook; save them as CSV');
    return [[...entryFileRows(db, record, journalRows(db, record, query))], record.baseCurrency] as const;
  });
  const [head = []] = rows;
  const summed = (name: string) => {
    const index = head.indexOf(name);
    const letter = columnLetters(index);
    const total = sumOf(rows.slice(1).flatMap((row) => (row[index] ? [parseAmount(row[index], currency)] : [])));
    return (last: number) => ({
      label: `Sum of ${name}`,
      formula: `SUM(Journal!${letter}2:${letter}${last})`,
      result: formatAmount(total, currency),
    });
  };
  const [debit, credit] = [summed('debit'), summed('credit')];
  return writeWorkbook('Journal', rows, {
    amounts: ENTRY_FILE_AMOUNTS,
    dates: ENTRY_FILE_DATES,
    sums: (last) => [
      debit(last),
      credit(last),
      { label: 'Difference', formula: 'B1-B2', result: formatAmount(ZERO, currency) },
    ],
  });
});

/**
 * The general journal as a PDF: all entries that match, oldest first, each with all its lines, debits first and credits set
 * in, as the books stand at one moment.
 *
 * @throws {Refusal} 422 if nothing or too much matches
 */
export const printedJournal = defineFileTask(
  'printedJournal',
  (
    db: Db,
    { organisation, query: { size = 'a4', ...query }, today }: ReportQuestion<Organisation, PrintedEntriesQuery>,
  ) => {
    const [paper, foot] = atOneMoment(db, () => {
      const paper = journalPaper(db, organisation, query);
      if (paper.groups.length === 1)
        throw unprocessable('no-entries', '', 'No entry matches: there is nothing to print.');
      return [paper, printedFoot(db, organisation, today)] as const;
    });
    return writePapersPdf({
      title: `${organisation.name}, ${paper.title}, ${paper.dateLine}`,
      papers: [paper],
      foot,
      size,
    });
  },
);

/**
 * The general journal as a list, as the books stand at one moment: the caller holds a reading transaction.
 *
 * @throws {Refusal} 422 if too much matches
 */
export function journalPaper(
  db: Db,
  organisation: Organisation,
  query: EntriesQuery,
): ListPaper & { readonly groups: readonly ListGroup[] } {
  assertFew(db, organisation, query, 'on paper; choose fewer dates');
  const rows = journalRows(db, organisation, query);
  return {
    organisation: organisation.name,
    title: 'General journal',
    dateLine: spanOf(query.from ?? rows[0]?.date, query.to ?? rows.at(-1)?.date),
    columns: [
      { label: 'Date', width: 58 },
      { label: 'Entry', width: 60 },
      { label: 'Account and explanation', width: 243 },
      { label: `Debit ${organisation.baseCurrency}`, width: 79, isFigure: true },
      { label: `Credit ${organisation.baseCurrency}`, width: 79, isFigure: true },
    ],
    groups: [...journalGroups(db, organisation, rows)],
  };
}

function spanOf(from: string | undefined, to: string | undefined): string {
  return [from, to].flatMap((date) => (date ? shortDate(parseCivilDate(date)) : [])).join(' to ');
}

/** Counts what matches before any of it is read. @throws {Refusal} 422 if it is more than is written at once */
export function assertFew(db: Db, organisation: Organisation, query: EntriesQuery, where: string): void {
  const { count } = journalSums(db, organisation, query);
  if (count <= MOST_PRINTED) return;
  const [many, most] = [count, MOST_PRINTED].map((number) => number.toLocaleString('en'));
  throw unprocessable('too-many-entries', '', `${many} entries match; up to ${most} go ${where}.`);
}

/** Each entry as rows that stay together, what all come to so far being carried from page to page. */
function* journalGroups(db: Db, organisation: Organisation, rows: readonly EntryRow[]): Generator<ListGroup> {
  const currency = organisation.baseCurrency;
  let sum = ZERO;
  for (let position = 0; position < rows.length; position += 500) {
    for (const entry of entryAnswers(db, organisation, rows.slice(position, position + 500))) {
      sum = add(sum, parseAmount(entry.amount, currency));
      const kind = entry.letter ? `adjusting (${entry.letter})` : entry.kind === 'ordinary' ? '' : entry.kind;
      const beside = [
        entry.reference,
        kind,
        entry.reverses && `reverses ${entry.reverses}`,
        entry.reversedBy && `reversed by ${entry.reversedBy}`,
      ];
      yield {
        rows: [
          ...debitsFirst(entry.lines).map((line, index) => ({
            cells: [
              index === 0 ? shortDate(parseCivilDate(entry.date)) : '',
              index === 0 ? entry.number : '',
              [
                `${line.account} ${line.accountName}`,
                line.contact,
                line.document,
                line.note,
                line.foreignAmount && `${line.currency} ${line.foreignAmount}`,
                ...Object.values(line.breakdowns ?? {}),
                taxWords(line, (amount) => printedAmount(amount, currency)),
              ]
                .filter(Boolean)
                .join(' · '),
              printedAmount(line.debit, currency),
              printedAmount(line.credit, currency),
            ],
            ...(line.credit !== null && { setIn: 2 }),
          })),
          {
            cells: ['', '', [entry.explanation, ...beside].filter(Boolean).join(' · '), '', ''],
            style: 'remark' as const,
          },
        ],
        carried: ['', '', '', displayAmount(sum, currency), displayAmount(sum, currency)],
      };
    }
  }
  const total = displayAmount(sum, currency);
  const count = `${rows.length.toLocaleString('en')} ${rows.length === 1 ? 'entry' : 'entries'}`;
  yield { rows: [{ cells: ['', '', `Total of ${count}`, total, total], style: 'end' }] };
}
