import type {
  BalanceSheetResponse,
  CashFlowResponse,
  ColumnResponse,
  EquityStatementResponse,
  IncomeStatementResponse,
  StatementHeading,
  StatementRowResponse,
} from '@just-ledger/contract';
import {
  currencySign,
  parseCivilDate,
  rankedRows,
  ranksOf,
  rowSettings,
  shortDate,
  TAKEN_AWAY,
  takenAway,
  withSign,
  writtenPercent,
  withoutCashWords,
} from '@just-ledger/core';
import { printedAmount } from '../../platform/files/printed-amount.js';
import type { PaperRow, PaperRule, StatementPaper } from '../../platform/files/statement-pages.js';

type Figure = PaperRow['figures'][number];

/** What figures are in, and to what they are rounded. */
type Money = Pick<StatementHeading, 'currency' | 'rounding'>;

const NO_FIGURE: Figure = { text: '', rule: '' };

/** An income statement as it is printed. */
export function incomePaper(of: IncomeStatementResponse): StatementPaper {
  return rowsPaper(of, of.form === 'multi-step');
}

/** A balance sheet as it is printed. */
export function balanceSheetPaper(of: BalanceSheetResponse): StatementPaper {
  return rowsPaper(of, false);
}

/** A cash-flow statement as it is printed, with what moved no cash told under it. */
export function cashFlowPaper(of: CashFlowResponse): StatementPaper {
  const paper = rowsPaper(of, false);
  const told = of.withoutCash.map(
    ({ entry, date, explanation, amount }) =>
      `${shortDate(parseCivilDate(date))}, ${explanation} (${entry}): ${printedAmount(amount, of.currency, of.rounding)}`,
  );
  if (told.length === 0) return paper;
  const { entries, amount } = of.withoutCashInAll;
  const which = withoutCashWords(told.length, entries, printedAmount(amount, of.currency, of.rounding));
  return { ...paper, notes: [...paper.notes, which, ...told] };
}

/** A statement of changes in equity as it is printed: a column a component, and the totals of each column. */
export function equityPaper(of: EquityStatementResponse): StatementPaper {
  const isCompared = of.columns.length > 1;
  const components = of.columns.length > MOST_BESIDE ? [] : of.components;
  const hasTotal = isCompared || components.length !== 1;
  const sign = currencySign(of.currency);
  const rows = of.rows.map((row): PaperRow => {
    const isSum = row.row === 'total';
    const write = (amount: string | null, hasSign: boolean): string => {
      if (amount === null) return '';
      if (!isSum && Number(amount) === 0) return '–';
      const text = printedAmount(amount, of.currency, of.rounding);
      return hasSign ? withSign(sign, text) : text;
    };
    const totals = isCompared
      ? row.totals.map((amount, at) =>
          columnText(of.columns[at], amount, (one) => write(one, isSum && of.columns[at]?.type === 'amount')),
        )
      : hasTotal
        ? [write(row.total, isSum)]
        : [];
    const texts = [...components.map((_, at) => write(row.amounts[at] ?? null, isSum)), ...totals];
    const rule: PaperRule = row.key === 'closing-equity' ? 'end' : '';
    return { label: row.label, kind: isSum ? 'end' : 'item', figures: texts.map((text) => ({ text, rule })) };
  });
  const heads = isCompared ? of.columns.map(({ label }) => label) : hasTotal ? ['Total'] : [];
  return { ...headOf(of), columns: [...components.map(({ label }) => label), ...heads], rows };
}

/** With more columns than these, only totals stand in the statement of changes in equity. */
const MOST_BESIDE = 6;

function headOf(of: StatementHeading & { readonly columns: readonly ColumnResponse[] }) {
  const others = of.columns.flatMap(({ key, label, note }) =>
    note === null || key === 'amount' ? [] : [`${label}: ${note.charAt(0).toLowerCase()}${note.slice(1)}`],
  );
  const { organisation, title, dateLine } = of;
  return { organisation, title, dateLine, notes: [...(of.note === null ? [] : [of.note]), ...others] };
}

function rowsPaper(
  of: StatementHeading & {
    readonly rows: readonly StatementRowResponse[];
    readonly columns: readonly ColumnResponse[];
  },
  isStepped: boolean,
): StatementPaper {
  if (of.columns.length === 1)
    return {
      ...headOf(of),
      columns: ranksOf(of.rows).map(() => ''),
      rows: rowsByRank(of.rows, of, isStepped),
    };
  const sign = currencySign(of.currency);
  const settings = rowSettings(of.rows);
  const isEmpty = of.columns.map((_, at) => of.rows.every(({ amounts }) => (amounts[at] ?? null) === null));
  const rows = of.rows.map((row, index): PaperRow => {
    const setting = settings[index];
    if (!setting) throw new RangeError('a row has no setting');
    const { kind, rule, hasSign, isOfItem } = setting;
    if (row.row === 'heading') return { label: row.label, kind, figures: [] };
    const figures = of.columns.map((column, at): Figure => {
      if (isEmpty[at]) return NO_FIGURE;
      const text = columnText(column, row.amounts[at] ?? null, (amount) => {
        if (amount === null || Number(amount) === 0) return '–';
        const figure = figureText(amount, row.key, of, isStepped);
        return hasSign && column.type === 'amount' ? withSign(sign, figure) : figure;
      });
      return { text, rule };
    });
    return { label: row.label, kind, isOfItem, figures };
  });
  return { ...headOf(of), columns: of.columns.map(({ label }) => label), rows };
}

/** Items in the inner column, sums in the outer one. */
function rowsByRank(rows: readonly StatementRowResponse[], money: Money, isStepped: boolean): PaperRow[] {
  const sign = currencySign(money.currency);
  const ranks = ranksOf(rows);
  const write = ({ amount, key }: StatementRowResponse): string =>
    amount === null ? '' : figureText(amount, key, money, isStepped);
  return rankedRows(rows).map(({ of: row, kind, isOfItem, figures }): PaperRow => {
    const ranked = ranks.map((rank): Figure => {
      const figure = figures.find((one) => one.rank === rank);
      if (!figure) return NO_FIGURE;
      const text = write(figure.of);
      return { text: figure.hasSign ? withSign(sign, text) : text, rule: figure.rule };
    });
    return { label: row.label, kind, isOfItem, figures: figures.length === 0 ? [] : ranked };
  });
}

function figureText(amount: string, key: string, { currency, rounding }: Money, isStepped: boolean): string {
  // what rounding left nothing of
  if (rounding && Number(amount) === 0) return '–';
  const figure = printedAmount(amount, currency, rounding);
  return isStepped && TAKEN_AWAY.has(key) ? takenAway(figure) : figure;
}

function columnText(
  column: ColumnResponse | undefined,
  amount: string | null,
  write: (amount: string | null) => string,
): string {
  return column?.type === 'percent' ? writtenPercent(amount) : write(amount);
}
