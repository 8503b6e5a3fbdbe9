import { type EntriesQuery } from '@just-ledger/contract';
import { PAPER_KINDS, PAPER_SOURCES } from '@just-ledger/core';
import { inArray, isNull, not, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry } from '../../platform/database/schema.js';
import { isNotReversed } from './posted-entries.js';

/** What has become of entries since they were posted, which no index of theirs can know. */
export interface EntryStanding {
  /** What the row of an entry has to meet. */
  readonly conditions: readonly SQL[];
  /** Only entries of these kinds and sources are meant; any where it is left out. */
  readonly kinds?: readonly string[];
  readonly sources?: readonly string[];
  /** Places among which all that are meant lie. */
  readonly among?: () => number[];
  /** Places that are left out; all others are meant. */
  readonly leftOut: () => number[];
}

/** What a query says about papers and reversals. */
export function standingOf(db: Db, organisation: number, { paper, reversed }: EntriesQuery): EntryStanding {
  const withPaper = (): number[] =>
    placesOf(
      db,
      'SELECT DISTINCT entry FROM entry_attachment WHERE organisation = ? AND removed_at IS NULL',
      organisation,
    );
  const reversedOnes = (): number[] =>
    placesOf(db, 'SELECT reverses FROM entry WHERE organisation = ? AND reverses IS NOT NULL', organisation);
  const reversing = (): number[] =>
    placesOf(db, 'SELECT place FROM entry WHERE organisation = ? AND reverses IS NOT NULL', organisation);
  const hasPaper = sql`EXISTS (SELECT 1 FROM entry_attachment AS a
    WHERE a.organisation = ${organisation} AND a.entry = ${entry.place} AND a.removed_at IS NULL)`;
  const isReversed = not(isNotReversed(organisation));
  const among = paper === 'with' ? withPaper : reversed === 'yes' ? reversedOnes : undefined;
  return {
    conditions: [
      ...(paper === 'with' ? [hasPaper] : []),
      ...(paper === 'without'
        ? [not(hasPaper), inArray(entry.kind, [...PAPER_KINDS]), inArray(entry.source, [...PAPER_SOURCES])]
        : []),
      ...(reversed === 'yes' ? [isReversed] : []),
      ...(reversed === 'no' ? [isNotReversed(organisation), isNull(entry.reverses)] : []),
    ],
    ...(paper === 'without' && { kinds: PAPER_KINDS, sources: PAPER_SOURCES }),
    ...(among && { among }),
    leftOut: () => [
      ...new Set([
        ...(paper === 'without' ? withPaper() : []),
        ...(reversed === 'no' ? [...reversedOnes(), ...reversing()] : []),
      ]),
    ],
  };
}

function placesOf(db: Db, statement: string, organisation: number): number[] {
  return db.$client.prepare<[number], number>(statement).pluck().all(organisation);
}
