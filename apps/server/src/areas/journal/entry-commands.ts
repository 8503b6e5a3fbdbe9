import type {
  EntriesImportResponse,
  EntryRequest,
  EntryResponse,
  EntrySetRequest,
  EntrySetResponse,
} from '@just-ledger/contract';
import {
  type Books,
  type CheckedEntry,
  checkEntry,
  displayAmount,
  entriesFromRows,
  minor,
  type Minor,
  problem,
  type Problem,
  sumOf,
  TYPED_KINDS,
} from '@just-ledger/core';
import { entryCorrection, entryPreparer } from '../../platform/database/schema.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { attachPapers, paperProblems } from '../attachments/attach.js';
import { papersNamed, papersOf } from '../attachments/attachment-store.js';
import { booksFor } from '../books/books-store.js';
import { withRealised } from '../open-items/realised-lines.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { type Appended, EntryAppender } from './append-entry.js';
import type { EntryFile } from './entry-file.js';
import { entryLinks } from './entry-links.js';
import { contactNames, entryResponse, findEntryByNumber, reversalNumberOf } from './entry-store.js';
import { idempotent } from './idempotency.js';
import { lettersOf } from './letters-of.js';
import { findPosted, postFileEntries } from './post-file-entries.js';
import { postingStatements } from './posting-statements.js';
import { recordPlan } from './reversal-plans.js';
import { reverseIfDue } from './reverse-entry.js';

/** Who posts where; the key makes a repeated request post once. */
export interface Posting {
  readonly organisation: number;
  readonly person: number;
  readonly key?: string | undefined;
}

/** So many problems are told at once. */
export const MOST_PROBLEMS = 1_000;

/** Posts one typed entry. */
export const postEntry = defineCommand(
  'postEntry',
  (context: WriteContext, { request, ...posting }: Posting & { request: EntryRequest }): EntryResponse => {
    return idempotent(context, { ...posting, key: posting.key, request }, () => {
      const [posted] = postTogether(context, posting, [{ at: '', entry: request }]);
      if (!posted) throw new Error('One entry was posted, and none came back.');
      return posted;
    });
  },
  { besideEntryFile: 'allowed' },
);

/** Posts several typed entries in the order given: all of them, or none and every problem by its entry. */
export const postEntries = defineCommand(
  'postEntries',
  (context: WriteContext, { request, ...posting }: Posting & { request: EntrySetRequest }): EntrySetResponse => {
    return idempotent(context, { ...posting, key: posting.key, request }, () => ({
      entries: postTogether(
        context,
        posting,
        request.entries.map((entry, index) => ({ at: `entries.${index}`, entry })),
      ),
    }));
  },
  { besideEntryFile: 'allowed' },
);

/** A typed entry, the place in the request that its problems are told at, and who prepared it: else whoever posts it. */
export interface EntryToPost {
  readonly at: string;
  readonly entry: EntryRequest;
  readonly preparedBy?: number | undefined;
}

/**
 * Posts typed entries within the transaction at hand, in the order given.
 *
 * @param entries each with the place in the request that its problems are told at
 * @throws {Refusal} 422 with the problems of all of them, before any is posted
 */
export function postTogether(
  context: WriteContext,
  posting: Posting,
  entries: readonly EntryToPost[],
): EntryResponse[] {
  const books = booksFor(context, posting);
  const checked = entries.map((entry) => ({
    ...entry,
    corrects: entry.entry.corrects ? placeCorrected(context, posting.organisation, entry) : undefined,
    result: checkEntry(entry.entry, books, 'manual', TYPED_KINDS),
  }));
  const twoPeopleFrom = organisationOf(context.db, posting.organisation).twoPeopleFrom;
  const problems = checked.flatMap(({ at, entry, result, preparedBy }) => {
    const papers = paperProblems(context, posting.organisation, papersNamed(entry));
    const found = result.ok
      ? twoPeopleProblems(result.value, (preparedBy ?? posting.person) === posting.person, twoPeopleFrom, books)
      : result.problems;
    return [...found, ...papers].map((problem) => ({
      ...problem,
      path: [at, problem.path].filter(Boolean).join('.'),
    }));
  });
  if (problems.length > 0) throw new Refusal(422, problems.slice(0, MOST_PROBLEMS));
  const appender = new EntryAppender(context, { ...posting, source: 'manual' }, books);
  const appended = checked.flatMap(({ entry, result, preparedBy, corrects }) => {
    if (!result.ok) return [];
    const whole = withRealised(context.db, posting.organisation, books, result.value);
    const { organisation } = posting;
    const index = appender.nextPlace;
    if (preparedBy !== undefined)
      context.db.insert(entryPreparer).values({ organisation, place: index, by: preparedBy }).run();
    if (corrects !== undefined)
      context.db.insert(entryCorrection).values({ organisation, place: index, corrects }).run();
    const appended = appender.append(whole);
    const moment = appended.posted.postedAt;
    attachPapers(context, { organisation, entry: index, person: posting.person, at: moment }, papersNamed(entry));
    if (whole.reversesOn) {
      recordPlan(context, { organisation, entry: index, person: posting.person }, { date: whole.reversesOn });
    }
    return [appended];
  });
  for (const { place } of appended) reverseIfDue(context, { ...posting, entry: place });
  return appended.map((appended) => answer(context, posting, books, appended));
}

/** Why whoever prepared an entry cannot post it as well, if the organisation asks for two people from its amount on. */
function twoPeopleProblems(
  entry: CheckedEntry,
  isSamePerson: boolean,
  from: Minor | null,
  { baseCurrency }: Books,
): Problem[] {
  const amount = sumOf(entry.lines.map((line) => minor(Math.max(line.amount, 0))));
  if (from === null || !isSamePerson || amount < from) return [];
  const which = from === 0 ? 'Entries' : `Entries of ${displayAmount(from, baseCurrency)} or more`;
  const message = `${which} are posted by somebody else than who prepared them. Hand this one in for review.`;
  return [problem('two-people', '', message)];
}

/** Posts all entries of a file in the order of their dates; all of them, or none and every problem by row. */
export const importEntries = defineCommand(
  'importEntries',
  (
    context: WriteContext,
    { file: { rows, sha256 }, ...posting }: Posting & { file: EntryFile },
  ): EntriesImportResponse => {
    return idempotent(context, { ...posting, key: posting.key, request: sha256 }, () => {
      const books = booksFor(context, posting);
      const find = findPosted(context.db, posting.organisation);
      const checked = entriesFromRows(rows, books, undefined, find);
      if (!checked.ok) throw new Refusal(422, checked.problems.slice(0, MOST_PROBLEMS));
      return { ...postFileEntries(context, posting, books, checked.value), lines: rows.length };
    });
  },
  { ownTransaction: true },
);

/** The place of the entry that one corrects. @throws {Refusal} 422 where there is none, or it has been reversed */
function placeCorrected(
  { db }: WriteContext,
  organisation: number,
  { at, entry: { corrects = '' } }: EntryToPost,
): number {
  const row = findEntryByNumber(db, organisation, corrects);
  const path = [at, 'corrects'].filter(Boolean).join('.');
  if (!row) throw unprocessable('no-such-entry', path, `There is no entry ${corrects} to correct.`);
  const reversedBy = reversalNumberOf(db, organisation, row.place);
  if (!reversedBy) return row.place;
  throw unprocessable(
    'already-reversed',
    path,
    `Entry ${corrects} is reversed by ${reversedBy}: nothing of it is left to correct.`,
  );
}

function answer(
  { db }: WriteContext,
  { organisation, person }: Posting,
  books: Books,
  { posted, seal }: Appended,
): EntryResponse {
  const { place } = posted;
  const links = entryLinks(db, organisation, [{ place, reverses: null }])(place);
  const papers = papersOf(db, organisation, [place]).get(place) ?? [];
  const remarks = {
    seal,
    postedBy: postingStatements(db).personName(person),
    ...links,
    papers,
    letter: lettersOf(db, organisation, [posted]).get(place) ?? null,
  };
  return entryResponse(posted, remarks, books, contactNames(db, organisation, [posted]));
}
