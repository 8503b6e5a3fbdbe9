import type {
  BalanceSheetAnswer,
  BalanceSheetQuery,
  EquityStatementAnswer,
  IncomeStatementAnswer,
  IncomeStatementQuery,
  SpanQuery,
  StatementRowAnswer,
} from '@just-ledger/contract';
import {
  STATEMENT_WORDS,
  balanceSheet,
  dayBefore,
  earlierOf,
  equityStatement,
  fiscalYearOf,
  formatAmount,
  incomeStatement,
  laterOf,
  longDate,
  nextFiscalYear,
  spanLine,
  type Chart,
  type CivilDate,
  type EquityFlows,
  type EquityStatement,
  type FiscalYear,
  type StatementRow,
  type YearFlows,
} from '@just-ledger/core';
import { loadChart } from '../accounts/account-store.js';
import type { Db } from '../database/connection.js';
import { flowsByFund } from '../ledger/fund-flows.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { ledgerView, reportDate, reportSpan, yearStart } from '../ledger/ledger-span.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** The income statement that a query asks for. */
export function incomeStatementReport(
  db: Db,
  of: Organisation,
  query: IncomeStatementQuery,
  today: CivilDate,
): IncomeStatementAnswer {
  const { from, to } = reportSpan(query, of, today);
  const form = query.form ?? 'single-step';
  const flows = flowsBetween(db, ledgerView(db, of, query.asKnownOn), from, to);
  const statement = incomeStatement(loadChart(db, of.id), flows, of.kind, form, query.zeros === 'true');
  const write = (amount: StatementRow['amount']): string => formatAmount(amount ?? (0 as never), of.baseCurrency);
  return {
    ...heading(of, 'Income statement', spanLine(of.calendar, from, to)),
    from,
    to,
    form,
    rows: statement.rows.map((row) => rowAnswer(row, of)),
    totals: {
      totalRevenue: write(statement.totalRevenue),
      totalExpenses: write(statement.totalExpenses),
      netResult: write(statement.netResult),
    },
  };
}

/** The statement of changes in equity that a query asks for. */
export function equityStatementReport(
  db: Db,
  of: Organisation,
  query: SpanQuery,
  today: CivilDate,
): EquityStatementAnswer {
  const { from, to } = reportSpan(query, of, today);
  const chart = loadChart(db, of.id);
  const statement = equityStatement(
    chart,
    of.kind,
    equityFlows(db, of, ledgerView(db, of, query.asKnownOn), from, to),
  );
  const write = (amount: EquityStatement['rows'][number]['total']): string => formatAmount(amount, of.baseCurrency);
  return {
    ...heading(of, STATEMENT_WORDS[of.kind].equityStatement, spanLine(of.calendar, from, to)),
    from,
    to,
    components: statement.components.map(({ key, label, account }) => ({
      key: account ? account.number : String(key),
      label,
      account: account?.number ?? null,
    })),
    rows: statement.rows.map(({ key, label, amounts, total }) => ({
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
  of: Organisation,
  query: BalanceSheetQuery,
  today: CivilDate,
): BalanceSheetAnswer {
  const asAt = reportDate(query.asAt, 'asAt', of, today, today);
  const view = ledgerView(db, of, query.asKnownOn);
  const chart = loadChart(db, of.id);
  const { flows, equity } = positionAt(db, of, view, chart, asAt);
  const sheet = balanceSheet(chart, of.kind, flows, equity, query.zeros === 'true');
  const write = (amount: typeof sheet.totalAssets): string => formatAmount(amount, of.baseCurrency);
  return {
    ...heading(of, 'Balance sheet', `as at ${longDate(asAt)}`),
    asAt,
    rows: sheet.rows.map((row) => rowAnswer(row, of)),
    totals: {
      totalAssets: write(sheet.totalAssets),
      totalLiabilities: write(sheet.totalLiabilities),
      totalEquity: write(sheet.totalEquity),
    },
  };
}

/** All flows up to a date, and the equity statement of its fiscal year up to it. */
export function positionAt(db: Db, of: Organisation, view: LedgerView, chart: Chart, asAt: CivilDate) {
  const start = yearStart(of, asAt);
  const base = start === undefined ? [] : flowsBetween(db, view, undefined, dayBefore(start));
  const span = start === undefined ? flowsBetween(db, view, start, asAt) : flowsByFund(db, of, view, start, asAt);
  const equity = equityStatement(chart, of.kind, { base, years: [{ lead: [], span }] });
  return { flows: [...base, ...span], equity };
}

/** Everything up to the end of a span, cut where fiscal years and the span begin. */
export function equityFlows(db: Db, of: Organisation, view: LedgerView, from: CivilDate, to: CivilDate): EquityFlows {
  const { calendar } = of;
  const firstStart = yearStart(of, from);
  const before = dayBefore(from);
  if (firstStart === undefined) return flowsFromBeforeBooks(db, of, view, from, to);
  const base = flowsBetween(db, view, undefined, dayBefore(firstStart));
  const years: YearFlows[] = [];
  for (let year = fiscalYearOf(calendar, from); year.first <= to; year = nextFiscalYear(calendar, year)) {
    years.push({
      lead: year.first < from ? flowsByFund(db, of, view, year.first, before) : [],
      span: flowsByFund(db, of, view, laterOf(year.first, from), earlierOf(year.last, to)),
    });
  }
  return { base, years };
}

/** A span that begins before the books do: what was brought forward is a year of its own. */
function flowsFromBeforeBooks(
  db: Db,
  of: Organisation,
  view: LedgerView,
  from: CivilDate,
  to: CivilDate,
): EquityFlows {
  const { firstDay } = of.calendar;
  const years: YearFlows[] = [
    {
      lead: flowsBetween(db, view, undefined, dayBefore(from)),
      span: flowsBetween(db, view, from, earlierOf(dayBefore(firstDay), to)),
    },
  ];
  for (
    let year: FiscalYear = fiscalYearOf(of.calendar, firstDay);
    year.first <= to;
    year = nextFiscalYear(of.calendar, year)
  ) {
    years.push({ lead: [], span: flowsByFund(db, of, view, year.first, earlierOf(year.last, to)) });
  }
  return { base: [], years };
}

/** The rows of an income statement or balance sheet file. */
export function statementRows(rows: readonly StatementRowAnswer[]): string[][] {
  return rows.map((row) => [row.row, row.key, row.label, row.account ?? '', row.amount ?? '']);
}

/** The rows of an equity statement file: a row a component, then the row's total with an empty component. */
export function equityRows(of: EquityStatementAnswer): string[][] {
  return of.rows.flatMap((row) => [
    ...of.components.flatMap(({ label, account, key }, place) => {
      const amount = row.amounts[place] ?? '';
      return /[1-9]/.test(amount) ? [['account', row.key, row.label, label, account ?? key, amount]] : [];
    }),
    [row.row === 'account' ? 'subtotal' : row.row, row.key, row.label, '', '', row.total],
  ]);
}

function heading(of: Organisation, title: string, dateLine: string) {
  return { organisation: of.name, title, dateLine, currency: of.baseCurrency };
}

function rowAnswer(row: StatementRow, of: Organisation): StatementRowAnswer {
  return {
    row: row.row,
    key: row.key,
    label: row.label,
    account: row.account?.number ?? null,
    amount: row.amount === undefined ? null : formatAmount(row.amount, of.baseCurrency),
  };
}
