import { type Books, type Checked, type Reversal, reversalOf } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { notFound, Refusal } from '../../platform/problems/refusal.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { todayOf } from '../organisations/today-of.js';
import { type Appended, EntryAppender } from './append-entry.js';
import { findEntryRow, reversalNumberOf } from './entry-store.js';
import { type EntryRow, postedEntriesOf } from './posted-entries.js';
import { plansOf } from './reversal-plans.js';

/** Whose reversal it is, and on what day. */
export interface ReversalAct {
  readonly organisation: number;
  readonly person: number;
  readonly row: EntryRow;
  readonly date: string;
  readonly explanation?: string | undefined;
}

/** The opposite of an entry on a day, or why there can be none. */
export function checkedReversal(
  db: Db,
  books: Books,
  { organisation, row, date, explanation }: Omit<ReversalAct, 'person'>,
): Checked<Reversal> {
  const [original] = postedEntriesOf(db, organisation, [row]);
  if (!original) throw notFound('entry');
  return reversalOf(original, date, books, {
    reversedBy: reversalNumberOf(db, organisation, row.place),
    explanation,
  });
}

/** Posts the opposite of an entry and links the two. @throws {Refusal} 422 */
export function postReversal(context: WriteContext, books: Books, act: ReversalAct): Appended {
  const { organisation, person, row } = act;
  const checked = checkedReversal(context.db, books, act);
  if (!checked.ok) throw new Refusal(422, checked.problems);
  return new EntryAppender(context, { organisation, person, source: 'manual' }, books).append(checked.value.entry, {
    reverses: row.place,
    stage: checked.value.stage,
  });
}

/** Reverses an entry if its day has come and its month is open; else it waits. */
export function reverseIfDue(
  context: WriteContext,
  { organisation, entry, person }: { organisation: number; entry: number; person: number },
): void {
  const date = plansOf(context.db, organisation, [entry]).get(entry)?.date;
  if (!date || date > todayOf(context, organisation)) return;
  const row = findEntryRow(context.db, organisation, entry);
  if (!row || reversalNumberOf(context.db, organisation, entry)) return;
  try {
    postReversal(context, booksOf(context, organisation), { organisation, person, row, date });
  } catch (error) {
    // what keeps it is asked again, and told, wherever it is listed
    if (!(error instanceof Refusal)) throw error;
  }
}
