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
  /** Places among which all that are meant lie; no more than some. @param most -1 for all of them */
  readonly among?: (most: number) => number[];
  /** Places that are left out, no more than some; all others are meant. @param most -1 for all of them */
  readonly leftOut: (most: number) => number[];
}

/** What a query says about papers and reversals. */
export function standingOf(db: Db, organisation: number, { paper, reversed }: EntriesQuery): EntryStanding {
  const read =
    (statement: string) =>
    (most: number): number[] =>
      db.$client.prepare<[number, number], number>(`${statement} LIMIT ?`).pluck().all(organisation, most);
  const withPaper = read('SELECT DISTINCT entry FROM entry_attachment WHERE organisation = ? AND removed_at IS NULL');
  const reversedOnes = read('SELECT reverses FROM entry WHERE organisation = ? AND reverses IS NOT NULL');
  const reversing = read('SELECT place FROM entry WHERE organisation = ? AND reverses IS NOT NULL');
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
    leftOut: (most) => [
      ...new Set([
        ...(paper === 'without' ? withPaper(most) : []),
        ...(reversed === 'no' ? [...reversedOnes(most), ...reversing(most)] : []),
      ]),
    ],
  };
}
