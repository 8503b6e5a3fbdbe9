import { GROSS, isGroupName, isItemSum, NET } from './item-sums.js';
import type { SetRow } from './statement-row.js';

/** A row that a sum is made of, by its place; −1 where it is taken away. */
export interface FormulaTerm {
  readonly at: number;
  readonly sign: 1 | -1;
}

/** What the results of an income statement with several steps are made of, each of the parts that it has. */
const RESULT_PARTS = [
  ['total-operating-revenue', 1],
  ['total-cost-of-sales', -1],
  ['total-operating-expenses', -1],
  ['total-other-income', 1],
  ['total-other-expenses', -1],
  ['total-income-tax', -1],
] as const;

/** How many of {@link RESULT_PARTS} a result is made of. */
const RESULTS: Readonly<Record<string, number>> = {
  'gross-result': 2,
  'operating-result': 3,
  'result-before-tax': 5,
  'net-result': 6,
};

/** Whether a sum is a result, which is called otherwise where it is negative. */
export function isResult(key: string): boolean {
  return Object.hasOwn(RESULTS, key);
}

/** Sums of sums. */
const SUMS: Readonly<Record<string, readonly (readonly [key: string, sign: 1 | -1])[]>> = {
  'total-assets': [
    ['total-current-assets', 1],
    ['total-non-current-assets', 1],
  ],
  'total-liabilities': [
    ['total-current-liabilities', 1],
    ['total-non-current-liabilities', 1],
  ],
  'total-liabilities-and-equity': [
    ['total-liabilities', 1],
    ['total-equity', 1],
  ],
  'change-in-cash': [
    ['cash-operating', 1],
    ['cash-investing', 1],
    ['cash-financing', 1],
  ],
  'cash-at-end': [
    ['cash-at-beginning', 1],
    ['change-in-cash', 1],
  ],
};

/**
 * Which rows a row of an income statement, balance sheet or cash-flow statement adds up, so that a spreadsheet can do the
 * same.
 *
 * @returns the terms, by the places of the rows; undefined for rows that are no sum: accounts, headings, what is carried in
 * @example statementFormula(rows, rows.findIndex(({ key }) => key === 'net-result')) // → revenue, less expenses
 */
export function statementFormula(rows: readonly SetRow[], position: number): readonly FormulaTerm[] | undefined {
  const row = rows[position];
  if (!row || row.row === 'heading' || row.row === 'account') return undefined;
  const terms = (keys: readonly (readonly [key: string, sign: 1 | -1])[]): FormulaTerm[] =>
    keys.flatMap(([key, sign]) => {
      const index = rows.findIndex((row) => row.key === key && row.row !== 'heading');
      return index < 0 ? [] : [{ at: index, sign }];
    });
  if (isItemSum(row)) {
    const isFirst = (setRow: SetRow): boolean =>
      row.key.startsWith(NET) ? setRow.key === GROSS : isGroupName(setRow);
    const start = rows.slice(0, position).findLastIndex(isFirst) + (row.key.startsWith(NET) ? 0 : 1);
    return rows.slice(start, position).map((_, index) => ({ at: start + index, sign: 1 }));
  }
  const sums = SUMS[row.key];
  if (sums) return terms(sums);
  if (row.row === 'carry') return undefined;
  if (isResult(row.key)) {
    const isSingleStep = rows.some(({ key }) => key === 'total-expenses');
    if (isSingleStep)
      return terms([
        ['total-revenue', 1],
        ['total-expenses', -1],
      ]);
    return terms(RESULT_PARTS.slice(0, RESULTS[row.key]));
  }
  const part = /^(?:total|cash)-(.+)$/.exec(row.key)?.[1];
  const heading = rows.findIndex((row) => row.row === 'heading' && row.key === part);
  if (heading < 0 || heading > position) return undefined;
  return rows
    .slice(heading + 1, position)
    .flatMap((row, index) =>
      row.row === 'heading' || isItemSum(row) ? [] : [{ at: heading + 1 + index, sign: 1 as const }],
    );
}
