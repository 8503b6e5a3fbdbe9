import type { CivilDate, Finding } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import type { DerivedFile, KeptBeside } from '../../platform/derived/derivation.js';
import { hasDerived } from '../../platform/derived/derived-file.js';
import { currentEpoch } from '../../platform/derived/epoch.js';
import { codeOf } from '../../platform/problems/told-error.js';

/** So many reviews of an organisation are kept, those that were made last. */
const MOST_KEPT = 8;

/**
 * What was found in large books, by the days that were reviewed: read again after a start and by every thread. It counts
 * only while its version is that of the books.
 */
export const keptReviews: KeptBeside = {
  name: 'reviews',
  version: 1,
  tables: {
    review: `CREATE TABLE review (organisation INTEGER NOT NULL, first TEXT NOT NULL, last TEXT NOT NULL,
      version TEXT NOT NULL, found TEXT NOT NULL, is_asked INTEGER NOT NULL, PRIMARY KEY (organisation, first, last)) STRICT`,
  },
};

/** Days of an organisation that are reviewed, and a text that differs whenever something else could be found in them. */
export interface ReviewOf {
  readonly organisation: number;
  readonly from: CivilDate;
  readonly to: CivilDate;
  readonly version: string;
}

/** What was found, if that is kept and still true. */
export function keptReview(db: Db, { organisation, from, to, version }: ReviewOf): Finding[] | undefined {
  if (!hasDerived(db)) return undefined;
  const found = statements(db).found.get(organisation, from, to, version, currentEpoch());
  // it was written here, and by nobody else
  return found === undefined ? undefined : (JSON.parse(found) as Finding[]);
}

/** The days that somebody had to wait for, the latest first. */
export function askedDays(db: Db, organisation: number, most: number): { from: CivilDate; to: CivilDate }[] {
  return hasDerived(db) ? statements(db).asked.all(organisation, most) : [];
}

const keepers = new WeakMap<Db, DerivedFile>();

/** Says that what a connection reviews is kept beside the books: that of the one thread that reviews large ones. */
export function keepReviewsBeside(db: Db, derived: DerivedFile): void {
  keepers.set(db, derived);
}

/** Whether what a connection reviews is kept. */
export function keepsReviews(db: Db): boolean {
  return keepers.has(db);
}

/** Keeps what was found, where it can be. @param isAsked whether somebody waits for it */
export function keepReview(db: Db, review: ReviewOf, found: readonly Finding[], isAsked: boolean): void {
  const derived = keepers.get(db);
  const end = statements(db).end.get(review.organisation);
  if (!derived || !end) return;
  const row = { ...review, ...end, found: JSON.stringify(found), isAsked: Number(isAsked), epoch: currentEpoch() };
  const named = { name: keptReviews.name, most: MOST_KEPT };
  try {
    derived.transaction(() => {
      for (const text of KEEP) derived.prepare(text).run({ ...row, ...named });
    })();
  } catch (error) {
    // a disc that is full, or somebody who writes for long: it is found again when it is asked for
    if (!codeOf(error).startsWith('SQLITE_')) throw error;
  }
}

const KEEP = [
  `INSERT OR REPLACE INTO review (organisation, first, last, version, found, is_asked)
    VALUES (@organisation, @from, @to, @version, @found, max(@isAsked, coalesce(
      (SELECT is_asked FROM review WHERE organisation = @organisation AND first = @from AND last = @to), 0)))`,
  `DELETE FROM review WHERE organisation = @organisation AND rowid NOT IN
    (SELECT rowid FROM review WHERE organisation = @organisation ORDER BY rowid DESC LIMIT @most)`,
  `INSERT OR REPLACE INTO derived_to (name, organisation, place, seal, epoch)
    VALUES (@name, @organisation, @place, @seal, @epoch)`,
];

const statements = oncePerConnection(({ $client }) => ({
  found: $client
    .prepare<[number, CivilDate, CivilDate, string, number], string>(
      `SELECT r.found FROM derived.review AS r
      JOIN derived.derived_to AS d ON d.name = '${keptReviews.name}' AND d.organisation = r.organisation
      JOIN entry AS e ON e.organisation = d.organisation AND e.place = d.place AND e.seal = d.seal
    WHERE r.organisation = ? AND r.first = ? AND r.last = ? AND r.version = ? AND d.epoch = ?`,
    )
    .pluck(),
  asked: $client.prepare<[number, number], { from: CivilDate; to: CivilDate }>(
    `SELECT first AS "from", last AS "to" FROM derived.review WHERE organisation = ? AND is_asked = 1
    ORDER BY rowid DESC LIMIT ?`,
  ),
  end: $client.prepare<[number], { place: number; seal: string }>(
    'SELECT place, seal FROM entry WHERE organisation = ? ORDER BY place DESC LIMIT 1',
  ),
}));
