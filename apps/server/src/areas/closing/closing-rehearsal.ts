import { breakdownsOf } from '../breakdowns/breakdown-store.js';
import type { ClosingRehearsalResponse } from '@just-ledger/contract';
import {
  accountIn,
  type Chart,
  type CheckedEntry,
  type CivilDate,
  closingEntries,
  type ClosingForm,
  entryNumber,
  findFiscalYear,
  type FiscalYear,
  fiscalYears,
  formatAmount,
  fundByRules,
  horizonOf,
  isTemporary,
  type LedgerFlow,
  longDate,
  minor,
  monthOf,
  periodName,
  type PostedEntry,
  type Problem,
  type TemporaryBalance,
  trialBalance,
  valueNames,
  yearName,
} from '@just-ledger/core';
import { and, eq, gte, inArray, lte, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry, line, periodLock, person, total, yearClosing } from '../../platform/database/schema.js';
import { notFound } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { draftsBetween } from '../journal/draft-store.js';
import { isNotReversed, postedEntriesOf } from '../journal/posted-entries.js';
import { periodNumber } from '../ledger/flow-store.js';
import { flowsAtDate } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { closedYears } from '../periods/period-store.js';
import { rulesOfToday } from '../periods/rules-of-years.js';
import { dueOccurrences, recurringJournalsOf } from '../recurring/recurring-store.js';
import { trialBalanceResponse } from '../trial-balance/trial-balance-report.js';

/** A remark on a closing: what stands in the way of it, or should be looked at first. */
export type ClosingRemark = ClosingRehearsalResponse['remarks'][number];

/** What closing a year would do, as core objects. */
export interface PreparedClosing {
  readonly year: FiscalYear;
  readonly chart: Chart;
  readonly closed: boolean;
  readonly form: ClosingForm;
  readonly entries: readonly CheckedEntry[];
  readonly remarks: readonly ClosingRemark[];
}

/** Prepares the closing of a year. @throws {Refusal} 404 if the books do not have it */
export function prepareClosing(
  db: Db,
  organisation: Organisation,
  label: string,
  today: CivilDate,
  asked?: ClosingForm,
): PreparedClosing {
  const year = findFiscalYear(organisation.calendar, label);
  if (!year || year.last > horizonOf(organisation.calendar, today)) throw notFound('fiscal year');
  const chart = loadChart(db, organisation.id);
  const closed = closedYears(db, organisation.id).has(year.label);
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
    date: year.last,
    balances: temporaryBalances(db, organisation, chart, year),
  };
  const prepared = closed ? { ok: true as const, value: [] } : closingEntries(basis, asked);
  const remarks = closed ? [] : remarksOn(db, organisation, chart, year, today, prepared.ok ? [] : prepared.problems);
  return { year, chart, closed, form, entries: prepared.ok ? prepared.value : [], remarks };
}

/** The closing rehearsal as it goes over the wire. */
export function closingRehearsal(
  db: Db,
  organisation: Organisation,
  label: string,
  today: CivilDate,
  asked?: ClosingForm,
): ClosingRehearsalResponse {
  const { year, chart, closed, form, entries, remarks } = prepareClosing(db, organisation, label, today, asked);
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const { earlier, year: running } = flowsAtDate(
    db,
    organisation,
    { organisation: organisation.id, calendar: organisation.calendar },
    year.last,
  );
  const posted = closed ? postedClosing(db, organisation, year) : undefined;
  const breakdowns = loadBreakdowns(db, organisation.id);
  const toCome = entries.flatMap((entry) =>
    entry.lines.map((line): LedgerFlow => ({ account: line.account, stage: 'closing', amount: line.amount })),
  );
  const after = trialBalance(chart, { earlier, year: [...running, ...toCome] }, 'post-closing');
  return {
    year: year.label,
    yearName: yearName(year),
    date: year.last,
    closed,
    form,
    entries: (posted?.entries ?? entries).map((entry: CheckedEntry | PostedEntry) => ({
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
    posted: posted?.by ?? null,
    postClosingTrialBalance: trialBalanceResponse(after, year.last, 'post-closing', organisation.baseCurrency),
    remarks: [...remarks],
  };
}

/** The closing entries of a closed year as they stand, in the order of posting, and who closed it. */
function postedClosing(
  db: Db,
  organisation: Organisation,
  year: FiscalYear,
): { entries: PostedEntry[]; by: ClosingRehearsalResponse['posted'] } {
  const row = db
    .select({ at: yearClosing.closedAt, by: person.name })
    .from(yearClosing)
    .leftJoin(person, eq(person.id, yearClosing.closedBy))
    .where(and(eq(yearClosing.organisation, organisation.id), eq(yearClosing.year, year.label)))
    .get();
  return {
    entries: closingEntriesOf(db, organisation.id, year),
    by: row ? { at: row.at, by: row.by ?? '' } : null,
  };
}

/** A year's closing entries that nobody has taken back. */
export function closingEntriesOf(db: Db, organisation: number, year: FiscalYear): PostedEntry[] {
  const rows = db
    .select()
    .from(entry)
    .where(
      and(
        eq(entry.organisation, organisation),
        eq(entry.kind, 'closing'),
        eq(entry.date, year.last),
        isNotReversed(organisation),
      ),
    )
    .orderBy(entry.place)
    .all();
  return postedEntriesOf(db, organisation, rows);
}

/**
 * What temporary accounts received in a year, closing entries included, by combination of breakdown values.
 *
 * @param year left out: what was brought forward from before the books' first day
 */
export function temporaryBalances(db: Db, books: Organisation, chart: Chart, year?: FiscalYear): TemporaryBalance[] {
  const period = (date: CivilDate): number => periodNumber(books.calendar, date);
  const [from, to] = year ? [period(year.first), period(year.last)] : [0, 0];
  const rows = db
    .select({
      account: total.account,
      amount: sql<number>`sum(${total.amount})`,
      content: sql<
        string | null
      >`(SELECT content FROM combination WHERE organisation = ${books.id} AND id = ${total.combination})`,
    })
    .from(total)
    .where(and(eq(total.organisation, books.id), gte(total.period, from), lte(total.period, to)))
    .groupBy(total.account, total.combination)
    .all();
  return rows
    .filter((row) => isTemporary(accountIn(chart, row.account)))
    .map(({ account, amount, content }) => ({
      account,
      amount: minor(amount),
      ...(content && { breakdowns: breakdownsOf(content) }),
    }))
    .sort((a, b) => (accountIn(chart, a.account).number < accountIn(chart, b.account).number ? -1 : 1));
}

function remarksOn(
  db: Db,
  organisation: Organisation,
  chart: Chart,
  year: FiscalYear,
  today: CivilDate,
  problems: readonly Problem[],
): ClosingRemark[] {
  const remarks: ClosingRemark[] = problems.map(({ code, message }) => ({
    code,
    message,
    blocks: true,
    ...(code === 'no-closing-target' &&
      organisation.kind === 'non-profit' && { entries: entriesWithoutFund(db, organisation, chart, year) }),
  }));
  if (year.last > today) {
    remarks.push({
      code: 'year-running',
      message: `The year runs until ${longDate(year.last)}; closing locks it until then.`,
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
  const lastPeriod = monthOf(year.last);
  const lockOfLast = and(eq(periodLock.organisation, organisation.id), eq(periodLock.period, lastPeriod));
  if (db.select({ period: periodLock.period }).from(periodLock).where(lockOfLast).get()) {
    remarks.push({
      code: 'period-locked',
      message: `${periodName(lastPeriod)} is locked; closing entries are dated on its last day. Unlock it first.`,
      blocks: true,
    });
  }
  const until = year.last < today ? year.last : today;
  const due = recurringJournalsOf(db, organisation.id).filter((journal) =>
    dueOccurrences(db, journal, until).some(({ date }) => date >= year.first),
  );
  if (due.length > 0) {
    const names = due.map(({ row }) => row.name).join(', ');
    const message = `Due in this year and not posted: ${names}. Post first, or close without.`;
    remarks.push({ code: 'recurring-due', message, blocks: false });
  }
  const drafts = draftsBetween(db, organisation.id, year.first, year.last);
  if (drafts > 0) {
    const message = drafts === 1 ? '1 draft is dated in this year.' : `${drafts} drafts are dated in this year.`;
    remarks.push({ code: 'drafts', message, blocks: false });
  }
  return remarks;
}

/** So many entries are named at most. */
const MOST_NAMED = 100;

/** The entries of a year with lines on temporary accounts that name no fund with an account of its own. */
function entriesWithoutFund(db: Db, books: Organisation, chart: Chart, year: FiscalYear): string[] {
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
        gte(line.date, year.first),
        lte(line.date, year.last),
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
    (one) => one.last < year.first && !closed.has(one.label),
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
