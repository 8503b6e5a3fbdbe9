import { type CheckedEntry, entriesFromRows, entryNumber, entryTable } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadBooks } from '../books/books-store.js';
import { findPosted, postFileEntries } from '../journal/post-file-entries.js';
import type { PlanImport } from './import-plan.js';

/** Posts the entries of a table in the order of their dates; all of them, or none and every problem by row. */
export const planEntriesImport: PlanImport = (db, organisation, rows, step, { today, order }) => {
  const books = loadBooks(db, organisation, today);
  const { chart, baseCurrency } = books;
  const table = entryTable(rows, { chart, baseCurrency, taxCodes: books.taxCodes, today, order });
  const checked = entriesFromRows(table.rows, books, step, findPosted(db, organisation));
  if (!checked.ok) return { ...NOTHING, problems: checked.problems, notes: table.notes };
  const fileEntries = checked.value;
  const entries = fileEntries.map(({ entry }) => entry);
  const lines = entries.reduce((sum, entry) => sum + entry.lines.length, 0);
  return {
    ...NOTHING,
    added: entries.length,
    notes: [...table.notes, `${lines.toLocaleString('en')} lines`, ...postedBefore(db, organisation, entries)],
    write: (context, { organisation: organisationId, person }) => {
      const posting = { organisation: organisationId, person };
      postFileEntries(context, posting, books, fileEntries, (entry) => entry.lines.forEach(step));
    },
  };
};

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
