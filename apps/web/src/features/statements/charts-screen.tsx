import type { BalanceSheetResponse, IncomeStatementResponse } from '@just-ledger/contract';
import { addMonths, firstOfMonth, longDate, parseAmount, parseCivilDate, shortDate } from '@just-ledger/core';
import { useSuspenseQueries } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { balanceSheetQuery, cashFlowQuery, incomeStatementQuery } from '../../api/statement-queries.js';
import { Empty, Sheet } from '../../ui/sheet.js';
import { BarsAndLine, PartBars, PlainLine } from './chart-drawings.js';
import { ChartFigure } from './chart-figure.js';
import styles from './charts.module.css';
import { largestParts } from './expense-parts.js';

/** So many months stand beside each other, and so many years. */
const [MONTHS, YEARS] = [12, 5];

/** Where people look rather than read: result and cash month by month, expenses by part, equity over the years. */
export default function ChartsScreen() {
  const { organisation, currency, calendar, from, to } = useBooks();
  const last = parseCivilDate(to);
  const first = addMonths(firstOfMonth(last), 1 - MONTHS);
  const months = { from: first < calendar.firstDay ? calendar.firstDay : first, to, columns: 'months' };
  const [{ data: income }, { data: cash }, { data: parts }, { data: equity }] = useSuspenseQueries({
    queries: [
      incomeStatementQuery(organisation.id, { ...months, form: 'single-step' }),
      cashFlowQuery(organisation.id, months),
      incomeStatementQuery(organisation.id, { from, to, form: 'multi-step' }),
      balanceSheetQuery(organisation.id, { from, to, columns: `years:${YEARS - 1}` }),
    ],
  });
  const units = (amount: string | null | undefined): number | null =>
    amount === null || amount === undefined ? null : parseAmount(amount, currency);
  const figures = ({ rows }: Pick<BalanceSheetResponse, 'rows'>, key: string): (number | null)[] =>
    rows.find((row) => row.key === key)?.amounts.map(units) ?? [];
  const names = ['Revenue', 'Expenses', resultName(income)] as const;
  const [revenue, expense, result] = ['total-revenue', 'total-expenses', 'net-result'].map((key) =>
    figures(income, key),
  );
  const byMonth = income.columns.slice(0, -1).map(({ label }, at) => ({
    label,
    revenue: revenue?.[at] ?? null,
    expenses: expense?.[at] ?? null,
    result: result?.[at] ?? null,
  }));
  const cashAt = figures(cash, 'cash-at-end');
  const held = cash.columns.slice(0, -1).map(({ label }, at) => ({ label, amount: cashAt[at] ?? null }));
  const expenses = largestParts(parts.rows, (amount) => units(amount) ?? 0);
  const years = equity.columns
    .map(({ label }, at) => ({ label, amount: figures(equity, 'total-equity')[at] ?? null }))
    .filter(({ amount }) => amount !== null)
    .reverse();
  const equityName = equity.rows.find(({ key }) => key === 'equity')?.label ?? 'Equity';
  const isNothing = [...income.rows, ...cash.rows].every(({ amounts }) => amounts.every((amount) => !units(amount)));
  if (isNothing)
    return (
      <Sheet title="Charts">
        <Empty>
          <p>Nothing is posted in these days, so there is nothing to draw.</p>
        </Empty>
      </Sheet>
    );
  const span = `${shortDate(parseCivilDate(months.from))} to ${shortDate(last)}`;
  return (
    <Sheet title="Charts" aside={organisation.name}>
      <div className={styles.charts} role="group" aria-label="All charts" tabIndex={0}>
        <ChartFigure
          title="Result by month"
          dateLine={span}
          columns={names}
          rows={byMonth.map(({ label, revenue, expenses, result }) => ({
            label,
            amounts: [revenue, expenses, result],
          }))}
        >
          <BarsAndLine points={byMonth} names={names} />
        </ChartFigure>
        <ChartFigure title="Cash at the end of each month" dateLine={span} columns={['Cash']} rows={toldRows(held)}>
          <PlainLine name="Cash" points={held} />
        </ChartFigure>
        <ChartFigure
          title="Expenses by part"
          dateLine={parts.dateLine}
          columns={['Amount', 'Share']}
          rows={expenses.map(({ label, amount, share }) => ({ label, amounts: [amount], said: [share] }))}
        >
          <PartBars parts={expenses} />
        </ChartFigure>
        <ChartFigure
          title={`${equityName} over the years`}
          dateLine={`up to ${longDate(last)}`}
          columns={[equityName]}
          rows={toldRows(years)}
        >
          <PlainLine name={equityName} points={years} />
        </ChartFigure>
      </div>
    </Sheet>
  );
}

/** Points of one figure as they are told. */
function toldRows(points: readonly { readonly label: string; readonly amount: number | null }[]) {
  return points.map(({ label, amount }) => ({ label, amounts: [amount] }));
}

/** What the result of all the months is called. */
function resultName({ rows }: IncomeStatementResponse): string {
  return rows.find(({ key }) => key === 'net-result')?.label ?? 'Result';
}
