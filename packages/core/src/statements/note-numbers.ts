import { CLASSIFICATIONS } from '../accounts/classification.js';
import { keysOf } from '../keyed/keyed.js';
import { isItemSum, NET } from './item-sums.js';
import type { SetRow, StatementKey } from './statement-row.js';
import { termOf } from './statement-terms.js';

/** What a note is on: a statement as a whole, one of its rows, or the row of an account. */
export interface NotePlace {
  readonly statement: StatementKey;
  /** The key of the row; null for the statement, or where the account tells it. */
  readonly row: string | null;
  /** The number of the account of the row. */
  readonly account: string | null;
}

/**
 * Whether a note is on a row of its statement: an account wherever its row stands, a group at its name, a part whatever the
 * form of the statement.
 */
export function isNoteOn(
  note: Omit<NotePlace, 'statement'>,
  { row, key, account }: SetRow & { readonly account: string | null },
): boolean {
  if (note.account !== null) return row === 'account' && account === note.account;
  return note.row !== null && account === null && termOf(key) === termOf(note.row) && !isItemSum({ row, key });
}

/**
 * Notes in the order in which their statements and rows are read: those on a whole statement before those on its rows,
 * those on rows that are not drawn last.
 *
 * @param statements the statements in their order, with their rows
 * @example inReadingOrder(notes, [{ key: 'balance-sheet', rows }]).map((note, at) => at + 1) // → their numbers
 */
export function inReadingOrder<Note extends NotePlace>(
  notes: readonly Note[],
  statements: readonly {
    readonly key: string;
    readonly rows: readonly (SetRow & { readonly account: string | null })[];
  }[],
): Note[] {
  const placeOf = (note: Note): readonly [number, number] => {
    const index = statements.findIndex(({ key }) => key === note.statement);
    if (note.row === null && note.account === null) return [index, -1];
    const rows = statements[index]?.rows ?? [];
    const row = rows.findIndex((row) => isNoteOn(note, row));
    return [index, row < 0 ? rows.length : row];
  };
  return notes
    .map((note) => ({ note, place: placeOf(note) }))
    .sort((a, b) => a.place[0] - b.place[0] || a.place[1] - b.place[1])
    .map(({ note }) => note);
}

/**
 * Where a note on a figure belongs: one on the sum of a part at the heading of the part, one on the net of an account at the
 * account, since these sums have no row of their own in print.
 *
 * @example placeOfNote('total-current-assets', null) // → { row: 'current-assets', account: null }
 */
export function placeOfNote(row: string, account: string | null): Omit<NotePlace, 'statement'> {
  if (account !== null) return { row: null, account };
  if (row.startsWith(NET)) return { row: null, account: row.slice(NET.length) };
  const part = /^total-(.+)$/.exec(row)?.[1];
  return { row: part !== undefined && PARTS.has(part) ? part : row, account: null };
}

/** Parts whose sum stands beside their last item. */
const PARTS: ReadonlySet<string> = new Set<string>([...keysOf(CLASSIFICATIONS), 'operating-revenue', 'expenses']);
