import { minor, type Minor, subtract, ZERO } from '../money/minor.js';
import { statementFormula } from './statement-formulas.js';
import type { SetRow } from './statement-row.js';

/** A row that figures are made of, or that several are drawn together in. */
interface FigureRow<Row> extends SetRow {
  readonly together?: readonly Row[];
}

/** What a row has to do with the change of a figure; minor units, as they count in that figure. */
export interface ChangePart<Row extends SetRow> {
  readonly row: Row;
  /** −1 where it is taken away in the figure. */
  readonly sign: 1 | -1;
  readonly now: Minor;
  readonly before: Minor;
  readonly change: Minor;
}

/**
 * The rows that account for the change of a figure, the largest first: the accounts that its sums are made of, and what is
 * carried in. What is taken away in the figure counts the other way round. Rows that did not change are left out, so that
 * the changes add up to that of the figure.
 *
 * @param figures what a row comes to in the two columns
 * @example changeParts(rows, netResultAt, figuresOf).map(({ change }) => change) // → [4000, -1500, 20]
 */
export function changeParts<Row extends FigureRow<Row>>(
  rows: readonly Row[],
  index: number,
  figures: (row: Row) => { readonly now: Minor; readonly before: Minor },
): ChangePart<Row>[] {
  return figureTerms(rows, index)
    .map(({ row, sign }): ChangePart<Row> => {
      const { now, before } = figures(row);
      const signed = (amount: Minor): Minor => (amount === 0 ? ZERO : minor(sign * amount));
      return { row, sign, now: signed(now), before: signed(before), change: subtract(signed(now), signed(before)) };
    })
    .filter(({ change }) => change !== 0)
    .sort((a, b) => Math.abs(b.change) - Math.abs(a.change));
}

/**
 * The rows that a figure comes to in the end: the accounts that its sums are made of, and what is carried in; −1 where one is
 * taken away. A row that is no sum is made of itself.
 *
 * @example figureTerms(rows, netResultAt).map(({ row, sign }) => [row.label, sign]) // → [['Sales', 1], ['Wages', -1]]
 */
export function figureTerms<Row extends FigureRow<Row>>(
  rows: readonly Row[],
  index: number,
  sign: 1 | -1 = 1,
): { readonly row: Row; readonly sign: 1 | -1 }[] {
  const terms = statementFormula(rows, index);
  const row = rows[index];
  if (terms) return terms.flatMap((term) => figureTerms(rows, term.at, sign === term.sign ? 1 : -1));
  if (row?.together) return row.together.map((row) => ({ row, sign }));
  return row && row.row !== 'heading' ? [{ row, sign }] : [];
}
