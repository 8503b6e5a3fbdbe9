import { type ArchiveFile, isKeyOf } from '@just-ledger/core';
import { type ArchiveBytes, linesOfBytes } from './archive-records.js';
import { ARCHIVE_TABLES } from './archive-tables.js';
import type { ArchivedEntry } from './check-archive.js';
import { TABLES_AFTER_ENTRIES } from './restore-archive.js';

/** So much of an archive is written in a turn, about: lines of entries, or rows of another table. */
const TURN_LINES = 2_000;

/** Archives up to so many bytes, unpacked, are taken in in one turn. */
export const ONE_TURN_BYTES = 2 * 1024 * 1024;

/** What is written in one turn: some records of one file, as they stand in it. */
export interface ArchiveTurn {
  readonly file: ArchiveFile;
  readonly records: number;
  readonly bytes: Uint8Array;
}

/** Whether an archive is taken in in turns. */
export function takesTurns(files: ArchiveBytes): boolean {
  return Object.values(files).reduce((sum, { length }) => sum + length, 0) > ONE_TURN_BYTES;
}

/**
 * What is written after the set-up, in its order, a turn each.
 *
 * @param from the file that comes next, and how many of its records are written already
 * @param most so many lines are in a turn, about
 */
export function* turnsOf(
  files: ArchiveBytes,
  from: { readonly file: string; readonly records: number },
  most = TURN_LINES,
): Generator<ArchiveTurn, undefined> {
  const order: ArchiveFile[] = ['entries', ...TABLES_AFTER_ENTRIES];
  for (const file of order.slice(order.findIndex((name) => name === from.file))) {
    const skipped = file === from.file ? from.records : 0;
    let [texts, lines]: [string[], number] = [[], 0];
    const turn = (): ArchiveTurn => ({
      file,
      records: texts.length,
      bytes: new TextEncoder().encode(texts.join('\n') + '\n'),
    });
    for (const { line, text } of linesOfBytes(files[file])) {
      if (line <= skipped) continue;
      texts.push(text);
      lines += isKeyOf(ARCHIVE_TABLES, file) ? 1 : linesIn(text);
      if (lines < most) continue;
      yield turn();
      [texts, lines] = [[], 0];
    }
    if (texts.length > 0) yield turn();
  }
}

function linesIn(text: string): number {
  const { sealed }: ArchivedEntry = JSON.parse(text);
  return sealed.lines.length;
}
