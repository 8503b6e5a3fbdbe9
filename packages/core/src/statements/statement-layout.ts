import type { StatementRowType } from './statement-row.js';

/** What decides how a row of a statement is set. */
export interface SetRow {
  readonly row: StatementRowType;
  readonly key: string;
}

/** The rules at a figure: a single one above a sum, a double one under the end (common practice). */
export type FigureRule = '' | 'over' | 'end';

/** How a row stands where each column has one figure. */
export interface RowSetting {
  readonly kind: 'heading' | 'subheading' | 'item' | 'sum' | 'end';
  readonly rule: FigureRule;
  /** Whether the sign of the currency stands before its figure. */
  readonly hasSign: boolean;
}

/** How a row stands where items are in an inner column and sums in an outer one. */
export interface InnerOuterRow<Row extends SetRow> extends RowSetting {
  readonly of: Row;
  /** Whether its figure is in the inner column. */
  readonly isInner: boolean;
  /** Whether a rule is drawn under it in the inner column: it is the last that is added up. */
  readonly isLastOfPart: boolean;
  /** The sum of its part, beside its last item, as in print. */
  readonly beside?: Row | undefined;
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
  return rows.map(({ row, key }, at): RowSetting => {
    if (row === 'heading') {
      return { kind: SUBHEADINGS.has(key) ? 'subheading' : 'heading', rule: '', hasSign: false };
    }
    const hasSign = at === first || row === 'total';
    if (row === 'account') return { kind: 'item', rule: '', hasSign };
    if (row === 'carry') {
      // the result begins the cash-flow statement; equity ends its part of the balance sheet
      return key === 'net-result' ? { kind: 'item', rule: '', hasSign } : { kind: 'end', rule: 'over', hasSign };
    }
    if (BEGINNINGS.has(key)) return { kind: 'sum', rule: '', hasSign };
    return row === 'total' ? { kind: 'end', rule: 'end', hasSign } : { kind: 'sum', rule: 'over', hasSign };
  });
}

/**
 * Rows with items in an inner column and sums in an outer one; the sum of a part stands beside its last item instead of on
 * a line of its own.
 */
export function innerAndOuter<Row extends SetRow>(rows: readonly Row[]): InnerOuterRow<Row>[] {
  const settings = rowSettings(rows);
  const isPartSum = (at: number): boolean =>
    rows[at]?.row === 'subtotal' && settings[at - 1]?.kind === 'item' && rows[at]?.key.startsWith('total-') === true;
  return rows.flatMap((row, at): InnerOuterRow<Row>[] => {
    const setting = settings[at];
    if (!setting || isPartSum(at)) return [];
    const next = rows[at + 1];
    const isInner = setting.kind === 'item';
    const sumBelow = next !== undefined && isPartSum(at + 1);
    // what the inner column comes to needs no rule of its own in the outer one
    const isOfInner = row.row === 'subtotal' && (row.key.startsWith('total-') || row.key.startsWith('cash-'));
    return [
      {
        ...setting,
        of: row,
        rule: isOfInner || row.row === 'carry' ? '' : setting.rule,
        isInner,
        isLastOfPart: isInner && next?.row === 'subtotal',
        ...(sumBelow && { beside: next }),
      },
    ];
  });
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
