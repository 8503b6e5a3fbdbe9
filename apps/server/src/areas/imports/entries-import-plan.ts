import {
  type Books,
  type Checked,
  type CheckedEntry,
  entriesFromRows,
  entryNumber,
  entryTable,
  type FileEntry,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { closedTo, loadBooks } from '../books/books-store.js';
import { layOut, type LaidOutFile } from '../journal/entry-turns.js';
import { findPosted, postFileEntries } from '../journal/post-file-entries.js';
import { type PlanImport, TOLD_PROBLEMS } from './import-plan.js';

/** Posts the entries of a table in the order of their dates; all of them, or none and every problem by row. */
export const planEntriesImport: PlanImport = (db, actor, rows, step, dates) => {
  const { books, notes, checked } = checkEntries(db, actor, rows, step, dates);
  if (!checked.ok) return { ...NOTHING, problems: checked.problems, notes };
  const fileEntries = checked.value;
  const entries = fileEntries.map(({ entry }) => entry);
  const lines = entries.reduce((sum, entry) => sum + entry.lines.length, 0);
  return {
    ...NOTHING,
    added: entries.length,
    notes: [...notes, `${lines.toLocaleString('en')} lines`, ...postedBefore(db, actor.organisation, entries)],
    write: (context, { organisation, person }) => {
      postFileEntries(context, { organisation, person }, books, fileEntries, (entry) => entry.lines.forEach(step));
    },
  };
};

/** Lays the entries of a table out to be posted in turns. @throws {Refusal} 422 with the first problems by row */
export function layOutEntryTable(id: string, ...[db, actor, rows, step, dates]: Parameters<PlanImport>): LaidOutFile {
  const { books, checked } = checkEntries(db, actor, rows, step, dates);
  if (!checked.ok) throw new Refusal(422, checked.problems.slice(0, TOLD_PROBLEMS));
  return layOut(id, checked.value, books);
}

function checkEntries(...[db, actor, rows, step, { today, order }]: Parameters<PlanImport>): {
  readonly books: Books;
  readonly notes: readonly string[];
  readonly checked: Checked<FileEntry[]>;
} {
  const books = closedTo(db, actor, loadBooks(db, actor.organisation, today));
  const { chart, baseCurrency } = books;
  const table = entryTable(rows, { chart, baseCurrency, taxCodes: books.taxCodes, today, order });
  const checked = entriesFromRows(table.rows, books, step, findPosted(db, actor.organisation));
  return { books, notes: table.notes, checked };
}

const NOTHING = { added: 0, changed: 0, unchanged: 0, problems: [], write: () => undefined };

/** Says how many entries stand in the books already, as far as date, explanation and total tell: a file read twice. */
function postedBefore(db: Db, organisation: number, entries: readonly CheckedEntry[]): string[] {
  const keyOf = (date: string, debit: number, explanation: string): string => `${date} ${debit} ${explanation}`;
  const known = new Map<string, string>();
  const [first, last] = [entries[0]?.date ?? '', entries.at(-1)?.date ?? ''];
  const posted = db.$client.prepare<
    [number, string, string],
    { date: string; debit: number; explanation: string; year: string; number: number }
  >('SELECT date, debit, explanation, year, number FROM entry WHERE organisation = ? AND date BETWEEN ? AND ?');
  for (const { date, debit, explanation, year, number } of posted.iterate(organisation, first, last)) {
    known.set(keyOf(date, debit, explanation), entryNumber(year, number));
  }
  const twice = entries.flatMap(({ date, explanation, lines }) => {
    const debit = lines.reduce((sum, { amount }) => sum + Math.max(amount, 0), 0);
    return known.get(keyOf(date, debit, explanation)) ?? [];
  });
  if (twice.length === 0) return [];
  const stand = twice.length === 1 ? 'One of them seems' : `${twice.length.toLocaleString('en')} of them seem`;
  return [
    `${stand} to be in the books already, with the same date, explanation and total: ${twice.slice(0, 3).join(', ')}${twice.length > 3 ? ' …' : ''}`,
  ];
}
