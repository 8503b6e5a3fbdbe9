import type {
  BalanceSheetResponse,
  ColumnResponse,
  ColumnsQuery,
  SpanQuery,
  StatementKey,
  StatementRowResponse,
} from '@just-ledger/contract';
import {
  alignedRows,
  type AlignedRow,
  type Arrangement,
  type Chart,
  formatAmount,
  MAIN_COLUMN,
  type Minor,
  percentChange,
  roundingWords,
  type StatementRow,
  subtract,
  ZERO,
} from '@just-ledger/core';
import { writeCsv } from '../../platform/files/csv.js';
import type { Figures } from '../earlier-years/old-books.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { asKnown } from '../organisations/report-dates.js';
import type { AskedColumn } from './columns-asked.js';

/** What is drawn of each column that is asked for. */
export interface DrawnColumns<Of> {
  readonly columns: readonly AskedColumn[];
  readonly figures: readonly Figures<Of>[];
  /** Whether the change from the second column to the first is told too. */
  readonly hasChange: boolean;
}

/** Draws each column that is asked for. */
export function drawColumns<Of>(
  columns: readonly AskedColumn[],
  { change }: ColumnsQuery,
  draw: (column: AskedColumn) => Figures<Of>,
): DrawnColumns<Of> {
  const figures = columns.map(draw);
  const isComparable = columns[0]?.key === MAIN_COLUMN && figures.slice(0, 2).every(({ of }) => of !== undefined);
  return { columns, figures, hasChange: change === 'true' && columns.length > 1 && isComparable };
}

/** Without the values of a breakdown that have nothing to show. */
export function withoutEmptyValues<Of extends { readonly rows: readonly StatementRow[] }>(
  drawn: DrawnColumns<Of>,
): DrawnColumns<Of> {
  const isShown = drawn.columns.map(
    ({ within }, index) =>
      !within || drawn.figures[index]?.of?.rows.some(({ amount = ZERO }) => amount !== 0) !== false,
  );
  return {
    ...drawn,
    columns: drawn.columns.filter((_, index) => isShown[index]),
    figures: drawn.figures.filter((_, index) => isShown[index]),
  };
}

/** What is drawn of the days that were asked for. */
export function mainFigures<Of>({ columns, figures }: DrawnColumns<Of>): Figures<Of> {
  return figures[columns.findIndex(({ key }) => key === MAIN_COLUMN)] ?? { of: undefined, note: null };
}

/** What stands over a statement; by which day's knowledge it is drawn, if not by today's. */
export function heading(
  organisation: Organisation,
  { words }: Arrangement,
  { key, usual }: { readonly key: StatementKey | 'notes'; readonly usual: string },
  dateLine: string,
  { note }: { readonly note: string | null },
  { asKnownOn, rounding }: Pick<SpanQuery, 'asKnownOn' | 'rounding'>,
) {
  return {
    organisation: organisation.name,
    title: words[key] ?? usual,
    dateLine: [
      dateLine,
      ...(asKnownOn ? [asKnown(asKnownOn)] : []),
      ...(rounding ? [roundingWords(organisation.baseCurrency, rounding)] : []),
    ].join(', '),
    currency: organisation.baseCurrency,
    rounding: rounding ?? null,
    note,
  };
}

/** The heads of columns, with those of the change. */
export function columnAnswers({ columns, figures, hasChange }: DrawnColumns<unknown>): ColumnResponse[] {
  const [main, before] = columns;
  const written = columns.map(({ key, label, from, to, within, knownOn = null }, index): ColumnResponse => ({
    key,
    label,
    from,
    to,
    knownOn,
    type: 'amount',
    within: within ? { breakdown: within.breakdown, value: within.value } : null,
    note: figures[index]?.note ?? null,
  }));
  if (!hasChange || !main || !before) return written;
  const days = { from: before.from, to: main.to, within: null, knownOn: null, note: null };
  return [
    ...written,
    { key: 'change', type: 'change', label: 'Change', ...days },
    { key: 'change-percent', type: 'percent', label: '%', ...days },
  ];
}

/** A row's figures in the order of the columns. */
export function columnCells(
  organisation: Organisation,
  { hasChange }: DrawnColumns<unknown>,
  amounts: readonly (Minor | undefined)[],
): (string | null)[] {
  const write = (amount: Minor | undefined): string | null =>
    amount === undefined ? null : formatAmount(amount, organisation.baseCurrency);
  const written = amounts.map(write);
  if (!hasChange) return written;
  const [now, before] = amounts;
  if (now === undefined && before === undefined) return [...written, null, null];
  return [
    ...written,
    write(subtract(now ?? ZERO, before ?? ZERO)),
    percentChange(now ?? ZERO, before ?? ZERO) ?? null,
  ];
}

/** The rows of all columns as they go over the wire; none where there is nothing to draw. */
export function rowAnswers(
  organisation: Organisation,
  chart: Chart,
  arrangement: Arrangement,
  drawn: DrawnColumns<{ readonly rows: readonly StatementRow[] }>,
): StatementRowResponse[] {
  const main = drawn.columns.findIndex(({ key }) => key === MAIN_COLUMN);
  const rows = alignedRows(
    chart,
    drawn.figures.map(({ of }) => of?.rows ?? []),
    arrangement,
  );
  const answer = ({ row, key, label, account, amounts: all, together }: AlignedRow): StatementRowResponse => {
    const amounts = columnCells(organisation, drawn, all);
    const written = { row, key, label, account: account?.number ?? null, amount: amounts[main] ?? null, amounts };
    return together ? { ...written, together: together.map(answer) } : written;
  };
  return rows.map(answer);
}

/** The columns of the file of a statement: the days that were asked for, then the others. */
export function statementFileColumns({ columns }: Pick<BalanceSheetResponse, 'columns'>): string[] {
  return ['row', 'key', 'label', 'account', ...inFileOrder(columns).map(({ key }) => key)];
}

/** The rows of the file of a statement. */
export function statementFileRows({ rows, columns }: Pick<BalanceSheetResponse, 'rows' | 'columns'>): string[][] {
  const order = inFileOrder(columns).map((column) => columns.indexOf(column));
  return rows.map(({ row, key, label, account, amounts }) => [
    row,
    row === 'account' ? '' : key,
    label,
    account ?? '',
    ...order.map((index) => amounts[index] ?? ''),
  ]);
}

/** A statement as CSV. */
export function statementCsv(balanceSheet: Pick<BalanceSheetResponse, 'rows' | 'columns'>): string {
  return writeCsv(
    statementFileColumns(balanceSheet),
    statementFileRows(balanceSheet),
    balanceSheet.columns.map(({ key }) => key),
  );
}

/** The columns of figures, that of the days that were asked for first. */
function inFileOrder(columns: readonly ColumnResponse[]): ColumnResponse[] {
  const isMain = ({ key }: ColumnResponse): boolean => key === MAIN_COLUMN;
  return [...columns.filter(isMain), ...columns.filter((column) => !isMain(column))];
}
