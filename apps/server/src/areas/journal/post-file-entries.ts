import {
  asPosted,
  type Books,
  type CheckedEntry,
  type FindPosted,
  type PostedEntry,
  reversalOf,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { allWithRealised } from '../open-items/realised-lines.js';
import { type AppendedAll, EntryAppender, type LinkedEntry } from './append-entry.js';
import type { WaitingEntry } from './entry-turns.js';
import { findEntryByNumber, reversalNumberOf } from './entry-store.js';
import { postedEntriesOf } from './posted-entries.js';
import { recordPlan } from './reversal-plans.js';
import { reverseIfDue } from './reverse-entry.js';

/** Finds the entries of the books that those of a file take back. */
export function findPosted(db: Db, organisation: number): FindPosted {
  return (number) => {
    const row = findEntryByNumber(db, organisation, number);
    const [entry] = row ? postedEntriesOf(db, organisation, [row]) : [];
    return row && entry && { entry, reversedBy: reversalNumberOf(db, organisation, row.place) };
  };
}

/** What a turn of a file knows of the others. */
export interface OtherTurns {
  /** Documents of which the file tells the differences itself. */
  readonly withDifference: ReadonlySet<string>;
  /** An entry of the file that was posted in an earlier turn, by what the file calls it. */
  readonly original: (called: string) => PostedEntry | undefined;
  /** Keeps where an entry stands that a later one takes back. */
  readonly keepOriginal: (called: string, place: number) => void;
}

/**
 * Posts the entries of a file in their order; what takes another back is linked with it, and what is to be reversed on a
 * day is planned for it, or reversed at once if that day has come.
 *
 * @param step called with each entry before it is laid out; throws if it is given up
 * @param others what came before and comes after, where a file is posted in turns
 */
export function postFileEntries(
  context: WriteContext,
  { organisation, person }: { readonly organisation: number; readonly person: number },
  books: Books,
  entries: readonly WaitingEntry[],
  step: (entry: CheckedEntry) => void = () => undefined,
  others?: OtherTurns,
): AppendedAll {
  const appender = new EntryAppender(context, { organisation, person, source: 'import' }, books);
  const ordinary = entries.filter(({ reverses }) => !reverses).map(({ entry }) => entry);
  const post = (): void => appender.post();
  const whole = allWithRealised(context.db, organisation, books, ordinary, post, others?.withDifference);
  const reversed = new Set(entries.flatMap(({ reverses }) => (reverses && 'key' in reverses ? [reverses.key] : [])));
  const originals = new Map<string, PostedEntry>();
  const originalOf = (called: string): PostedEntry | undefined => originals.get(called) ?? others?.original(called);
  const planned: number[] = [];
  const inTurn = function* (): Generator<LinkedEntry> {
    for (const { key, entry, reverses, isReversed } of entries) {
      step(entry);
      const sequence = appender.nextPlace;
      if (reverses) {
        yield reversalOfOriginal(entry, 'key' in reverses ? originalOf(reverses.key) : reverses.posted, books);
        continue;
      }
      const { value } = whole.next();
      if (!value) throw new Error('an entry of the file is missing');
      if (reversed.has(key)) originals.set(key, asPosted(value, sequence));
      if (isReversed) others?.keepOriginal(key, sequence);
      yield { entry: value };
      if (value.reversesOn) {
        appender.post();
        recordPlan(context, { organisation, entry: sequence, person }, { date: value.reversesOn });
        planned.push(sequence);
      }
    }
  };
  const appended = appender.appendLinked(inTurn());
  for (const entry of planned) reverseIfDue(context, { organisation, person, entry });
  return appended;
}

/** The reversal of an entry as it was posted, with all that posting added to it. */
function reversalOfOriginal(
  { date, explanation }: CheckedEntry,
  original: PostedEntry | undefined,
  books: Books,
): LinkedEntry {
  if (!original) throw new Error('an entry of the file is reversed before it is posted');
  const reversal = reversalOf(original, date, books, { explanation });
  if (!reversal.ok) throw new Refusal(422, reversal.problems);
  const { entry, stage } = reversal.value;
  return { entry, link: { reverses: original.place, stage } };
}
