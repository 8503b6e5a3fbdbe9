import {
  addMonths,
  type AccountId,
  balancesAtStage,
  type CivilDate,
  earlierOf,
  exponentOf,
  type Finding,
  firstOfMonth,
  fiscalYears,
  type Minor,
  Review,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadChart } from '../accounts/account-store.js';
import { booksVersion, entriesPosted } from '../ledger/books-version.js';
import { flowsAtDate } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { closedYears } from '../periods/period-store.js';
import { askedDays, keepReview, keepsReviews, keptReview, type ReviewOf } from './kept-reviews.js';
import { notReviewed } from './not-reviewed.js';
import { reviewedEntries } from './reviewed-entries.js';

/** So many spans of days that somebody had to wait for are reviewed ahead. */
const MOST_ASKED = 2;

/** So many months before the days that are reviewed are read as their history. */
const HISTORY = 12;

/** The days that are reviewed, and that of today. */
export interface ReviewedDays {
  readonly from: CivilDate;
  readonly to: CivilDate;
  readonly today: CivilDate;
}

/** From so many entries on a review takes long: one thread makes it, and it is kept beside the books. */
const LARGE = 5_000;

/** Whether books are so large that reviews of them are kept. */
export function isLarge(db: Db, organisation: number): boolean {
  return entriesPosted(db, organisation) >= LARGE;
}

/** What is found in some days. @throws {Refusal} `not-reviewed` where another thread has to review them */
export function foundBetween(
  db: Db,
  organisation: Organisation,
  days: ReviewedDays,
  isAsked = true,
): readonly Finding[] {
  const asked = reviewOf(db, organisation, days);
  return keptWhile(db, `findings ${organisation.id} ${days.from} ${days.to}`, asked.version, () => {
    if (!isLarge(db, organisation.id)) return review(db, organisation, days);
    const known = keptReview(db, asked);
    if (known) return known;
    if (!keepsReviews(db)) throw notReviewed();
    const found = review(db, organisation, days);
    keepReview(db, asked, found, isAsked);
    return found;
  });
}

function reviewOf(db: Db, { id: organisation }: Organisation, { from, to, today }: ReviewedDays): ReviewOf {
  return { organisation, from, to, version: `${booksVersion(db, organisation)} ${earlierOf(to, today)}` };
}

/**
 * Reviews some days of large books before somebody asks: those up to today, those of the next year to be closed, and those
 * that somebody had to wait for.
 *
 * @returns whether there was something to review
 */
export const reviewAhead = defineReport(
  'reviewAhead',
  (db: Db, organisation: Organisation, _: object, today: CivilDate): boolean => {
    if (!isLarge(db, organisation.id)) return false;
    const spans = [
      reportSpan({}, organisation, today),
      ...yearToClose(db, organisation, today),
      ...askedDays(db, organisation.id, MOST_ASKED),
    ];
    const next = spans
      .map((span): ReviewedDays => ({ ...span, today }))
      .find((days) => keptReview(db, reviewOf(db, organisation, days)) === undefined);
    if (next) foundBetween(db, organisation, next, false);
    return next !== undefined;
  },
);

/** The days of the first year that has begun and is not closed. */
function yearToClose(db: Db, { id, calendar }: Organisation, today: CivilDate): { from: CivilDate; to: CivilDate }[] {
  const closed = closedYears(db, id);
  const year = fiscalYears(calendar, today).find(({ label, first }) => first <= today && !closed.has(label));
  return year ? [{ from: year.first, to: earlierOf(year.last, today) }] : [];
}

function review(db: Db, organisation: Organisation, { from, to, today }: ReviewedDays): Finding[] {
  const chart = loadChart(db, organisation.id);
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  const kept = new Map<CivilDate, ReadonlyMap<AccountId, Minor>>();
  const balancesAt = (date: CivilDate): ReadonlyMap<AccountId, Minor> => {
    const held = kept.get(date);
    if (held) return held;
    const { balanceOf } = balancesAtStage(chart, flowsAtDate(db, organisation, view, date), 'adjusted');
    const balances = new Map(chart.accounts.map((account) => [account.id, balanceOf(account)]));
    kept.set(date, balances);
    return balances;
  };
  const exponent = exponentOf(organisation.baseCurrency);
  const { firstDay } = organisation.calendar;
  const eyes = new Review({
    ...{ chart, from, to, today, firstDay, balancesAt },
    unit: exponent === 0 ? 100 : 10 ** exponent,
  });
  const start = firstOfMonth(addMonths(from, -HISTORY));
  for (const entry of reviewedEntries(db, organisation.id, start, to)) eyes.add(entry);
  return eyes.findings();
}
