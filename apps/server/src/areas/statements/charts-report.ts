import type { ChartsQuery, ChartsResponse, ColumnResponse } from '@just-ledger/contract';
import {
  addMonths,
  type ChartedStatement,
  type CivilDate,
  drawnCharts,
  earlierOf,
  firstOfMonth,
  formatAmount,
  laterOf,
  longDate,
  parseAmount,
  shortDate,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { arrangementOf } from './arrangement-store.js';
import { cashFlowReport } from './cash-flow-report.js';
import { balanceSheetReport, incomeStatementReport } from './statement-reports.js';

/** So many months stand beside each other, and so many years. */
const [MONTHS, YEARS] = [12, 5];

/** The charts that a query asks for, each drawn of the statements as they are drawn themselves. */
export function chartsReport(
  db: Db,
  organisation: Organisation,
  query: ChartsQuery,
  today: CivilDate,
): ChartsResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const { baseCurrency: currency, calendar } = organisation;
  const first = earlierOf(to, laterOf(addMonths(firstOfMonth(to), 1 - MONTHS), calendar.firstDay));
  const arrangement = arrangementOf(db, organisation.id);
  const months = { from: first, to, columns: 'months' };
  const income = incomeStatementReport(db, organisation, { ...months, form: 'single-step' }, today, arrangement);
  const cash = cashFlowReport(db, organisation, months, today, arrangement);
  const expenses = incomeStatementReport(db, organisation, { from, to, form: 'multi-step' }, today, arrangement);
  const years = { from, asAt: to, columns: `years:${YEARS - 1}` };
  const position = balanceSheetReport(db, organisation, years, today, arrangement);
  const byMonth = `${shortDate(first)} to ${shortDate(to)}`;
  const charts = drawnCharts({
    income: charted(income, byMonth),
    cash: charted(cash, byMonth),
    expenses: charted(expenses, expenses.dateLine),
    position: charted(position, `up to ${longDate(to)}`),
  });
  return {
    organisation: organisation.name,
    currency,
    charts: charts.map(({ names, points, ...chart }) => ({
      ...chart,
      names: [...names],
      points: points.map(({ amounts, ...point }) => ({
        ...point,
        amounts: amounts.map((amount) => (amount === null ? null : formatAmount(amount, currency))),
      })),
    })),
  };

  function charted(
    { columns, rows }: { readonly columns: readonly ColumnResponse[]; readonly rows: typeof income.rows },
    dateLine: string,
  ): ChartedStatement {
    return {
      columns: columns.map(({ label }) => label),
      rows: rows.map(({ row, key, label, amounts }) => ({
        row,
        key,
        label,
        amounts: amounts.map((amount) => (amount === null ? null : parseAmount(amount, currency))),
      })),
      dateLine,
    };
  }
}
