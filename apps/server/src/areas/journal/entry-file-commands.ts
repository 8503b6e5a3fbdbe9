import type { EntriesImportResponse } from '@just-ledger/contract';
import { mayPostWhileClosing, periodOf, problem } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { entryFile, entryFileOriginal, entryFileTurn } from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf, closingPeriodsOf } from '../books/books-store.js';
import { writeContacts } from '../contacts/write-contacts.js';
import { roleOf } from '../organisations/organisation-store.js';
import type { Posting } from './entry-commands.js';
import {
  assertNoEntryFile,
  type EntryFileUnderWay,
  entryFileOf,
  forgetEntryFile,
  isWhole,
  nextTurn,
  placeOfOriginal,
} from './entry-file-store.js';
import { findEntryRow, reversalNumberOf } from './entry-store.js';
import { contactsOfTurn, entriesOfTurn, type LaidOutFile } from './entry-turns.js';
import { keepAnswer, keptAnswer } from './idempotency.js';
import { postFileEntries } from './post-file-entries.js';
import { postedEntriesOf } from './posted-entries.js';
import { postingStatements } from './posting-statements.js';

/** A file of entries that somebody wants to be posted; its hash tells it from others. */
interface SentFile extends Posting {
  readonly sha256: string;
}

/** How far a file is; with its answer once all of it is posted. */
export interface EntryFileStand {
  readonly posted: number;
  readonly entries: number;
  readonly answer?: EntriesImportResponse;
}

/** What the entries of a file are checked against has this mark; and the answer, if the request was answered before. */
export const entryFileMark = defineCommand(
  'entryFileMark',
  (
    context: WriteContext,
    { sha256, ...posting }: SentFile,
  ): { readonly mark: number; readonly answer?: EntriesImportResponse } => {
    const answer = keptAnswer<EntriesImportResponse>(context, { ...posting, key: posting.key, request: sha256 });
    if (answer) return { mark: 0, answer };
    assertNoEntryFile(context.db, posting.organisation);
    return { mark: context.setUpMark(posting.organisation) };
  },
  { besideEntryFile: 'allowed' },
);

/**
 * Begins to keep a file that was checked beside the writer. From now on nothing changes that it was checked against.
 *
 * @returns false if something has changed since: it is checked once more then
 */
export const beginEntryFile = defineCommand(
  'beginEntryFile',
  (
    context: WriteContext,
    { mark, file, ...sent }: SentFile & { readonly mark: number; readonly file: LaidOutFile },
  ): boolean => {
    const { db } = context;
    const { organisation, person, key, sha256 } = sent;
    if (context.setUpMark(organisation) !== mark || !mayPostOn(context, sent, file)) return false;
    if (file.reverses.some((original) => reversalNumberOf(db, organisation, original) !== undefined)) return false;
    const volume = postingStatements(db).volume(organisation);
    if (Math.max(volume.debit + file.debit, volume.foreign + file.foreign) > Number.MAX_SAFE_INTEGER) {
      const message = 'With this file, all entries together come to more than these books can hold.';
      throw new Refusal(422, [problem('books-full', '', message)]);
    }
    const { subject, entries, lines, turns, withDifference } = file;
    db.insert(entryFile)
      .values({
        organisation,
        person,
        key: key ?? null,
        sha256,
        subject,
        lines,
        entries,
        turns,
        withDifference: [...withDifference],
        begunAt: context.clock.moment(),
      })
      .run();
    return true;
  },
);

/** Keeps what is posted in one turn. */
export const keepEntryTurn = defineCommand(
  'keepEntryTurn',
  (
    { db }: WriteContext,
    { organisation, turn, entries }: { organisation: number; turn: number; entries: Uint8Array },
  ): void => {
    db.insert(entryFileTurn)
      .values({ organisation, turn, entries: Buffer.from(entries) })
      .run();
  },
  { besideEntryFile: 'allowed' },
);

/** Gives a file up of which nothing is posted yet. @returns whether that was so */
export const giveUpEntryFile = defineCommand(
  'giveUpEntryFile',
  ({ db }: WriteContext, { organisation }: { organisation: number }): boolean => {
    const file = entryFileOf(db, organisation);
    if (!file || file.posted > 0) return false;
    forgetEntryFile(db, organisation);
    return true;
  },
  { besideEntryFile: 'allowed' },
);

/** Takes the files away of which not every turn was kept when the server ended: nothing of them was posted. */
export const dropUnkeptEntryFiles = defineCommand('dropUnkeptEntryFiles', ({ db }: WriteContext): void => {
  for (const file of db.select().from(entryFile).all()) {
    if (!isWhole(db, file)) forgetEntryFile(db, file.organisation);
  }
});

/** Takes in one turn of a file, whole or not at all. */
export const postEntryTurn = defineCommand(
  'postEntryTurn',
  (context: WriteContext, { organisation }: { organisation: number }): EntryFileStand => {
    const { db } = context;
    const file = entryFileOf(db, organisation);
    const next = file && nextTurn(db, organisation);
    if (!file || !next) throw new Error('There is no turn of a file to post.');
    const appended = file.subject === 'contacts' ? writeTurn(context, file, next) : postTurn(context, file, next);
    const posted = file.posted + appended.posted;
    const [first, last] = [file.first ?? appended.first, appended.last ?? file.last];
    if (next.turn + 1 === file.turns) {
      const answer = { posted, first, last, lines: file.lines };
      keepAnswer(context, { ...requestOf(file), organisation }, answer);
      forgetEntryFile(db, organisation);
      return { posted, entries: file.entries, answer };
    }
    db.update(entryFile).set({ posted, first, last }).where(eq(entryFile.organisation, organisation)).run();
    db.delete(entryFileTurn)
      .where(and(eq(entryFileTurn.organisation, organisation), eq(entryFileTurn.turn, next.turn)))
      .run();
    return { posted, entries: file.entries };
  },
  { besideEntryFile: 'allowed', ownTransaction: true },
);

/** What a turn has added to a file: how many, and which entries they begin and end with. */
type Appended = Pick<EntriesImportResponse, 'posted' | 'first' | 'last'>;
type KeptTurn = NonNullable<ReturnType<typeof nextTurn>>;

function writeTurn(
  context: WriteContext,
  { organisation, person, first, last }: EntryFileUnderWay,
  { entries }: KeptTurn,
): Appended {
  const contacts = contactsOfTurn(entries);
  writeContacts(context, { organisation, person }, contacts);
  return { posted: contacts.length, first, last };
}

function postTurn(context: WriteContext, file: EntryFileUnderWay, { entries }: KeptTurn): Appended {
  const { db } = context;
  const { organisation } = file;
  return postFileEntries(context, file, booksOf(context, organisation), entriesOfTurn(entries), undefined, {
    withDifference: new Set(file.withDifference),
    original: (called) => {
      const index = placeOfOriginal(db, organisation, called);
      const row = index === undefined ? undefined : findEntryRow(db, organisation, index);
      return row && postedEntriesOf(db, organisation, [row])[0];
    },
    keepOriginal: (called, index) => {
      db.insert(entryFileOriginal).values({ organisation, called, place: index }).run();
    },
  });
}

/**
 * Ends a file in the middle, for a reason that nobody reckoned with: what is posted stays, the rest is taken away.
 *
 * @returns how far it was
 */
export const endEntryFile = defineCommand(
  'endEntryFile',
  ({ db }: WriteContext, { organisation }: { organisation: number }): EntryFileStand & { last: string | null } => {
    const { posted, entries, last } = entryFileOf(db, organisation) ?? { posted: 0, entries: 0, last: null };
    forgetEntryFile(db, organisation);
    return { posted, entries, last };
  },
  { besideEntryFile: 'allowed' },
);

function requestOf({ person, key, sha256 }: EntryFileUnderWay): {
  person: number;
  key: string | undefined;
  request: string;
} {
  return { person, key: key ?? undefined, request: sha256 };
}

/** Whether somebody may post on all days of a file: not everybody does into a month that is being closed. */
function mayPostOn(context: WriteContext, { organisation, person }: Posting, { days }: LaidOutFile): boolean {
  const { db } = context;
  const { periods, who } = closingPeriodsOf(db, organisation);
  if (periods.size === 0 || mayPostWhileClosing(who, roleOf(db, organisation, person) ?? 'reader')) return true;
  const { calendar } = booksOf(context, organisation);
  return !days.some((day) => periods.has(periodOf(calendar, day)));
}
