import {
  type AccountId,
  type BooksCalendar,
  type CivilDate,
  dayBefore,
  endOfMonth,
  type LedgerFlow,
  minor,
  monthOf,
  negated,
} from '@just-ledger/core';
import { and, between, eq, gte, lte, max, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { entry, line } from '../../platform/database/schema.js';
import { type BalanceRow, balanceStatements } from './balance-statements.js';
import { partOfMonth } from './part-of-month.js';

/** What flows are asked of: an organisation's books, as known at some place of its chain. */
export interface LedgerView {
  readonly organisation: number;
  readonly calendar: BooksCalendar;
  /** Entries after this place are left out; undefined for all that is known. */
  readonly knownTo?: number | undefined;
}

/** Entries are few up to this part of all. */
const FEW = 8;

/**
 * The number under which lines and totals keep a date: 0 before the first day, else year and month of the calendar,
 * whatever the day on which fiscal years begin.
 */
export function periodNumber(calendar: BooksCalendar, date: CivilDate): number {
  return date < calendar.firstDay ? 0 : Number(monthOf(date).replace('-', ''));
}

/**
 * What accounts received from one day to another, by stage and movement: what they held at the end less what they held
 * at the beginning. Flows of zero are left out.
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
  const flows = keptUntilCommit(db, key, () => {
    const before = from === undefined ? [] : balancesAt(db, view, dayBefore(from), account);
    return difference(balancesAt(db, view, to, account), before);
  });
  if (view.knownTo === undefined) return flows;
  const known = view.knownTo;
  return keptUntilCommit(db, `${key} known to ${known}`, () => {
    const last = lastPlace(db, view.organisation);
    const posted = (places: Places): LedgerFlow[] => linesPosted(db, view, places, [from, to], account);
    // whatever is less to read: what was known then, or what came since
    return known < last / 2
      ? posted({ first: 1, last: known, inAll: last })
      : [...flows, ...posted({ first: known + 1, last, inAll: last }).map(takenBack)];
  });
}

/** What accounts held at the end of a day. */
function balancesAt(
  db: Db,
  { organisation, calendar }: LedgerView,
  date: CivilDate,
  account: AccountId | undefined,
): readonly BalanceRow[] {
  return keptUntilCommit(db, `balances ${organisation} ${date} ${account ?? ''}`, () => {
    const { period, sign } = partOfMonth(calendar, date);
    const end = date < calendar.firstDay ? dayBefore(calendar.firstDay) : endOfMonth(date);
    const way = date === end ? 'whole' : sign === 1 ? 'added' : 'takenOff';
    return balanceStatements(db)(way, { organisation, account, period, to: date });
  });
}

/** What has come between two readings of balances: the earlier has no rows that the later has not, in the same order. */
function difference(held: readonly BalanceRow[], before: readonly BalanceRow[]): LedgerFlow[] {
  let index = 0;
  const flows = held.flatMap(([account, stage, movement, amount]) => {
    const earlier = before[index];
    const same = earlier?.[0] === account && earlier[1] === stage && earlier[2] === movement;
    if (same) index += 1;
    const received = same ? amount - earlier[3] : amount;
    return received === 0 ? [] : [flowOf([account, stage, movement, received])];
  });
  if (index < before.length) throw new Error('balances were read at two moments');
  return flows;
}

/** The last place of the chain that was known at a moment; a bare date means its end. */
export function placeKnownOn(db: Db, organisation: number, moment: string): number {
  const until = moment.length === 10 ? `${moment}T23:59:59.999Z` : moment;
  const postedAt = momentOfPlace(db);
  const read = (): number => {
    // the database takes no entry that was posted before the one it follows: the moments stand in the order of the places
    let [known, beyond] = [0, lastPlace(db, organisation) + 1];
    while (beyond - known > 1) {
      const middle = Math.floor((known + beyond) / 2);
      if ((postedAt.get(organisation, middle) ?? '') <= until) known = middle;
      else beyond = middle;
    }
    return known;
  };
  return keptUntilCommit(db, `place known ${organisation} ${until}`, read);
}

const momentOfPlace = oncePerConnection(({ $client }) =>
  $client
    .prepare<[number, number], string>('SELECT posted_at FROM entry WHERE organisation = ? AND place = ?')
    .pluck(),
);

/** Places of the chain, from one to another, both among them. */
interface Places {
  readonly first: number;
  readonly last: number;
  /** How many places there are. */
  readonly inAll: number;
}

/** What the lines of some entries come to, dated in a span. */
function linesPosted(
  db: Db,
  { organisation }: LedgerView,
  { first, last, inAll }: Places,
  [from, to]: readonly [CivilDate | undefined, CivilDate],
  account: AccountId | undefined,
): LedgerFlow[] {
  const named = {
    account: line.account,
    stage: line.stage,
    movement: line.movement,
    amount: sql<number>`sum(${line.amount})`,
  };
  const dated = (date: typeof entry.date | typeof line.date): SQL | undefined =>
    and(from === undefined ? undefined : gte(date, from), lte(date, to));
  const ofAccount = account === undefined ? undefined : eq(line.account, account);
  // of few entries their lines are read, of many all lines of the days
  const isFew = last - first < inAll / FEW;
  const query = isFew
    ? db
        .select(named)
        .from(entry)
        .crossJoin(line)
        .where(
          and(
            eq(entry.organisation, organisation),
            between(entry.place, first, last),
            dated(entry.date),
            eq(line.organisation, entry.organisation),
            eq(line.entry, entry.place),
            ofAccount,
          ),
        )
    : db
        .select(named)
        .from(line)
        .where(
          and(eq(line.organisation, organisation), between(line.entry, first, last), ofAccount, dated(line.date)),
        );
  return query
    .groupBy(line.account, line.stage, line.movement)
    .all()
    .map(({ account: id, stage, movement, amount }) => flowOf([id, stage, movement, amount]));
}

function takenBack(flow: LedgerFlow): LedgerFlow {
  return { ...flow, amount: negated(flow.amount) };
}

/** The last place of the chain. */
function lastPlace(db: Db, organisation: number): number {
  return (
    db
      .select({ place: max(entry.place) })
      .from(entry)
      .where(eq(entry.organisation, organisation))
      .get()?.place ?? 0
  );
}

function flowOf([account, stage, movement, amount]: BalanceRow): LedgerFlow {
  return {
    account,
    stage,
    movement: movement === '' ? undefined : movement,
    amount: minor(amount),
  };
}
