import { type CivilDate, entriesFromRows, type EntryColumn } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import type { CsvRow } from '../../platform/files/csv.js';
import { takePassingFile } from '../../platform/files/passing-files.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { defineFileTask } from '../../platform/threads/task.js';
import { closedTo, loadBooks } from '../books/books-store.js';
import { MOST_PROBLEMS, type Posting } from './entry-commands.js';
import { readEntryFile } from './entry-file.js';
import { layOut, type LaidOutFile, TURN_LINES } from './entry-turns.js';
import { findPosted } from './post-file-entries.js';

/** Rows of larger files, by the id they are laid out under, until they are. */
const waiting = new Map<string, CsvRow<EntryColumn>[]>();

/** Reads a file of entries that is sent to be taken in. @returns its rows where they are so few that one turn posts them */
export const readEntries = defineFileTask('readEntries', (_, { path, id }: { path: string; id: string }) => {
  const { rows, sha256 } = readEntryFile(takePassingFile(path).toString('utf8'));
  if (rows.length <= TURN_LINES) return { rows, sha256 };
  waiting.set(id, rows);
  return { sha256 };
});

/** Compares a larger file with the books and lays it out in turns. @throws {Refusal} 422 with problems by row */
export const layOutEntries = defineFileTask(
  'layOutEntries',
  (db: Db, { id, today, ...posting }: Posting & { id: string; today: CivilDate }): LaidOutFile =>
    atOneMoment(db, () => {
      const { organisation } = posting;
      const books = closedTo(db, posting, loadBooks(db, organisation, today));
      const checked = entriesFromRows(waiting.get(id) ?? [], books, undefined, findPosted(db, organisation));
      if (!checked.ok) throw new Refusal(422, checked.problems.slice(0, MOST_PROBLEMS));
      return layOut(id, checked.value, books);
    }),
);

/** Forgets the rows of a larger file. */
export const forgetEntries = defineFileTask('forgetEntries', (_, { id }: { id: string }): void => {
  waiting.delete(id);
});
