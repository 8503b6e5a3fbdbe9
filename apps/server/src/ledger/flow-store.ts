import {
  BROUGHT_FORWARD,
  minor,
  periodOf,
  spanParts,
  type AccountId,
  type BooksCalendar,
  type CivilDate,
  type LedgerFlow,
  type Movement,
  type Period,
  type Stage,
} from '@just-ledger/core';
import { and, desc, eq, gt, gte, lte, sql } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { keptUntilCommit } from '../database/kept-reading.js';
import { entry, line } from '../database/schema.js';
import { flowStatements, type FlowRow } from './flow-statements.js';

/** What flows are asked of: an organisation's books, as known at some place of its chain. */
export interface LedgerView {
  readonly organisation: number;
  readonly calendar: BooksCalendar;
  /** Entries after this place are left out; undefined for all that is known. */
  readonly knownTo?: number | undefined;
}

/** Before any date. */
const THE_BEGINNING = '0000-00-00';

/** The number under which totals keep a date's period: 0 before the first day, else year and month. */
export function periodNumber(calendar: BooksCalendar, date: CivilDate): number {
  return numberOf(periodOf(calendar, date));
}

function numberOf(period: Period): number {
  return period === BROUGHT_FORWARD ? 0 : Number(period.replace('-', ''));
}

/**
 * What accounts received from one day to another, by stage and movement: whole years and months from their totals,
 * parts of months from the lines. An account may appear in several flows, also in such of zero.
 *
 * @param from the first day, or undefined for everything up to the last
 * @param account only this one's flows
 */
export function flowsBetween(
  db: Db,
  view: LedgerView,
  from: CivilDate | undefined,
  to: CivilDate,
  account?: AccountId,
): readonly LedgerFlow[] {
  if (from !== undefined && from > to) return [];
  const key = `flows ${view.organisation} ${from ?? ''} ${to} ${account ?? ''}`;
  const flows = keptUntilCommit(db, key, () => readFlows(db, view, from, to, account));
  return view.knownTo === undefined ? flows : [...flows, ...postedSince(db, view, view.knownTo, from, to, account)];
}

function readFlows(
  db: Db,
  { organisation, calendar }: LedgerView,
  from: CivilDate | undefined,
  to: CivilDate,
  account: AccountId | undefined,
): LedgerFlow[] {
  const of = { organisation, ...(account !== undefined && { account }) };
  const statements = flowStatements(db);
  const { years, months, days } = spanParts(calendar, from, to);
  const [firstYear, lastYear] = [years[0], years.at(-1)];
  return [
    ...(firstYear === undefined || lastYear === undefined ? [] : statements.years(of, firstYear, lastYear)),
    ...months.flatMap((run) => statements.months(of, run.year, numberOf(run.first), numberOf(run.last))),
    ...days.flatMap((part) =>
      statements.days(of, part.year, numberOf(part.period), part.from ?? THE_BEGINNING, part.to),
    ),
  ].map(flowOf);
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

/** What was posted after a place, the other way round. */
function postedSince(
  db: Db,
  view: LedgerView,
  place: number,
  from: CivilDate | undefined,
  to: CivilDate,
  account: AccountId | undefined,
): LedgerFlow[] {
  const condition = and(
    gt(line.entry, place),
    account === undefined ? undefined : eq(line.account, account),
    from === undefined ? undefined : gte(line.date, from),
    lte(line.date, to),
  );
  return db
    .select({
      account: line.account,
      stage: line.stage,
      movement: line.movement,
      amount: sql<number>`sum(${line.amount})`,
    })
    .from(line)
    .where(and(eq(line.organisation, view.organisation), condition))
    .groupBy(line.account, line.stage, line.movement)
    .all()
    .map(({ account: id, stage, movement, amount }) => flowOf([id, stage, movement, -amount]));
}

function flowOf([account, stage, movement, amount]: FlowRow): LedgerFlow {
  return {
    account: account as AccountId,
    stage: stage as Stage,
    movement: movement === '' ? undefined : (movement as Movement),
    amount: minor(amount),
  };
}
