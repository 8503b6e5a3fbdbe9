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
export function incomePaper(incomeStatement: IncomeStatementResponse): StatementPaper {
  return rowsPaper(incomeStatement, incomeStatement.form === 'multi-step');
}

/** A balance sheet as it is printed. */
export function balanceSheetPaper(balanceSheet: BalanceSheetResponse): StatementPaper {
  return rowsPaper(balanceSheet, false);
}

/** A cash-flow statement as it is printed, with what moved no cash told under it. */
export function cashFlowPaper(cashFlow: CashFlowResponse): StatementPaper {
  const paper = rowsPaper(cashFlow, false);
  const listed = cashFlow.withoutCash.map(
    ({ entry, date, explanation, amount }) =>
      `${shortDate(parseCivilDate(date))}, ${explanation} (${entry}): ${printedAmount(amount, cashFlow.currency, cashFlow.rounding)}`,
  );
  if (listed.length === 0) return paper;
  const { entries, amount } = cashFlow.withoutCashInAll;
  const which = withoutCashWords(listed.length, entries, printedAmount(amount, cashFlow.currency, cashFlow.rounding));
  return { ...paper, notes: [...paper.notes, which, ...listed] };
}

/** A statement of changes in equity as it is printed: a column a component, and the totals of each column. */
export function equityPaper(equityStatement: EquityStatementResponse): StatementPaper {
  const isCompared = equityStatement.columns.length > 1;
  const components = equityStatement.columns.length > MOST_BESIDE ? [] : equityStatement.components;
  const hasTotal = isCompared || components.length !== 1;
  const sign = currencySign(equityStatement.currency);
  const rows = equityStatement.rows.map((row): PaperRow => {
    const isSum = row.row === 'total';
    const write = (amount: string | null, hasSign: boolean): string => {
      if (amount === null) return '';
      if (!isSum && Number(amount) === 0) return '–';
      const text = printedAmount(amount, equityStatement.currency, equityStatement.rounding);
      return hasSign ? withSign(sign, text) : text;
    };
    const totals = isCompared
      ? row.totals.map((amount, index) =>
          columnText(equityStatement.columns[index], amount, (amount) =>
            write(amount, isSum && equityStatement.columns[index]?.type === 'amount'),
          ),
        )
      : hasTotal
        ? [write(row.total, isSum)]
        : [];
    const texts = [...components.map((_, index) => write(row.amounts[index] ?? null, isSum)), ...totals];
    const rule: PaperRule = row.key === 'closing-equity' ? 'end' : '';
    return { label: row.label, kind: isSum ? 'end' : 'item', figures: texts.map((text) => ({ text, rule })) };
  });
  const heads = isCompared ? equityStatement.columns.map(({ label }) => label) : hasTotal ? ['Total'] : [];
  return { ...headOf(equityStatement), columns: [...components.map(({ label }) => label), ...heads], rows };
}

/** With more columns than these, only totals stand in the statement of changes in equity. */
const MOST_BESIDE = 6;

function headOf(statement: StatementHeading & { readonly columns: readonly ColumnResponse[] }) {
  const others = statement.columns.flatMap(({ key, label, note }) =>
    note === null || key === 'amount' ? [] : [`${label}: ${note.charAt(0).toLowerCase()}${note.slice(1)}`],
  );
  const { organisation, title, dateLine } = statement;
  return { organisation, title, dateLine, notes: [...(statement.note === null ? [] : [statement.note]), ...others] };
}

function rowsPaper(
  statement: StatementHeading & {
    readonly rows: readonly StatementRowResponse[];
    readonly columns: readonly ColumnResponse[];
  },
  isStepped: boolean,
): StatementPaper {
  if (statement.columns.length === 1)
    return {
      ...headOf(statement),
      columns: ranksOf(statement.rows).map(() => ''),
      rows: rowsByRank(statement.rows, statement, isStepped),
    };
  const sign = currencySign(statement.currency);
  const settings = rowSettings(statement.rows);
  const isEmpty = statement.columns.map((_, index) =>
    statement.rows.every(({ amounts }) => (amounts[index] ?? null) === null),
  );
  const rows = statement.rows.map((row, index): PaperRow => {
    const setting = settings[index];
    if (!setting) throw new RangeError('a row has no setting');
    const { kind, rule, hasSign, isOfItem } = setting;
    if (row.row === 'heading') return { label: row.label, kind, figures: [] };
    const figures = statement.columns.map((column, index): Figure => {
      if (isEmpty[index]) return NO_FIGURE;
      const text = columnText(column, row.amounts[index] ?? null, (amount) => {
        if (amount === null || Number(amount) === 0) return '–';
        const figure = figureText(amount, row.key, statement, isStepped);
        return hasSign && column.type === 'amount' ? withSign(sign, figure) : figure;
      });
      return { text, rule };
    });
    return { label: row.label, kind, isOfItem, figures };
  });
  return { ...headOf(statement), columns: statement.columns.map(({ label }) => label), rows };
}

/** Items in the inner column, sums in the outer one. */
function rowsByRank(rows: readonly StatementRowResponse[], money: Money, isStepped: boolean): PaperRow[] {
  const sign = currencySign(money.currency);
  const ranks = ranksOf(rows);
  const write = ({ amount, key }: StatementRowResponse): string =>
    amount === null ? '' : figureText(amount, key, money, isStepped);
  return rankedRows(rows).map(({ of: row, kind, isOfItem, figures }): PaperRow => {
    const ranked = ranks.map((rank): Figure => {
      const figure = figures.find((figure) => figure.rank === rank);
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
