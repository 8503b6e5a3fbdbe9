import {
  explainedBy,
  type Explanation,
  isPeriod,
  lockedName,
  longMoment,
  minor,
  type Proof,
  proofOf,
  sumOf,
} from '@just-ledger/core';
import { asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { periodEvent, periodLock, takeOn, takeOnEvent, yearClosing } from '../../platform/database/schema.js';
import { missingHistories } from '../../platform/database/chain-ends.js';
import type { KeptEnd } from '../../platform/database/ends-beside.js';
import {
  checkHistory,
  type HistoryCheck,
  type HistoryName,
  SEALED_HISTORIES,
} from '../../platform/database/sealed-histories.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { type Compared, setUpAgainstHistory } from './set-up-against-history.js';

/** What the histories are of, within a sentence. */
const HISTORY_NAMES: Readonly<Record<HistoryName, string>> = {
  periods: 'locks and closings',
  takeOn: 'the take-on',
  setUp: 'the set-up',
};

/**
 * What happened to locks, sign-offs and the set-up, record after record as it was sealed, and whether locks, closed years,
 * and the set-up stand as these records leave them.
 *
 * @param beside the chain ends of the organisation that are kept beside the books
 */
export function historyProof(db: Db, organisation: Organisation, beside: readonly KeptEnd[]): Proof {
  const { periods, takeOn, setUp } = SEALED_HISTORIES;
  const histories = [
    { what: HISTORY_NAMES.periods, check: checkHistory(db, periods, organisation.id) },
    { what: HISTORY_NAMES.takeOn, check: checkHistory(db, takeOn, organisation.id) },
    { what: HISTORY_NAMES.setUp, check: checkHistory(db, setUp, organisation.id) },
  ];
  const missing = beside.flatMap(({ keeper, histories }) =>
    missingHistories(db, organisation.id, histories).map(
      (name) => `${keeper} keeps the seal of a record of ${HISTORY_NAMES[name]} that is not there`,
    ),
  );
  const stands = [
    locksAgainstHistory(db, organisation),
    closedYearsAgainstHistory(db, organisation),
    takeOnAgainstHistory(db, organisation),
    ...setUpAgainstHistory(db, organisation.id),
  ];
  const explanations: Explanation[] = [
    ...histories.flatMap(({ what, check }) => brokenHistory(what, check)),
    ...[...missing, ...stands.flatMap(({ wrong }) => wrong)].map((label) => ({ label, amount: minor(1) })),
  ];
  const all = [...histories.map(({ check }) => check.records), ...stands.map(({ count }) => count)];
  const left = all.reduce((sum, count) => sum + count, beside.length * histories.length);
  const [first] = explanations;
  return explainedBy(
    proofOf('history', {
      leftLabel: 'Records and what they leave',
      left: minor(left),
      rightLabel: 'As sealed, and as recorded',
      right: minor(left - sumOf(explanations.map(({ amount }) => amount))),
      unit: 'records',
      remark: first
        ? `${first.label}.`
        : 'Every record of locks, sign-offs and set-up has its seal; locks, closed years, accounts, contacts, breakdowns, tax codes and currencies are as they leave them.',
    }),
    explanations,
  );
}

function brokenHistory(what: string, { records, intact, brokenAt }: HistoryCheck): Explanation[] {
  if (brokenAt === undefined) return [];
  const label = `What happened to ${what} on ${longMoment(brokenAt)} is not what was sealed, or something before it is missing; this and all after it`;
  return [{ label, amount: minor(records - intact) }];
}

/** Each period that is locked, or would be. */
function locksAgainstHistory(db: Db, { id, calendar }: Organisation): Compared {
  const byHistory = new Map<string, string>();
  for (const { event, period, entries, seal } of eventsOf(db, id)) {
    if (event === 'locked') byHistory.set(period, `${entries} ${seal}`);
    else if (event === 'unlocked') byHistory.delete(period);
  }
  const locks = db.select().from(periodLock).where(eq(periodLock.organisation, id)).all();
  const now = new Map<string, string>(locks.map(({ period, entries, seal }) => [period, `${entries} ${seal}`]));
  const periods = [...new Set([...byHistory.keys(), ...now.keys()])].sort();
  return {
    count: periods.length,
    wrong: periods.flatMap((period) => {
      const [recorded, found] = [byHistory.get(period), now.get(period)];
      if (recorded === found) return [];
      const lock = `lock of ${lockedName(calendar, period)}`;
      if (found === undefined) return [`The ${lock} is gone, though nobody has unlocked it`];
      if (recorded === undefined) return [`There is a ${lock}, though nobody has locked it`];
      return [`The ${lock} is not the one that was recorded`];
    }),
  };
}

/** Each year that is closed, or would be. */
function closedYearsAgainstHistory(db: Db, { id }: Organisation): Compared {
  const byHistory = new Set<string>();
  for (const { event, period } of eventsOf(db, id)) {
    if (isPeriod(period)) continue;
    if (event === 'closed') byHistory.add(period);
    else if (event === 'reopened') byHistory.delete(period);
  }
  const closings = db
    .select({ year: yearClosing.year })
    .from(yearClosing)
    .where(eq(yearClosing.organisation, id))
    .all();
  const now = new Set(closings.map(({ year }) => year));
  const years = [...new Set([...byHistory, ...now])].sort();
  return {
    count: years.length,
    wrong: years
      .filter((year) => byHistory.has(year) !== now.has(year))
      .map((year) =>
        now.has(year)
          ? `${year} counts as closed, though nobody has closed it`
          : `${year} was closed and not reopened since, and does not count as closed`,
      ),
  };
}

function eventsOf(db: Db, organisation: number) {
  return db
    .select()
    .from(periodEvent)
    .where(eq(periodEvent.organisation, organisation))
    .orderBy(asc(periodEvent.id))
    .all();
}

function takeOnAgainstHistory(db: Db, { id }: Organisation): Compared {
  const events = db
    .select()
    .from(takeOnEvent)
    .where(eq(takeOnEvent.organisation, id))
    .orderBy(asc(takeOnEvent.id))
    .all();
  const row = db.select().from(takeOn).where(eq(takeOn.organisation, id)).get();
  const [byHistory, now] = [events.at(-1)?.event === 'signed-off', (row?.signedOffAt ?? null) !== null];
  if (events.length === 0 && !now) return { count: 0, wrong: [] };
  const wrong = now
    ? 'The take-on counts as signed off, though nobody has signed it off'
    : 'The sign-off of the take-on is gone';
  return { count: 1, wrong: byHistory === now ? [] : [wrong] };
}
