import {
  BROUGHT_FORWARD,
  addDays,
  dayBefore,
  endOfMonth,
  minor,
  periodOf,
  type AccountId,
  type BooksCalendar,
  type CivilDate,
  type LedgerFlow,
  type Movement,
  type Stage,
} from '@just-ledger/core';
import { and, desc, eq, gt, gte, lte, sql, type SQL } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { accountTotal, entry, line } from '../database/schema.js';

/** What flows are asked of: an organisation's books, as known at some place of its chain. */
export interface LedgerView {
  readonly organisation: number;
  readonly calendar: BooksCalendar;
  /** Entries after this place are left out; undefined for all that is known. */
  readonly knownTo?: number | undefined;
}

/** The number under which totals keep a date's period: 0 before the first day, else year and month. */
export function periodNumber(calendar: BooksCalendar, date: CivilDate): number {
  const period = periodOf(calendar, date);
  return period === BROUGHT_FORWARD ? 0 : Number(period.replace('-', ''));
}

/**
 * What every account received from one day to another, by stage and movement: whole months from the totals, what is
 * left at either end from the lines. An account may appear in several flows.
 *
 * @param from the first day, or undefined for everything up to the last
 */
export function flowsBetween(db: Db, view: LedgerView, from: CivilDate | undefined, to: CivilDate): LedgerFlow[] {
  if (from !== undefined && from > to) return [];
  const { calendar } = view;
  const whole = wholePeriods(calendar, from, to);
  const flows: LedgerFlow[] =
    whole.first > whole.last ? [] : totalsBetween(db, view.organisation, whole.first, whole.last);
  for (const part of whole.parts) flows.push(...partOfPeriod(db, view, part.from, part.to));
  if (view.knownTo !== undefined) flows.push(...postedSince(db, view, view.knownTo, from, to));
  return flows;
}

/** The last place of the chain that was known at a moment; a bare date means its end. */
export function placeKnownOn(db: Db, organisation: number, moment: string): number {
  const until = moment.length === 10 ? `${moment}T23:59:59.999Z` : moment;
  const row = db
    .select({ place: entry.place })
    .from(entry)
    .where(and(eq(entry.organisation, organisation), lte(entry.postedAt, until)))
    .orderBy(desc(entry.place))
    .limit(1)
    .get();
  return row?.place ?? 0;
}

interface Part {
  readonly from: CivilDate | undefined;
  readonly to: CivilDate;
}

/** The periods that lie wholly in a span, and the parts of periods at its ends. */
function wholePeriods(
  calendar: BooksCalendar,
  from: CivilDate | undefined,
  to: CivilDate,
): { first: number; last: number; parts: Part[] } {
  const parts: Part[] = [];
  const ends = lastOfPeriod(calendar, to) === to;
  const begins =
    from === undefined || from === calendar.firstDay || (from > calendar.firstDay && from.endsWith('-01'));
  const fromNumber = from === undefined ? 0 : periodNumber(calendar, from);
  const toNumber = periodNumber(calendar, to);
  if (fromNumber === toNumber && !(begins && ends)) return { first: 1, last: 0, parts: [{ from, to }] };
  if (!begins && from !== undefined) parts.push({ from, to: lastOfPeriod(calendar, from) });
  if (!ends) parts.push({ from: firstOfPeriod(calendar, to), to });
  const first = begins ? fromNumber : periodNumber(calendar, addDays(lastOfPeriod(calendar, from as CivilDate), 1));
  const last = ends ? toNumber : periodNumber(calendar, dayBefore(firstOfPeriod(calendar, to) ?? calendar.firstDay));
  return { first, last, parts };
}

function lastOfPeriod(calendar: BooksCalendar, date: CivilDate): CivilDate {
  return date < calendar.firstDay ? dayBefore(calendar.firstDay) : endOfMonth(date);
}

/** The first day of a date's period; undefined before the first day, where the period has none. */
function firstOfPeriod(calendar: BooksCalendar, date: CivilDate): CivilDate | undefined {
  if (date < calendar.firstDay) return undefined;
  const begin = `${date.slice(0, 8)}01` as CivilDate;
  return begin < calendar.firstDay ? calendar.firstDay : begin;
}

function totalsBetween(db: Db, organisation: number, first: number, last: number): LedgerFlow[] {
  return (
    db
      .select({
        account: accountTotal.account,
        stage: accountTotal.stage,
        movement: accountTotal.movement,
        amount: sql<number>`sum(${accountTotal.amount})`,
      })
      .from(accountTotal)
      // the plus keeps the planner from sorting: in the order of the key, groups stream by
      .where(
        and(eq(accountTotal.organisation, organisation), sql`+${accountTotal.period} BETWEEN ${first} AND ${last}`),
      )
      .groupBy(accountTotal.organisation, accountTotal.account, accountTotal.stage, accountTotal.movement)
      .all()
      .map(flowOf)
  );
}

function partOfPeriod(db: Db, view: LedgerView, from: CivilDate | undefined, to: CivilDate): LedgerFlow[] {
  return lineFlows(
    db,
    view.organisation,
    and(
      eq(line.period, periodNumber(view.calendar, to)),
      from === undefined ? undefined : gte(line.date, from),
      lte(line.date, to),
    ),
  );
}

/** What was posted after a place, the other way round. */
function postedSince(
  db: Db,
  view: LedgerView,
  place: number,
  from: CivilDate | undefined,
  to: CivilDate,
): LedgerFlow[] {
  const condition = and(
    gt(line.entry, place),
    from === undefined ? undefined : gte(line.date, from),
    lte(line.date, to),
  );
  return lineFlows(db, view.organisation, condition).map((flow) => ({ ...flow, amount: minor(-flow.amount) }));
}

function lineFlows(db: Db, organisation: number, condition: SQL | undefined): LedgerFlow[] {
  return db
    .select({
      account: line.account,
      stage: line.stage,
      movement: line.movement,
      amount: sql<number>`sum(${line.amount})`,
    })
    .from(line)
    .where(and(eq(line.organisation, organisation), condition))
    .groupBy(line.account, line.stage, line.movement)
    .all()
    .map(flowOf);
}

function flowOf(row: { account: number; stage: string; movement: string; amount: number }): LedgerFlow {
  return {
    account: row.account as AccountId,
    stage: row.stage as Stage,
    movement: row.movement === '' ? undefined : (row.movement as Movement),
    amount: minor(row.amount),
  };
}
