import type { StatementKey } from './statement-row.js';

/** What a note is on: a statement as a whole, one of its rows, or the row of an account. */
export interface NotePlace {
  readonly statement: StatementKey;
  /** The key of the row; null for the statement, or where the account tells it. */
  readonly row: string | null;
  /** The number of the account of the row. */
  readonly account: string | null;
}

/** Whether a note is on a row of its statement. An account is found wherever its row stands. */
export function isNoteOn(
  note: Omit<NotePlace, 'statement'>,
  { row, key, account }: { readonly row: string; readonly key: string; readonly account: string | null },
): boolean {
  if (note.account !== null) return row === 'account' && account === note.account;
  return note.row !== null && row !== 'heading' && account === null && key === note.row;
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
    readonly rows: readonly { readonly row: string; readonly key: string; readonly account: string | null }[];
  }[],
): Note[] {
  const placeOf = (note: Note): readonly [number, number] => {
    const at = statements.findIndex(({ key }) => key === note.statement);
    if (note.row === null && note.account === null) return [at, -1];
    const rows = statements[at]?.rows ?? [];
    const row = rows.findIndex((one) => isNoteOn(note, one));
    return [at, row < 0 ? rows.length : row];
  };
  return notes
    .map((note) => ({ note, place: placeOf(note) }))
    .sort((a, b) => a.place[0] - b.place[0] || a.place[1] - b.place[1])
    .map(({ note }) => note);
}
