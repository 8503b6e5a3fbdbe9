import type { NoteResponse, StatementKey } from '@just-ledger/contract';
import { isNoteOn, type SetRow } from '@just-ledger/core';
import { createContext, useContext } from 'react';
import styles from './notes.module.css';

/** The notes that are shown with the statements, and how one is gone to. */
export interface NoteMarksOf {
  readonly notes: readonly NoteResponse[];
  readonly statement: StatementKey;
  go(this: void, id: number): void;
}

/** The notes on the statement that is drawn. */
export const NoteMarksContext = createContext<NoteMarksOf | undefined>(undefined);

/** The numbers of the notes on a row; each leads to its note. */
export function NoteMarks({
  row: { row, key, account = null },
}: {
  row: SetRow & { readonly account?: string | null };
}) {
  const marks = useContext(NoteMarksContext);
  const own = marks?.notes.filter(
    (note) => note.statement === marks.statement && isNoteOn(note, { row, key, account }),
  );
  if (!own || own.length === 0) return null;
  return own.map(({ id, number, title }) => (
    <button key={id} type="button" className={styles.mark} title={title} onClick={() => marks?.go(id)}>
      note {number}
    </button>
  ));
}
