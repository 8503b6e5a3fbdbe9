import {
  addDays,
  addMonths,
  type CivilDate,
  dayBefore,
  endOfMonth,
  type EntryKind,
  type EntrySource,
  firstOfMonth,
  parseCivilDate,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Derivation } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';

/** How many entries of each kind and source are dated in each month, and what they come to. */
export const entryCounts: Derivation = {
  name: 'entry-counts',
  version: 1,
  tables: {
    entry_count: `CREATE TABLE entry_count (organisation INTEGER NOT NULL, month TEXT NOT NULL, kind TEXT NOT NULL,
      source TEXT NOT NULL, entries INTEGER NOT NULL, debit INTEGER NOT NULL,
      PRIMARY KEY (organisation, month, kind, source)) STRICT, WITHOUT ROWID`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    const add = derived.prepare(`INSERT INTO entry_count (organisation, month, kind, source, entries, debit)
      VALUES (@organisation, @month, @kind, @source, @entries, @debit)
      ON CONFLICT DO UPDATE SET entries = entries + excluded.entries, debit = debit + excluded.debit`);
    const found = books.$client.prepare<[number, number, number], EntryCount>(
      `SELECT substr(date, 1, 7) AS month, kind, source, count(*) AS entries, sum(debit) AS debit FROM entry
      WHERE organisation = ? AND place > ? AND place <= ? GROUP BY 1, 2, 3`,
    );
    for (const count of found.all(organisation, after, upTo)) add.run({ organisation, ...count });
  },
};

/** What entries of one kind and source come to in a month. */
export interface EntryCount {
  readonly month: string;
  readonly kind: EntryKind;
  readonly source: EntrySource;
  readonly entries: number;
  /** Minor units. */
  readonly debit: number;
}

/** The first and the last day that books take. */
export const [FIRST, LAST] = [parseCivilDate('1900-01-01'), parseCivilDate('2999-12-31')];

/** The whole months of a span; the first day is later than the last if there are none. */
export function wholeMonths(from = FIRST, to = LAST): { first: CivilDate; last: CivilDate } {
  return {
    first: from.endsWith('-01') ? from : addMonths(firstOfMonth(from), 1),
    last: to === endOfMonth(to) ? to : dayBefore(firstOfMonth(to)),
  };
}

/** What entries come to by month, kind and source; those of a month only as far as they are dated within the span. */
export function countEntries(db: Db, organisation: number, from = FIRST, to = LAST): EntryCount[] {
  const derived = derivedTo(db, entryCounts, organisation);
  const { first, last } = wholeMonths(from, to);
  const isDerived = derived > 0 && first <= last;
  const months = `SELECT month, kind, source, entries, debit FROM derived.entry_count
    WHERE organisation = @organisation AND month >= substr(@first, 1, 7) AND month <= substr(@last, 1, 7) UNION ALL`;
  return db.$client
    .prepare<object, EntryCount>(
      `SELECT month, kind, source, sum(entries) AS entries, sum(debit) AS debit FROM (
        ${isDerived ? months : ''}
        SELECT substr(date, 1, 7) AS month, kind, source, 1 AS entries, debit FROM entry
        WHERE organisation = @organisation AND place > @derived AND date BETWEEN @first AND @last
        UNION ALL SELECT substr(date, 1, 7), kind, source, 1, debit FROM entry
        WHERE organisation = @organisation AND date >= @from AND date < @first
        UNION ALL SELECT substr(date, 1, 7), kind, source, 1, debit FROM entry
        WHERE organisation = @organisation AND date > @last AND date <= @to
      ) GROUP BY month, kind, source`,
    )
    .all({
      organisation,
      derived: isDerived ? derived : 0,
      from,
      to,
      // without a whole month every day is read by itself
      ...(first <= last ? { first, last } : { first: addDays(to, 1), last: to }),
    });
}
