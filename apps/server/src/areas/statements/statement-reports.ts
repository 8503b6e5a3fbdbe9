import type {
  BalanceSheetQuery,
  BalanceSheetResponse,
  ColumnResponse,
  EquityStatementResponse,
  IncomeStatementQuery,
  IncomeStatementResponse,
  SpanQuery,
} from '@just-ledger/contract';
import {
  alignedRows,
  arrangedPlaces,
  balanceSheet,
  type BalanceSheet,
  type CivilDate,
  earlierOf,
  EQUITY_ROWS,
  equityStatement,
  type EquityStatement,
  formatAmount,
  incomeStatement,
  type IncomeStatement,
  longDate,
  MAIN_COLUMN,
  type Minor,
  positionColumns,
  resultByAccount,
  shownClassifications,
  spanLine,
  STATEMENT_WORDS,
  balancesOf,
  withComponentsInOrder,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { writeCsv } from '../../platform/files/csv.js';
import { loadChart } from '../accounts/account-store.js';
import { beforeTheseBooks, type Figures, oldBooksOf } from '../earlier-years/old-books.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate, reportSpan, yearStart } from '../organisations/report-dates.js';
import { arrangementOf } from './arrangement-store.js';
import { columnsAsked } from './columns-asked.js';
import { equityFlows } from './equity-flows-of-days.js';
import { roundedFigures } from './rounded-figures.js';
import {
  columnAnswers,
  columnCells,
  drawColumns,
  heading,
  mainFigures,
  rowAnswers,
  withoutEmptyValues,
} from './statement-answers.js';
import { positionFigures, resultFigures } from './statement-figures.js';

/** The income statement that a query asks for. */
export function incomeStatementReport(
  db: Db,
  organisation: Organisation,
  query: IncomeStatementQuery,
  today: CivilDate,
  arrangement = arrangementOf(db, organisation.id),
): IncomeStatementResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const form = query.form ?? 'single-step';
  const chart = loadChart(db, organisation.id);
  const rounding = roundedFigures(db, organisation, chart, query);
  const columns = columnsAsked(db, organisation, { from, to }, query, 'result');
  const flows = drawColumns(columns, query, ({ key, from: first, to: last, view, within }) =>
    resultFigures(db, organisation, view, chart, {
      from: first,
      to: last,
      isWhole: key !== MAIN_COLUMN,
      ...(within && { within: within.combinations }),
    }),
  );
  const beside = shownClassifications(
    chart,
    flows.figures.flatMap(({ of }) => (of ? [resultByAccount(of)] : [])),
  );
  const drawn = withoutEmptyValues({
    ...flows,
    figures: flows.figures.map(({ of, note }, index): Figures<IncomeStatement> => {
      const column = flows.columns[index];
      const { kind } = organisation;
      const statement = of && incomeStatement(chart, of, kind, form, query.zeros === 'true', beside);
      return { of: statement && column && rounding.income(statement, column), note };
    }),
  });
  const now = mainFigures(drawn);
  const write = (amount: Minor | undefined): string => formatAmount(amount ?? ZERO, organisation.baseCurrency);
  return {
    ...heading(
      organisation,
      arrangement,
      { key: 'income-statement', usual: 'Income statement' },
      spanLine(organisation.calendar, from, to),
      now,
      query,
    ),
    from,
    to,
    form,
    columns: columnAnswers(drawn),
    rows: rowAnswers(organisation, chart, arrangement, drawn),
    totals: {
      totalRevenue: write(now.of?.totalRevenue),
      totalExpenses: write(now.of?.totalExpenses),
      netResult: write(now.of?.netResult),
    },
  };
}

/** The statement of changes in equity that a query asks for: the components of its days, and the totals of each column. */
export function equityStatementReport(
  db: Db,
  organisation: Organisation,
  query: SpanQuery,
  today: CivilDate,
  arrangement = arrangementOf(db, organisation.id),
): EquityStatementResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const chart = loadChart(db, organisation.id);
  const { changeover } = oldBooksOf(db, organisation);
  const rounding = roundedFigures(db, organisation, chart, query);
  const places = arrangedPlaces(chart, arrangement);
  const drawn = drawColumns(
    columnsAsked(db, organisation, { from, to }, query, 'nothing'),
    query,
    (column): Figures<EquityStatement> => {
      if (column.to < changeover) return { of: undefined, note: beforeTheseBooks(changeover, column.to) };
      const flows = equityFlows(db, organisation, column.view, column.from, column.to);
      const statement = withComponentsInOrder(equityStatement(chart, organisation.kind, flows), places);
      return { of: rounding.equity(statement), note: null };
    },
  );
  const now = mainFigures(drawn);
  const write = (amount: Minor): string => formatAmount(amount, organisation.baseCurrency);
  const totals = alignedRows(
    chart,
    drawn.figures.map(({ of }) =>
      (of?.rows ?? []).map(({ key, label, total }) => ({ row: 'account', key, label, amount: total }) as const),
    ),
    arrangement,
  );
  const isAlone = drawn.columns.length === 1;
  return {
    ...heading(
      organisation,
      arrangement,
      { key: 'equity-statement', usual: STATEMENT_WORDS[organisation.kind].equityStatement },
      spanLine(organisation.calendar, from, to),
      now,
      query,
    ),
    from,
    to,
    components: (now.of?.components ?? []).map(({ key, label, account }) => ({
      key: account ? account.number : String(key),
      label,
      account: account?.number ?? null,
    })),
    columns: columnAnswers(drawn),
    rows: EQUITY_ROWS.flatMap((key) => {
      const all = totals.find((row) => row.key === key);
      if (!all) return [];
      const own = now.of?.rows.find((row) => row.key === key);
      const ends: Readonly<Partial<Record<string, CivilDate>>> = { 'opening-equity': from, 'closing-equity': to };
      const date = isAlone ? ends[key] : undefined;
      return [
        {
          row: key === 'net-result' ? 'carry' : key in ends ? 'total' : 'account',
          key,
          label: date ? `At ${longDate(date)}` : all.label,
          amounts: (own?.amounts ?? now.of?.components.map(() => ZERO) ?? []).map(write),
          total: write(own?.total ?? ZERO),
          totals: columnCells(organisation, drawn, all.amounts),
        } as const,
      ];
    }),
  };
}

/** The balance sheet that a query asks for. */
export function balanceSheetReport(
  db: Db,
  organisation: Organisation,
  query: BalanceSheetQuery,
  today: CivilDate,
  arrangement = arrangementOf(db, organisation.id),
): BalanceSheetResponse {
  const asAt = reportDate(query.asAt, 'asAt', organisation, today, today);
  const year = yearStart(organisation, asAt) ?? asAt;
  const from = query.from ? reportDate(query.from, 'from', organisation, year, today) : year;
  const chart = loadChart(db, organisation.id);
  const asked = columnsAsked(db, organisation, { from: earlierOf(from, asAt), to: asAt }, query, 'position');
  const columns = asked.some(({ within, knownOn }) => within ?? knownOn) ? asked : positionColumns(asked);
  const rounding = roundedFigures(db, organisation, chart, query);
  const positions = drawColumns(columns, query, ({ to, view, within }) =>
    positionFigures(db, organisation, view, chart, to, within?.combinations),
  );
  const beside = shownClassifications(
    chart,
    positions.figures.flatMap(({ of }) => (of ? [balancesOf(of.flows)] : [])),
  );
  const drawn = withoutEmptyValues({
    ...positions,
    figures: positions.figures.map(({ of: position, note }): Figures<BalanceSheet> => {
      if (!position) return { of: undefined, note };
      const { flows, equity } = position;
      return {
        of: rounding.position(
          balanceSheet(chart, organisation.kind, flows, equity, query.zeros === 'true', beside),
          equity,
        ),
        note,
      };
    }),
  });
  const now = mainFigures(drawn);
  const write = (amount: Minor | undefined): string => formatAmount(amount ?? ZERO, organisation.baseCurrency);
  return {
    ...heading(
      organisation,
      arrangement,
      { key: 'balance-sheet', usual: 'Balance sheet' },
      `as at ${longDate(asAt)}`,
      now,
      query,
    ),
    asAt,
    columns: columnAnswers(drawn),
    rows: rowAnswers(organisation, chart, arrangement, drawn),
    totals: {
      totalAssets: write(now.of?.totalAssets),
      totalLiabilities: write(now.of?.totalLiabilities),
      totalEquity: write(now.of?.totalEquity),
    },
  };
}

/** The columns of an equity statement file: those of the days that were asked for, then the totals of the others. */
function equityFileColumns({ columns }: EquityStatementResponse): string[] {
  return ['row', 'key', 'label', 'component', 'account', 'amount', ...otherColumns(columns).map(({ key }) => key)];
}

/** The rows of an equity statement file: a row a component, then the row's total with an empty component. */
function equityRows(equityStatement: EquityStatementResponse): string[][] {
  const others = otherColumns(equityStatement.columns).map((column) => equityStatement.columns.indexOf(column));
  return equityStatement.rows.flatMap((row) => [
    ...equityStatement.components.flatMap(({ label, account, key }, index) => {
      const amount = row.amounts[index] ?? '';
      if (!/[1-9]/.test(amount)) return [];
      return [['account', row.key, row.label, label, account ?? key, amount, ...others.map(() => '')]];
    }),
    [
      row.row === 'account' ? 'subtotal' : row.row,
      row.key,
      row.label,
      '',
      '',
      row.total,
      ...others.map((column) => row.totals[column] ?? ''),
    ],
  ]);
}

/** An equity statement as CSV. */
export function equityCsv(equityStatement: EquityStatementResponse): string {
  return writeCsv(
    equityFileColumns(equityStatement),
    equityRows(equityStatement),
    equityStatement.columns.map(({ key }) => key),
  );
}

function otherColumns(columns: readonly ColumnResponse[]): ColumnResponse[] {
  return columns.filter(({ key }) => key !== MAIN_COLUMN);
}
