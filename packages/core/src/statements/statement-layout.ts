import { isGroupName, isItemSum, isOfItem } from './item-sums.js';
import type { SetRow } from './statement-row.js';

/** The rules at a figure: a single one above a sum, a double one under the end (common practice). */
export type FigureRule = '' | 'over' | 'end';

/** How a row stands where each column has one figure. */
export interface RowSetting {
  readonly kind: 'heading' | 'subheading' | 'item' | 'sum' | 'end';
  readonly rule: FigureRule;
  /** Whether the sign of the currency stands before its figure. */
  readonly hasSign: boolean;
  /** Whether it is part of an item, and so set in further. */
  readonly isOfItem: boolean;
}

/** The columns of figures where each has a rank: parts of items, items, sums. */
export type FigureRank = 'part' | 'item' | 'sum';

/** A figure in the column of its rank. */
export interface RankedFigure<Row extends SetRow> {
  readonly of: Row;
  readonly rank: FigureRank;
  /** The rule at it; `last` is one under the last that is added up. */
  readonly rule: FigureRule | 'last';
  readonly hasSign: boolean;
}

/** A row with its figure and those that stand beside it, as in print: the net of an item, the sum of a part. */
export interface RankedRow<Row extends SetRow> extends RowSetting {
  readonly of: Row;
  readonly figures: readonly RankedFigure<Row>[];
}

/** Headings within a part, which do not stand out. */
const SUBHEADINGS: ReadonlySet<string> = new Set(['taken-out', 'changes', 'cash']);

/** Rows that are no sum of those above them. */
const BEGINNINGS: ReadonlySet<string> = new Set(['cash-at-beginning']);

/** Parts whose sums are taken away in a statement with several steps: they stand in parentheses. */
export const TAKEN_AWAY: ReadonlySet<string> = new Set([
  'total-cost-of-sales',
  'total-operating-expenses',
  'total-other-expenses',
  'total-income-tax',
]);

/** How each row stands, in the order of the rows. @example rowSettings(rows).at(-1)?.rule // → 'end' */
export function rowSettings(rows: readonly SetRow[]): RowSetting[] {
  const first = rows.findIndex(({ row }) => row !== 'heading');
  return rows.map(({ row, key }, index): RowSetting => {
    const own = ownSetting({ row, key });
    const hasSign = row !== 'heading' && (index === first || row === 'total');
    return { ...own, hasSign, isOfItem: isOfItem({ row, key }) };
  });
}

function ownSetting({ row, key }: SetRow): Pick<RowSetting, 'kind' | 'rule'> {
  if (isGroupName({ row, key })) return { kind: 'item', rule: '' };
  if (row === 'heading') return { kind: SUBHEADINGS.has(key) ? 'subheading' : 'heading', rule: '' };
  if (row === 'account') return { kind: 'item', rule: '' };
  if (isItemSum({ row, key })) return { kind: 'item', rule: 'over' };
  // the result begins the cash-flow statement; equity ends its part of the balance sheet
  if (row === 'carry') return key === 'net-result' ? { kind: 'item', rule: '' } : { kind: 'end', rule: 'over' };
  if (BEGINNINGS.has(key)) return { kind: 'sum', rule: '' };
  return row === 'total' ? { kind: 'end', rule: 'end' } : { kind: 'sum', rule: 'over' };
}

/** The ranks that the figures of a statement need a column for. */
export function ranksOf(rows: readonly SetRow[]): readonly FigureRank[] {
  return rows.some(isItemSum) ? ['part', 'item', 'sum'] : ['item', 'sum'];
}

/**
 * Rows with items in an inner column and sums in an outer one, as in print. The sum of a part stands beside its last item
 * instead of on a line of its own, and so does the net beside the last account that it is made of.
 */
export function rankedRows<Row extends SetRow>(rows: readonly Row[]): RankedRow<Row>[] {
  const settings = rowSettings(rows);
  const isPartSum = (index: number): boolean =>
    rows[index]?.row === 'subtotal' &&
    settings[index - 1]?.kind === 'item' &&
    rows[index]?.key.startsWith('total-') === true;
  const isSum = (index: number): boolean => rows[index]?.row === 'subtotal' && !isItemSum(rows[index]);
  const ruleOfItem = (index: number): RankedFigure<Row>['rule'] => (isSum(index + 1) ? 'last' : '');
  return rows.flatMap((row, index): RankedRow<Row>[] => {
    const setting = settings[index];
    if (!setting || isPartSum(index) || isItemSum(row)) return [];
    const { kind, hasSign } = setting;
    if (row.row === 'heading') return [{ ...setting, of: row, figures: [] }];
    const net = rows[index + 1];
    const hasNet = net !== undefined && isItemSum(net);
    const end = hasNet ? index + 1 : index;
    const sum = rows[end + 1];
    const figures: RankedFigure<Row>[] = setting.isOfItem
      ? [{ of: row, rank: 'part', rule: hasNet ? 'last' : '', hasSign }]
      : kind === 'item'
        ? [{ of: row, rank: 'item', rule: ruleOfItem(index), hasSign }]
        : [{ of: row, rank: 'sum', rule: isOfInner(row) ? '' : setting.rule, hasSign }];
    if (hasNet) figures.push({ of: net, rank: 'item', rule: ruleOfItem(end), hasSign: false });
    if (sum && isPartSum(end + 1) && kind === 'item')
      figures.push({ of: sum, rank: 'sum', rule: '', hasSign: false });
    return [{ ...setting, of: row, figures }];
  });
}

/** Whether a sum is what the inner column comes to, so that it needs no rule of its own in the outer one. */
function isOfInner({ row, key }: SetRow): boolean {
  return row === 'carry' || (row === 'subtotal' && (key.startsWith('total-') || key.startsWith('cash-')));
}

/** A written figure as it is taken away. @example takenAway('5.00') // → '(5.00)' */
export function takenAway(figure: string): string {
  return figure.startsWith('(') ? figure.slice(1, -1) : `(${figure})`;
}

/** A percentage as a statement writes it; nothing where there is none. @example writtenPercent('-1.3') // → '(1.3)' */
export function writtenPercent(percent: string | null): string {
  if (percent === null) return '';
  if (Number(percent) === 0) return '–';
  return percent.startsWith('-') ? `(${percent.slice(1)})` : percent;
}
