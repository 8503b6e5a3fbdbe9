import { breakdownsOf } from '../breakdowns/breakdown-store.js';
import type { ClosingQuery, ClosingRehearsalResponse } from '@just-ledger/contract';
import {
  type AccountId,
  accountIn,
  addDays,
  type Chart,
  type CheckedEntry,
  type CivilDate,
  closingEntries,
  type ClosingForm,
  dayBefore,
  entryNumber,
  fiscalMonthOf,
  type FiscalYear,
  fiscalYears,
  formatAmount,
  fundByRules,
  isTemporary,
  type LedgerFlow,
  longDate,
  minor,
  periodName,
  type PostedEntry,
  type Problem,
  type Sharer,
  sharersOf,
  type TemporaryBalance,
  trialBalance,
  valueNames,
  yearName,
  versionOf,
} from '@just-ledger/core';
import { and, eq, gte, inArray, lte, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, line, periodLock } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { draftsBetween } from '../journal/draft-store.js';
import { isNotReversed, postedEntriesOf } from '../journal/posted-entries.js';
import { combinationsOf, partsWithin } from '../ledger/combination-parts.js';
import { closingsWithin, flowsAtDate } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { closedYears } from '../periods/period-store.js';
import { agreedRules } from '../periods/profit-sharings.js';
import { rulesOfToday } from '../periods/rules-of-years.js';
import { dueOccurrences, recurringJournalsOf } from '../recurring/recurring-store.js';
import { trialBalanceResponse } from '../trial-balance/trial-balance-report.js';
import { type ClosingSpan, closingSpan, isClosed } from './closing-span.js';
import { closingEvents, closingHistory, formerClosing } from './former-closing.js';
import { nextOpening } from './next-opening.js';

/** A remark on a closing: what stands in the way of it, or should be looked at first. */
export type ClosingRemark = ClosingRehearsalResponse['remarks'][number];

/** What closing a year would do, as core objects. */
export interface PreparedClosing {
  readonly year: FiscalYear;
  readonly span: ClosingSpan;
  readonly chart: Chart;
  readonly closed: boolean;
  readonly form: ClosingForm;
  readonly entries: readonly CheckedEntry[];
  readonly remarks: readonly ClosingRemark[];
}

/** The version of what a closing would post. */
export function versionOfClosing({ entries }: PreparedClosing): number {
  return versionOf(
    entries.map(({ explanation, lines }) => ({
      explanation,
      lines: lines.map(({ account, amount, breakdowns }) => ({ account, amount, breakdowns })),
    })),
  );
}

/** Prepares the closing of a year, or of part of it. @throws {Refusal} 404 if the books do not have it */
export function prepareClosing(
  db: Db,
  organisation: Organisation,
  label: string,
  today: CivilDate,
  { form: asked, until }: ClosingQuery = {},
): PreparedClosing {
  const span = closingSpan(organisation, label, until, today);
  const { year, end, isWhole } = span;
  const chart = loadChart(db, organisation.id);
  const closed = isClosed(db, organisation, span);
  const form =
    asked ??
    (chart.accounts.some((account) => account.role === 'income-summary' && account.active)
      ? 'income-summary'
      : 'direct');
  const breakdowns = loadBreakdowns(db, organisation.id);
  const basis = {
    chart,
    kind: organisation.kind,
    breakdowns,
    date: end,
    isPart: !isWhole,
    sharers: agreedSharers(db, organisation, span),
    balances: temporaryBalances(db, organisation, chart, { first: year.first, last: end }),
  };
  const prepared = closed ? { ok: true as const, value: [] } : closingEntries(basis, asked);
  const remarks = closed ? [] : remarksOn(db, organisation, chart, span, today, prepared.ok ? [] : prepared.problems);
  return { year, span, chart, closed, form, entries: prepared.ok ? prepared.value : [], remarks };
}

/** Who takes the result by what partners agreed, of the days that are closed now; undefined where nothing was agreed. */
function agreedSharers(db: Db, organisation: Organisation, { year, end }: ClosingSpan): Sharer[] | undefined {
  const view = { organisation: organisation.id, calendar: organisation.calendar };
  const last = closingsWithin(db, view, year.first, dayBefore(end)).at(-1);
  const first = last ? addDays(last, 1) : year.first;
  const resultTo = agreedRules(db, organisation, first);
  return resultTo && sharersOf({ resultTo }, { first, last: end }, year.last);
}

/** The closing rehearsal as it goes over the wire. */
export function closingRehearsal(
  db: Db,
  organisation: Organisation,
  label: string,
  today: CivilDate,
  query: ClosingQuery = {},
): ClosingRehearsalResponse {
  const prepared = prepareClosing(db, organisation, label, today, query);
  const { year, span, chart, closed, form, entries, remarks } = prepared;
  const { end, isWhole } = span;
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const flows = flowsAtDate(
    db,
    organisation,
    { organisation: organisation.id, calendar: organisation.calendar },
    end,
  );
  const kept: readonly (CheckedEntry | PostedEntry)[] = closed ? closingEntriesOf(db, organisation.id, end) : entries;
  const events = closingEvents(db, organisation, span);
  const lines = kept.flatMap((entry) => entry.lines);
  const last = closed ? events.at(-1) : undefined;
  const breakdowns = loadBreakdowns(db, organisation.id);
  const toCome = entries.flatMap((entry) =>
    entry.lines.map((line): LedgerFlow => ({ account: line.account, stage: 'closing', amount: line.amount })),
  );
  const after = trialBalance(chart, { ...flows, year: [...flows.year, ...toCome] }, 'post-closing');
  return {
    year: year.label,
    yearName: yearName(year),
    date: end,
    wholeYear: isWhole,
    version: versionOfClosing(prepared),
    closed,
    form,
    entries: kept.map((entry) => ({
      explanation: entry.explanation,
      number: 'place' in entry ? entryNumber(entry.year, entry.number) : null,
      lines: entry.lines.map(({ account, amount, breakdowns: values }) => ({
        account: accountIn(chart, account).number,
        accountName: accountIn(chart, account).name,
        debit: amount > 0 ? write(amount) : null,
        credit: amount < 0 ? write(-amount) : null,
        breakdowns: values ? valueNames(breakdowns, values) : null,
        temporary: isTemporary(accountIn(chart, account)),
      })),
    })),
    posted: last?.event === 'closed' ? { at: last.at, by: last.by ?? '' } : null,
    postClosingTrialBalance: trialBalanceResponse(after, end, 'post-closing', organisation.baseCurrency),
    former: formerClosing(db, organisation, span, chart, events, lines),
    history: closingHistory(events),
    opening: nextOpening(db, organisation, span),
    remarks: [...remarks],
  };
}

/** The closing entries of a day that nobody has taken back. */
export function closingEntriesOf(db: Db, organisation: number, date: CivilDate): PostedEntry[] {
  const rows = db
    .select()
    .from(entry)
    .where(
      and(
        eq(entry.organisation, organisation),
        eq(entry.kind, 'closing'),
        eq(entry.date, date),
        isNotReversed(organisation),
      ),
    )
    .orderBy(entry.place)
    .all();
  return postedEntriesOf(db, organisation, rows);
}

/**
 * What temporary accounts received, closing entries included, by combination of breakdown values.
 *
 * @param span a year, or what has run of it to the end of a month; left out: what was brought forward
 */
export function temporaryBalances(
  db: Db,
  books: Organisation,
  chart: Chart,
  span?: { readonly first: CivilDate; readonly last: CivilDate },
): TemporaryBalance[] {
  const { first, last } = span ?? { first: undefined, last: dayBefore(books.calendar.firstDay) };
  const values = new Map(combinationsOf(db, books.id).map(({ id, values }) => [id, values]));
  const sums = new Map<string, { account: AccountId; combination: number; amount: number }>();
  const view = { organisation: books.id, calendar: books.calendar };
  for (const [account, combination, , amount] of partsWithin(db, view, undefined, first, last)) {
    if (!isTemporary(accountIn(chart, account))) continue;
    const key = `${account} ${combination}`;
    sums.set(key, { account, combination, amount: (sums.get(key)?.amount ?? 0) + amount });
  }
  const numberOf = ({ account }: { readonly account: AccountId }): string => accountIn(chart, account).number;
  return [...sums.values()]
    .sort((a, b) => (a.account === b.account ? a.combination - b.combination : numberOf(a) < numberOf(b) ? -1 : 1))
    .map(({ account, combination, amount }) => ({
      account,
      amount: minor(amount),
      ...(values.has(combination) && { breakdowns: values.get(combination) }),
    }));
}

function remarksOn(
  db: Db,
  organisation: Organisation,
  chart: Chart,
  { year, end, isWhole }: ClosingSpan,
  today: CivilDate,
  problems: readonly Problem[],
): ClosingRemark[] {
  const remarks: ClosingRemark[] = problems.map(({ code, message }) => ({
    code,
    message,
    blocks: true,
    ...(code === 'no-closing-target' &&
      organisation.kind === 'non-profit' && {
        entries: entriesWithoutFund(db, organisation, chart, { first: year.first, last: end }),
      }),
  }));
  if (end > today) {
    remarks.push({
      code: 'year-running',
      message: isWhole
        ? `The year runs until ${longDate(end)}; closing locks it until then.`
        : `${longDate(end)} is still to come; closing locks everything until then.`,
      blocks: false,
    });
  }
  if (temporaryBalances(db, organisation, chart).some(({ amount }) => amount !== 0)) {
    remarks.push({
      code: 'brought-forward-open',
      message:
        'Revenue, expense or drawings of the time before these books still stand on their accounts: say under Opening balances which account of equity takes them.',
      blocks: true,
    });
  }
  const open = firstOpenYearBefore(db, organisation, chart, year);
  if (open)
    remarks.push({
      code: 'earlier-year-open',
      message: `${yearName(open)} is not closed yet; years are closed in order.`,
      blocks: true,
    });
  const lastPeriod = fiscalMonthOf(organisation.calendar, end);
  const lockOfLast = and(eq(periodLock.organisation, organisation.id), eq(periodLock.period, lastPeriod));
  if (db.select({ period: periodLock.period }).from(periodLock).where(lockOfLast).get()) {
    remarks.push({
      code: 'period-locked',
      message: `${periodName(organisation.calendar, lastPeriod)} is locked; closing entries are dated on its last day. Unlock it first.`,
      blocks: true,
    });
  }
  const until = end < today ? end : today;
  const due = recurringJournalsOf(db, organisation.id).filter((journal) =>
    dueOccurrences(db, journal, until).some(({ date }) => date >= year.first),
  );
  if (due.length > 0) {
    const names = due.map(({ row }) => row.name).join(', ');
    const message = `Due in this year and not posted: ${names}. Post first, or close without.`;
    remarks.push({ code: 'recurring-due', message, blocks: false });
  }
  const drafts = draftsBetween(db, organisation.id, year.first, end);
  if (drafts > 0) {
    const message = drafts === 1 ? '1 draft is dated in this year.' : `${drafts} drafts are dated in this year.`;
    remarks.push({ code: 'drafts', message, blocks: false });
  }
  return remarks;
}

/** So many entries are named at most. */
const MOST_NAMED = 100;

/** The entries of a year with lines on temporary accounts that name no fund with an account of its own. */
function entriesWithoutFund(
  db: Db,
  books: Organisation,
  chart: Chart,
  span: { readonly first: CivilDate; readonly last: CivilDate },
): string[] {
  const rules = rulesOfToday(db, books);
  const temporary = chart.accounts.filter(isTemporary).map(({ id }) => id);
  const rows = db
    .selectDistinct({
      year: entry.year,
      number: entry.number,
      place: entry.place,
      content: sql<
        string | null
      >`(SELECT content FROM combination WHERE organisation = ${books.id} AND id = ${line.combination})`,
    })
    .from(line)
    .innerJoin(entry, and(eq(entry.organisation, line.organisation), eq(entry.place, line.entry)))
    .where(
      and(
        eq(line.organisation, books.id),
        inArray(line.account, temporary),
        gte(line.date, span.first),
        lte(line.date, span.last),
      ),
    )
    .orderBy(entry.place)
    .all()
    .filter(({ content }) => fundByRules(rules, content ? breakdownsOf(content) : {}) === undefined);
  return [...new Set(rows.map((row) => entryNumber(row.year, row.number)))].slice(0, MOST_NAMED);
}

/** The years before one that have not been closed. */
export function openYearsBefore(db: Db, organisation: Organisation, year: FiscalYear): FiscalYear[] {
  const closed = closedYears(db, organisation.id);
  return fiscalYears(organisation.calendar, year.last).filter(
    (fiscalYear) => fiscalYear.last < year.first && !closed.has(fiscalYear.label),
  );
}

/** The first earlier year that still has something on temporary accounts and was not closed. */
function firstOpenYearBefore(
  db: Db,
  organisation: Organisation,
  chart: Chart,
  year: FiscalYear,
): FiscalYear | undefined {
  return openYearsBefore(db, organisation, year).find((earlier) =>
    temporaryBalances(db, organisation, chart, earlier).some(({ amount }) => amount !== 0),
  );
}
