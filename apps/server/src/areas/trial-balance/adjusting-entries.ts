import {
  type AccountId,
  type CivilDate,
  entryNumber,
  fiscalYearOf,
  type LedgerFlow,
  minor,
  type Minor,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { lettersOf } from '../journal/letters-of.js';
import type { LedgerView } from '../ledger/flow-store.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** Which adjustments: those of the stage that begins at `start`, dated up to `asAt`. */
interface Adjusted {
  readonly start: CivilDate;
  readonly asAt: CivilDate;
  /** Only lines of these combinations of breakdown values. */
  readonly combinations?: readonly number[] | undefined;
}

/**
 * Adjusting flows of the year from before a date, with the later reversals that take them back: a reversal counts
 * exactly when what it reverses does.
 */
export function adjustmentsBefore(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  { start, before, asAt, combinations }: Adjusted & { before: CivilDate },
): LedgerFlow[] {
  const rows = db.all<{ account: AccountId; amount: number }>(sql`
    WITH RECURSIVE adjustment AS (${adjustingEntries(organisation, view, { start, asAt })})
    SELECT l.account AS account, sum(l.amount) AS amount
    FROM adjustment AS e CROSS JOIN line AS l ON l.organisation = ${organisation.id} AND l.entry = e.place
    WHERE e."of" < ${before} AND e.date >= ${start} ${within(combinations)}
    GROUP BY l.account`);
  return rows.map((row) => ({ account: row.account, stage: 'adjusting', amount: minor(row.amount) }));
}

/** An adjusting entry, or the reversal of one, as the worksheet tells it. */
export interface AdjustingEntry {
  readonly place: number;
  readonly number: string;
  readonly date: CivilDate;
  readonly explanation: string;
  /** Its own letter, or that of what it takes back. */
  readonly letter: string;
  readonly isReversal: boolean;
}

/** What an adjusting entry puts on an account. */
export interface AdjustingLine {
  readonly entry: number;
  readonly account: AccountId;
  /** Minor units, neither negative. */
  readonly debit: Minor;
  readonly credit: Minor;
}

/** The adjusting entries dated from a day on, and the reversals that take them back; in the order of their letters. */
export function adjustmentsFrom(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  { start, from, asAt, combinations }: Adjusted & { from: CivilDate },
): { entries: AdjustingEntry[]; lines: AdjustingLine[] } {
  const rows = db.all<AdjustmentRow>(sql`
    WITH RECURSIVE adjustment AS (${adjustingEntries(organisation, view, { start, asAt })})
    SELECT * FROM adjustment WHERE "of" >= ${from} AND date >= ${start} ORDER BY ofPlace, place`);
  const lettered = rows.map(({ ofPlace, year }) => ({ place: ofPlace, year, kind: 'adjusting' as const }));
  const letters = lettersOf(db, organisation.id, lettered);
  const lines = db.all<{ entry: number; account: AccountId; debit: number; credit: number }>(sql`
    SELECT entry, account, sum(max(amount, 0)) AS debit, sum(max(-amount, 0)) AS credit FROM line
    WHERE organisation = ${organisation.id}
      AND entry IN (SELECT value FROM json_each(${JSON.stringify(rows.map(({ place }) => place))})) ${within(combinations)}
    GROUP BY entry, account`);
  return {
    entries: rows.map((row) => ({
      place: row.place,
      number: entryNumber(row.year, row.number),
      date: row.date,
      explanation: row.explanation,
      letter: letters.get(row.ofPlace) ?? '',
      isReversal: row.place !== row.ofPlace,
    })),
    lines: lines.map(({ entry, account, debit, credit }) => ({
      entry,
      account,
      debit: minor(debit),
      credit: minor(credit),
    })),
  };
}

interface AdjustmentRow {
  readonly place: number;
  readonly year: string;
  readonly number: number;
  readonly date: CivilDate;
  readonly explanation: string;
  /** The place of the adjusting entry that it is or takes back. */
  readonly ofPlace: number;
}

/** That a line is of some combinations. */
function within(combinations: readonly number[] | undefined) {
  if (combinations === undefined) return sql``;
  return sql`AND combination IN (SELECT value FROM json_each(${JSON.stringify(combinations)}))`;
}

/**
 * The adjusting entries of the date's fiscal year, by the index of such entries, and whatever of the same stage takes
 * them back, or back again, which are looked up one by one: where none is there, all entries would seem as few. What was
 * adjusted before the stage began is taken to be of its first day.
 */
function adjustingEntries(organisation: Organisation, view: LedgerView, { start, asAt }: Adjusted) {
  const known = view.knownTo ?? Number.MAX_SAFE_INTEGER;
  const { label } = fiscalYearOf(organisation.calendar, asAt);
  return sql`
    SELECT place, year, number, date, explanation, max(date, ${start}) AS "of", place AS ofPlace FROM entry
    WHERE organisation = ${organisation.id} AND year = ${label} AND kind = 'adjusting' AND date <= ${asAt}
      AND place <= ${known}
    UNION ALL
    SELECT r.place, r.year, r.number, r.date, r.explanation, a."of", a.ofPlace
    FROM adjustment AS a CROSS JOIN entry AS r INDEXED BY entry_reverses
      ON r.organisation = ${organisation.id} AND r.reverses = a.place
    WHERE r.stage = 'adjusting' AND r.date <= ${asAt} AND r.place <= ${known}`;
}
