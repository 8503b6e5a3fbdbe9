import type { EvidencePartResponse, FindingResponse, FindingsQuery, FindingsResponse } from '@just-ledger/contract';
import {
  accountIn,
  addMonths,
  type AccountId,
  balancesAtStage,
  type CivilDate,
  earlierOf,
  endOfMonth,
  type EvidencePart,
  exponentOf,
  type Finding,
  firstOfMonth,
  fiscalYears,
  formatAmount,
  type Minor,
  parseCivilDate,
  Review,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadChart } from '../accounts/account-store.js';
import { numbersOf } from '../journal/entry-links.js';
import { findEntryByNumber } from '../journal/entry-store.js';
import { booksVersion, entriesPosted } from '../ledger/books-version.js';
import { flowsAtDate } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { closedYears } from '../periods/period-store.js';
import { lastSaid, versionOfSaid } from './finding-events.js';
import { askedDays, keepReview, keepsReviews, keptReview, type ReviewOf } from './kept-reviews.js';
import { notReviewed } from './not-reviewed.js';
import { reviewedEntries } from './reviewed-entries.js';

/** So many spans of days that somebody had to wait for are reviewed ahead. */
const MOST_ASKED = 2;

/** So many months before the days that are reviewed are read as their history. */
const HISTORY = 12;

/** What an auditor would ask about a span of days, and what was said of it. */
export const findingsOf = defineReport(
  'findingsOf',
  (db: Db, organisation: Organisation, query: FindingsQuery, today: CivilDate): FindingsResponse => {
    const { from, to } = reportSpan(query, organisation, today);
    return findingsBetween(db, organisation, { from, to, today });
  },
);

/** The days that are reviewed, and that of today. */
interface ReviewedDays {
  readonly from: CivilDate;
  readonly to: CivilDate;
  readonly today: CivilDate;
}

function findingsBetween(db: Db, organisation: Organisation, days: ReviewedDays): FindingsResponse {
  const { from, to } = days;
  const chart = loadChart(db, organisation.id);
  const found = foundBetween(db, organisation, days);
  const said = lastSaid(db, organisation.id);
  const numbers = numbersOf(
    db,
    organisation.id,
    found.flatMap(({ entries }) => entries),
  );
  const findings = found.map((finding): FindingResponse => {
    const evidence = finding.evidence.map((part) => evidenceResponse(part, organisation));
    const last = said.get(finding.id);
    const isLookedAt =
      last?.state === 'looked-at' && (last.evidence === null || last.evidence === plainEvidence(evidence));
    return {
      id: finding.id,
      type: finding.type,
      title: finding.title,
      evidence,
      account: finding.account === undefined ? null : accountIn(chart, finding.account).number,
      entries: finding.entries.flatMap((sequence) => numbers.get(sequence) ?? []),
      state: isLookedAt ? 'looked-at' : 'open',
      reason: last?.reason ?? null,
      by: last?.by ?? null,
      at: last?.at ?? null,
      version: versionOfSaid(last),
    };
  });
  return { from, to, open: findings.filter(({ state }) => state === 'open').length, findings };
}

/** What was found in a span of days and nobody has looked at, as the core tells it. */
export function openFindings(db: Db, organisation: Organisation, days: ReviewedDays): Finding[] {
  const open = new Set(
    findingsBetween(db, organisation, days)
      .findings.filter(({ state }) => state === 'open')
      .map(({ id }) => id),
  );
  return foundBetween(db, organisation, days).filter(({ id }) => open.has(id));
}

/** From so many entries on a review takes long: one thread makes it, and it is kept beside the books. */
const LARGE = 5_000;

/** Whether books are so large that reviews of them are kept. */
export function isLarge(db: Db, organisation: number): boolean {
  return entriesPosted(db, organisation) >= LARGE;
}

/** What is found in some days. @throws {Refusal} `not-reviewed` where another thread has to review them */
function foundBetween(db: Db, organisation: Organisation, days: ReviewedDays, isAsked = true): readonly Finding[] {
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

/** The days that findings are about at which nobody has looked; those about a balance belong to the last of the span. */
export function daysOfFindings(db: Db, organisation: Organisation, days: ReviewedDays): CivilDate[] {
  const { from, to } = days;
  const { findings } = findingsBetween(db, organisation, days);
  const open = findings.filter(({ state }) => state === 'open');
  const dates = entryDates(
    db,
    organisation.id,
    open.flatMap(({ entries }) => entries.slice(0, 1)),
  );
  return open.map(({ id, type, entries: [entry] }) => {
    if (type === 'month-missing') return endOfMonth(parseCivilDate(`${id.slice(-7)}-01`));
    const date = entry === undefined ? undefined : dates.get(entry);
    return date !== undefined && date >= from ? date : to;
  });
}

/** The dates of entries, by their numbers. */
function entryDates(db: Db, organisation: number, numbers: readonly string[]): Map<string, CivilDate> {
  return new Map(
    numbers.flatMap((number) => {
      const row = findEntryByNumber(db, organisation, number);
      return row ? [[number, row.date] as const] : [];
    }),
  );
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

function evidenceResponse(part: EvidencePart, { baseCurrency }: Organisation): EvidencePartResponse {
  return typeof part === 'string' ? { text: part } : { amount: formatAmount(part.amount, baseCurrency) };
}

/** What a finding rests on as one text, by which it is known again. */
function plainEvidence(evidence: readonly EvidencePartResponse[]): string {
  return evidence.map((part) => ('text' in part ? part.text : part.amount)).join('');
}
