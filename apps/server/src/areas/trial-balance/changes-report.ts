import type { ChangesQuery, ChangesResponse } from '@just-ledger/contract';
import {
  changedAmounts,
  type CivilDate,
  entryNumber,
  fiscalYears,
  formatAmount,
  groupsOf,
  minor,
  periodName,
  periodsBetween,
  yearName,
} from '@just-ledger/core';
import { and, asc, between, count, desc, eq, gt, inArray, ne } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, periodEvent, person } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';

/** So many entries are told at most. */
const MOST = 1_000;

/** What some days brought otherwise than was known at a moment. @throws {Refusal} 422 if a date or the moment is none */
export function changesReport(
  db: Db,
  organisation: Organisation,
  query: ChangesQuery,
  today: CivilDate,
): ChangesResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const moments = momentsOf(db, organisation, from, to, today);
  const since = query.since || moments[0]?.at || to;
  const view = ledgerView(db, organisation, since, 'since');
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const later = and(
    eq(entry.organisation, organisation.id),
    gt(entry.place, view.knownTo ?? 0),
    between(entry.date, from, to),
    ne(entry.stage, 'closing'),
  );
  const rows = db
    .select({ entry, by: person.name })
    .from(entry)
    .leftJoin(person, eq(person.id, entry.postedBy))
    .where(later)
    .orderBy(asc(entry.place))
    .limit(MOST)
    .all();
  const now = { organisation: organisation.id, calendar: organisation.calendar };
  return {
    from,
    to,
    since,
    moments,
    rows: changedAmounts(
      loadChart(db, organisation.id),
      flowsBetween(db, view, from, to),
      flowsBetween(db, now, from, to),
    ).map((changedAmount) => ({
      account: changedAmount.account.number,
      name: changedAmount.account.name,
      then: write(changedAmount.then),
      now: write(changedAmount.now),
      change: write(changedAmount.now - changedAmount.then),
    })),
    entries: rows.map((row) => ({
      number: entryNumber(row.entry.year, row.entry.number),
      date: row.entry.date,
      postedAt: row.entry.postedAt,
      by: row.by ?? '',
      explanation: row.entry.explanation,
      amount: write(row.entry.debit),
    })),
    count:
      rows.length < MOST ? rows.length : (db.select({ count: count() }).from(entry).where(later).get()?.count ?? 0),
  };
}

/**
 * When months or years that some days touch were locked or closed. What happened without an entry in between is one moment,
 * told as the most it did.
 */
function momentsOf(
  db: Db,
  organisation: Organisation,
  from: CivilDate,
  to: CivilDate,
  today: CivilDate,
): ChangesResponse['moments'] {
  const { calendar } = organisation;
  const years = fiscalYears(calendar, today).filter(({ first, last }) => first <= to && last >= from);
  const names = new Map<string, string>([
    ...periodsBetween(calendar, from, to).map((period): [string, string] => [period, periodName(calendar, period)]),
    ...years.map((year): [string, string] => [year.label, yearName(year)]),
  ]);
  const events = db
    .select({
      at: periodEvent.at,
      period: periodEvent.period,
      event: periodEvent.event,
      entries: periodEvent.entries,
    })
    .from(periodEvent)
    .where(
      and(
        eq(periodEvent.organisation, organisation.id),
        inArray(periodEvent.period, [...names.keys()]),
        inArray(periodEvent.event, ['locked', 'closed']),
      ),
    )
    .orderBy(desc(periodEvent.id))
    .all();
  const byPlace = groupsOf(events, ({ entries }) => entries);
  return [...byPlace.values()].map((all) => {
    const { at = '' } = all[0] ?? {};
    const closed = all.find(({ event }) => event === 'closed');
    const [first] = all;
    const name = names.get((closed ?? first)?.period ?? '') ?? '';
    if (closed) return { at, what: `${name} closed` };
    return { at, what: all.length === 1 ? `${name} locked` : `locked up to ${name}` };
  });
}

/** The accounts as rows of a file. */
export function changesRows({ rows }: ChangesResponse): string[][] {
  return rows.map(({ account, name, then, now, change }) => [account, name, then, now, change]);
}
