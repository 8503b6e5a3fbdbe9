import type { ImportCounts } from '@just-ledger/contract';
import {
  type Books,
  type CivilDate,
  documentOfLine,
  documentsWithDifference,
  type FileEntry,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { notFound } from '../../platform/problems/refusal.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { PlannedContact } from '../contacts/write-contacts.js';

/** So many lines are posted in a turn, about: who posts meanwhile waits no longer than these take. */
export const TURN_LINES = 2_000;

/** An entry of a file as it waits for its turn. */
export interface WaitingEntry extends FileEntry {
  /** Whether a later entry of the file takes it back. */
  readonly isReversed?: true;
}

/** What a file is of. */
export type FileSubject = 'entries' | 'contacts';

/** What there is to know of a file that is laid out to be taken in in turns. */
export interface LaidOutFile {
  readonly subject: FileSubject;
  /** What it does, as it was checked. */
  readonly counts: ImportCounts;
  /** How many entries, or contacts. */
  readonly entries: number;
  readonly lines: number;
  readonly turns: number;
  /** The days of its entries. */
  readonly days: readonly CivilDate[];
  /** The places of the entries in the books that it takes back. */
  readonly reverses: readonly number[];
  readonly withDifference: readonly string[];
  /** What it adds to the volume of the books, in minor units. */
  readonly debit: number;
  readonly foreign: number;
}

/** Files that are laid out, by the id of their import: a turn each. */
const laidOut = new Map<string, Uint8Array[]>();

/** Lays checked entries out to be posted in turns; in a thread of files, until they are forgotten. */
export function layOut(id: string, entries: readonly FileEntry[], books: Books): LaidOutFile {
  const reversed = new Set(entries.flatMap(({ reverses }) => (reverses && 'key' in reverses ? [reverses.key] : [])));
  const turns: Uint8Array[] = [];
  let waiting: WaitingEntry[] = [];
  let [waitingLines, lines, debit, foreign] = [0, 0, 0, 0];
  const endTurn = (): void => {
    turns.push(new TextEncoder().encode(JSON.stringify(waiting)));
    [waiting, waitingLines] = [[], 0];
  };
  for (const fileEntry of entries) {
    waiting.push(reversed.has(fileEntry.key) ? { ...fileEntry, isReversed: true } : fileEntry);
    waitingLines += fileEntry.entry.lines.length;
    for (const line of fileEntry.entry.lines) {
      lines += 1;
      debit += Math.max(line.amount, 0);
      foreign += Math.abs(line.foreign?.amount ?? 0);
    }
    if (waitingLines >= TURN_LINES) endTurn();
  }
  if (waiting.length > 0) endTurn();
  laidOut.set(id, turns);
  const ordinary = entries.filter(({ reverses }) => !reverses).map(({ entry }) => entry);
  const foreignLines = ordinary.flatMap((entry) => entry.lines.filter((line) => line.foreign));
  const inForeign = new Set(foreignLines.map((line) => documentOfLine(line, books.chart)));
  return {
    subject: 'entries',
    counts: { added: entries.length, changed: 0, unchanged: 0 },
    entries: entries.length,
    lines,
    turns: turns.length,
    days: [...new Set(entries.map(({ entry }) => entry.date))],
    reverses: entries.flatMap(({ reverses }) => (reverses && 'posted' in reverses ? [reverses.posted.place] : [])),
    withDifference: [...documentsWithDifference(ordinary, books.chart)].filter((document) => inForeign.has(document)),
    debit,
    foreign,
  };
}

/** So many contacts are written in a turn: as long as some 2,000 lines take. */
const TURN_CONTACTS = 1_000;

/** Lays checked contacts out to be written in turns. Nothing of entries is in them that has to be looked at beforehand. */
export function layOutContacts(id: string, contacts: readonly PlannedContact[], counts: ImportCounts): LaidOutFile {
  const turns: Uint8Array[] = [];
  // one at least, also where nothing differs
  for (let first = 0; first === 0 || first < contacts.length; first += TURN_CONTACTS) {
    turns.push(new TextEncoder().encode(JSON.stringify(contacts.slice(first, first + TURN_CONTACTS))));
  }
  laidOut.set(id, turns);
  const nothing = { days: [], reverses: [], withDifference: [], debit: 0, foreign: 0 };
  const { length } = contacts;
  return { subject: 'contacts', counts, entries: length, lines: length, turns: turns.length, ...nothing };
}

/** One turn of a file that was laid out. */
export const entryTurn = defineFileTask(
  'entryTurn',
  (_: Db, { id, turn }: { id: string; turn: number }): Uint8Array => {
    const bytes = laidOut.get(id)?.[turn];
    if (!bytes) throw notFound('file of entries');
    return bytes.slice();
  },
);

/** Forgets a file that was laid out. */
export const forgetEntryTurns = defineFileTask('forgetEntryTurns', (_: Db, { id }: { id: string }): void => {
  laidOut.delete(id);
});

/** A turn of entries as it was laid out. */
export function entriesOfTurn(bytes: Uint8Array): WaitingEntry[] {
  return JSON.parse(new TextDecoder().decode(bytes));
}

/** A turn of contacts as it was laid out. */
export function contactsOfTurn(bytes: Uint8Array): PlannedContact[] {
  return JSON.parse(new TextDecoder().decode(bytes));
}
