import type {
  BalanceSheetQuery,
  BalanceSheetResponse,
  EquityStatementResponse,
  IncomeByMonthQuery,
  IncomeByMonthResponse,
  IncomeStatementQuery,
  IncomeStatementResponse,
  SpanQuery,
} from '@just-ledger/contract';
import {
  daysOfPeriod,
  balanceSheet,
  type BalanceSheet,
  type Chart,
  type CivilDate,
  dayBefore,
  earlierOf,
  type EquityFlows,
  equityStatement,
  type EquityStatement,
  type FiscalYear,
  fiscalYearOf,
  formatAmount,
  incomeByMonth,
  incomeStatement,
  type IncomeStatement,
  laterOf,
  type LedgerFlow,
  longDate,
  type Minor,
  nextFiscalYear,
  periodsBetween,
  spanLine,
  STATEMENT_WORDS,
  type StatementRow,
  yearBefore,
  type YearFlows,
  ZERO,
  minor,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { beforeTheseBooks, type Figures, oldBooksOf } from '../earlier-years/old-books.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { flowsByFund } from '../ledger/fund-flows.js';
import { cutAtClosings, ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate, reportSpan, yearStart } from '../organisations/report-dates.js';
import { rulesOfSpan, sharersIn } from '../periods/rules-of-years.js';
import { heading, rowAnswers } from './statement-answers.js';
import { positionFigures, resultFigures } from './statement-figures.js';

/** The income statement that a query asks for. */
export function incomeStatementReport(
  db: Db,
  organisation: Organisation,
  query: IncomeStatementQuery,
  today: CivilDate,
): IncomeStatementResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const form = query.form ?? 'single-step';
  const chart = loadChart(db, organisation.id);
  const view = ledgerView(db, organisation, query.asKnownOn);
  const figures = resultFigures(db, organisation, view, chart, { from, to, isWhole: false });
  const before = query.beside && { from: yearBefore(from), to: yearBefore(to) };
  const figuresBefore = before && resultFigures(db, organisation, view, chart, { ...before, isWhole: true });
  const drawn = (
    { of: flows, note }: typeof figures,
    beside: typeof figures | undefined,
  ): Figures<IncomeStatement> => ({
    of: flows && incomeStatement(chart, flows, organisation.kind, form, query.zeros === 'true', beside?.of),
    note,
  });
  const now = drawn(figures, figuresBefore);
  const earlier = figuresBefore && drawn(figuresBefore, figures);
  const statement = now.of ?? incomeStatement(chart, [], organisation.kind, form);
  const write = (amount: StatementRow['amount']): string =>
    formatAmount(amount ?? minor(0), organisation.baseCurrency);
  return {
    ...heading(organisation, 'Income statement', spanLine(organisation.calendar, from, to), now.note),
    from,
    to,
    form,
    beside: before ? { ...before, note: earlier?.note ?? null } : null,
    rows: rowAnswers(organisation, chart, now.of?.rows ?? [], earlier?.of?.rows),
    totals: {
      totalRevenue: write(statement.totalRevenue),
      totalExpenses: write(statement.totalExpenses),
      netResult: write(statement.netResult),
    },
  };
}

/** The income statement of a fiscal year up to a date, month by month. */
export function incomeByMonthReport(
  db: Db,
  organisation: Organisation,
  query: IncomeByMonthQuery,
  today: CivilDate,
): IncomeByMonthResponse {
  const { from, to } = reportSpan({ to: query.to }, organisation, today);
  const { form = 'single-step' } = query;
  const { changeover } = oldBooksOf(db, organisation);
  const view = ledgerView(db, organisation, undefined);
  const months = periodsBetween(organisation.calendar, from, to).map((period) => {
    const month = daysOfPeriod(organisation.calendar, period);
    return { from: laterOf(from, month.from), to: earlierOf(month.to, to) };
  });
  const flows = months.map((month) => flowsBetween(db, view, month.from, month.to));
  const write = (amount: Minor | undefined): string | null =>
    amount === undefined ? null : formatAmount(amount, organisation.baseCurrency);
  const isBefore = to < changeover;
  return {
    ...heading(
      organisation,
      'Income by month',
      spanLine(organisation.calendar, from, to),
      isBefore ? beforeTheseBooks(changeover, to) : null,
    ),
    form,
    months,
    rows: (isBefore ? [] : incomeByMonth(loadChart(db, organisation.id), flows, organisation.kind, form)).map(
      (row) => ({
        row: row.row,
        key: row.key,
        label: row.label,
        account: row.account?.number ?? null,
        months: row.months.map(write),
        total: write(row.amount),
      }),
    ),
  };
}

/** The statement of changes in equity that a query asks for. */
export function equityStatementReport(
  db: Db,
  organisation: Organisation,
  query: SpanQuery,
  today: CivilDate,
): EquityStatementResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const chart = loadChart(db, organisation.id);
  const { changeover } = oldBooksOf(db, organisation);
  const isBefore = to < changeover;
  const flows = isBefore
    ? { base: [], years: [{ lead: [], span: [] }] }
    : equityFlows(db, organisation, ledgerView(db, organisation, query.asKnownOn), from, to);
  const statement = equityStatement(chart, organisation.kind, flows);
  const write = (amount: EquityStatement['rows'][number]['total']): string =>
    formatAmount(amount, organisation.baseCurrency);
  return {
    ...heading(
      organisation,
      STATEMENT_WORDS[organisation.kind].equityStatement,
      spanLine(organisation.calendar, from, to),
      isBefore ? beforeTheseBooks(changeover, to) : null,
    ),
    from,
    to,
    components: statement.components.map(({ key, label, account }) => ({
      key: account ? account.number : String(key),
      label,
      account: account?.number ?? null,
    })),
    rows: (isBefore ? [] : statement.rows).map(({ key, label, amounts, total }) => ({
      row:
        key === 'net-result' ? 'carry' : key === 'opening-equity' || key === 'closing-equity' ? 'total' : 'account',
      key,
      label:
        key === 'opening-equity' ? `At ${longDate(from)}` : key === 'closing-equity' ? `At ${longDate(to)}` : label,
      amounts: amounts.map(write),
      total: write(total),
    })),
  };
}

/** The balance sheet that a query asks for. */
export function balanceSheetReport(
  db: Db,
  organisation: Organisation,
  query: BalanceSheetQuery,
  today: CivilDate,
): BalanceSheetResponse {
  const asAt = reportDate(query.asAt, 'asAt', organisation, today, today);
  const view = ledgerView(db, organisation, query.asKnownOn);
  const chart = loadChart(db, organisation.id);
  const figures = positionFigures(db, organisation, view, chart, asAt);
  const before = query.beside && yearBefore(asAt);
  const figuresBefore = before && positionFigures(db, organisation, view, chart, before);
  const drawn = (
    { of: position, note }: typeof figures,
    beside: typeof figures | undefined,
  ): Figures<BalanceSheet> => {
    const { flows, equity } = position ?? {};
    const zeros = query.zeros === 'true';
    return {
      of: flows && equity && balanceSheet(chart, organisation.kind, flows, equity, zeros, beside?.of?.flows),
      note,
    };
  };
  const now = drawn(figures, figuresBefore || undefined);
  const earlier = figuresBefore ? drawn(figuresBefore, figures) : undefined;
  const write = (amount: Minor | undefined): string => formatAmount(amount ?? ZERO, organisation.baseCurrency);
  return {
    ...heading(organisation, 'Balance sheet', `as at ${longDate(asAt)}`, now.note),
    asAt,
    beside: before && earlier ? { from: null, to: before, note: earlier.note } : null,
    rows: rowAnswers(organisation, chart, now.of?.rows ?? [], earlier?.of?.rows),
    totals: {
      totalAssets: write(now.of?.totalAssets),
      totalLiabilities: write(now.of?.totalLiabilities),
      totalEquity: write(now.of?.totalEquity),
    },
  };
}

/** Everything up to the end of a span, cut where fiscal years and the span begin. */
export function equityFlows(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
): EquityFlows {
  const { calendar } = organisation;
  const firstStart = yearStart(organisation, from);
  const before = dayBefore(from);
  if (firstStart === undefined) return flowsFromBeforeBooks(db, organisation, view, from, to);
  const base = flowsBetween(db, view, undefined, dayBefore(firstStart));
  const years: YearFlows[] = [];
  for (let year = fiscalYearOf(calendar, from); year.first <= to; year = nextFiscalYear(calendar, year)) {
    for (const { first, last } of cutAtClosings(db, view, year.first, earlierOf(year.last, to))) {
      const rules = rulesOfSpan(db, organisation, first);
      const flows = (begin: CivilDate, end: CivilDate): readonly LedgerFlow[] =>
        begin > end ? [] : flowsByFund(db, organisation, view, begin, end, rules);
      years.push({
        rules,
        sharers: sharersIn(organisation, rules, { first, before: earlierOf(before, last), last }),
        lead: flows(first, earlierOf(before, last)),
        span: flows(laterOf(first, from), last),
      });
    }
  }
  return { base, years };
}

/** A span that begins before the books do: what was brought forward is a year of its own. */
function flowsFromBeforeBooks(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
): EquityFlows {
  const { firstDay } = organisation.calendar;
  const years: YearFlows[] = [
    {
      isBroughtForward: true,
      lead: flowsBetween(db, view, undefined, dayBefore(from)),
      span: flowsBetween(db, view, from, earlierOf(dayBefore(firstDay), to)),
    },
  ];
  for (
    let year: FiscalYear = fiscalYearOf(organisation.calendar, firstDay);
    year.first <= to;
    year = nextFiscalYear(organisation.calendar, year)
  ) {
    for (const { first, last } of cutAtClosings(db, view, year.first, earlierOf(year.last, to))) {
      const rules = rulesOfSpan(db, organisation, first);
      const sharers = sharersIn(organisation, rules, { first, before: dayBefore(first), last });
      years.push({ rules, sharers, lead: [], span: flowsByFund(db, organisation, view, first, last, rules) });
    }
  }
  return { base: [], years };
}

/** The rows of an equity statement file: a row a component, then the row's total with an empty component. */
export function equityRows(of: EquityStatementResponse): string[][] {
  return of.rows.flatMap((row) => [
    ...of.components.flatMap(({ label, account, key }, index) => {
      const amount = row.amounts[index] ?? '';
      return /[1-9]/.test(amount) ? [['account', row.key, row.label, label, account ?? key, amount]] : [];
    }),
    [row.row === 'account' ? 'subtotal' : row.row, row.key, row.label, '', '', row.total],
  ]);
}
