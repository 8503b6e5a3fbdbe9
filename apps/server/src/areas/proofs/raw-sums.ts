import { type AccountId, type CivilDate, dayBefore, type Stage } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit, keptWhile } from '../../platform/database/kept-reading.js';
import type { Derivation, DerivedFile } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { partOfMonth } from '../ledger/part-of-month.js';
import { lockedUntil } from '../periods/locked-until.js';
import type { Organisation } from '../organisations/organisation-store.js';

/**
 * Debits and credits of the raw lines by account and stage, of each month and each year: what proofs read instead of every
 * line. Added up from the lines alone, so that they stay independent of the totals that reports read.
 */
export const rawSums: Derivation = {
  name: 'raw-sums',
  version: 2,
  tables: { raw_sum: tableOf('raw_sum', 'period'), raw_year_sum: tableOf('raw_year_sum', 'year') },
  extend: (books, derived, { organisation, after, upTo }) => {
    const [ofMonth, ofYear] = [addTo(derived, 'raw_sum'), addTo(derived, 'raw_year_sum')];
    const found = books.$client.prepare<[number, number, number], RawSum & { period: number }>(
      `SELECT +period AS period, +account AS account, stage, sum(max(amount, 0)) AS debit, -sum(min(amount, 0)) AS credit
      FROM line WHERE organisation = ? AND entry > ? AND entry <= ? GROUP BY +period, +account, stage`,
    );
    for (const { period, ...sum } of found.all(organisation, after, upTo)) {
      ofMonth.run({ organisation, span: period, ...sum });
      ofYear.run({ organisation, span: yearOf(period), ...sum });
    }
  },
};

/** The sums of each account and stage in spans of some kind. */
function tableOf(name: string, span: 'period' | 'year'): string {
  return `CREATE TABLE ${name} (organisation INTEGER NOT NULL, ${span} INTEGER NOT NULL, account INTEGER NOT NULL,
    stage TEXT NOT NULL, debit INTEGER NOT NULL, credit INTEGER NOT NULL,
    PRIMARY KEY (organisation, ${span}, account, stage)) STRICT, WITHOUT ROWID`;
}

function addTo(derived: DerivedFile, table: string) {
  return derived.prepare(`INSERT INTO ${table} VALUES (@organisation, @span, @account, @stage, @debit, @credit)
    ON CONFLICT DO UPDATE SET debit = debit + excluded.debit, credit = credit + excluded.credit`);
}

/** The year of a period of lines, which counts years by hundreds. */
function yearOf(period: number): number {
  return Math.floor(period / 100);
}

/** The debits and credits of an account in a stage; minor units, both positive. */
export interface RawSum {
  readonly account: AccountId;
  readonly stage: Stage;
  readonly debit: number;
  readonly credit: number;
}

/**
 * What the raw lines up to a day come to, by account and stage: from what was derived of them, and from the lines
 * themselves within the last month and where nothing has been derived yet. Of days that are locked they are read once, of others once
 * until something is committed.
 */
export function rawSumsUntil(db: Db, books: Organisation, asAt: CivilDate): RawSum[] {
  const locked = lockedUntil(db, books, asAt);
  const read = (): RawSum[] => addedUp(db, books, asAt);
  const key = `raw sums ${books.id} ${asAt}`;
  // several proofs of one day are drawn of them
  return locked === undefined ? keptUntilCommit(db, key, read) : keptWhile(db, key, locked, read);
}

function addedUp(db: Db, books: Organisation, asAt: CivilDate): RawSum[] {
  const derived = derivedTo(db, rawSums, books.id);
  const part = partOfMonth(books.calendar, asAt);
  const whole = `SELECT account, stage, debit, credit FROM derived.raw_year_sum
    WHERE organisation = @organisation AND year < @year
    UNION ALL SELECT account, stage, debit, credit FROM derived.raw_sum
    WHERE organisation = @organisation AND period >= @year * 100 AND period <= @whole
    UNION ALL SELECT account, stage, @sign * max(amount, 0), -@sign * min(amount, 0)
    FROM line INDEXED BY line_part
    WHERE organisation = @organisation AND period = @period AND entry <= @derived AND date >= @from AND date <= @to
    UNION ALL`;
  return db.$client
    .prepare<object, RawSum>(
      `SELECT account, stage, sum(debit) AS debit, sum(credit) AS credit FROM (
        ${derived > 0 ? whole : ''}
        SELECT account, stage, max(amount, 0) AS debit, -min(amount, 0) AS credit
        FROM line WHERE organisation = @organisation AND entry > @derived AND date <= @asAt
      ) GROUP BY account, stage`,
    )
    .all({ organisation: books.id, derived, asAt, year: yearBegun(part.whole), ...part });
}

/** The year of which months are read: that after a period, if it ends one. */
function yearBegun(period: number): number {
  return yearOf(period) + (period % 100 === 12 ? 1 : 0);
}

/** What the raw lines from one day, or from the beginning, to another come to: those up to the last less those before the first. */
export function rawSumsWithin(db: Db, books: Organisation, from: CivilDate | undefined, to: CivilDate): RawSum[] {
  if (from === undefined) return rawSumsUntil(db, books, to);
  const key = ({ account, stage }: RawSum): string => `${account} ${stage}`;
  const before = new Map(rawSumsUntil(db, books, dayBefore(from)).map((sum) => [key(sum), sum]));
  return rawSumsUntil(db, books, to).map((sum) => {
    const earlier = before.get(key(sum));
    return { ...sum, debit: sum.debit - (earlier?.debit ?? 0), credit: sum.credit - (earlier?.credit ?? 0) };
  });
}
