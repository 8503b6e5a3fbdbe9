import type { AccountId } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { Minor } from '../money/minor.js';
import { lowerFirst, type StatementRow } from './statement-row.js';

/** A row of a statement with the amount of an earlier one beside it; minor units, both on the same side. */
export interface ComparedRow extends StatementRow {
  readonly earlier?: Minor;
}

/**
 * Sets the rows of two statements of the same form beside each other. A row that only one of them has is kept, in the
 * order of the chart; where the two call a figure differently, as profit and loss, it bears both names.
 *
 * @param now the statement whose order and words come first
 * @example comparedRows(chart, thisYear.rows, lastYear.rows)
 */
export function comparedRows(
  chart: Chart,
  now: readonly StatementRow[],
  earlier: readonly StatementRow[],
): ComparedRow[] {
  const places = new Map(earlier.map((row, index) => [identity(row), index]));
  const known = new Set(now.map(identity));
  const rows: ComparedRow[] = [];
  let next = 0;
  const addEarlierUpTo = (end: number): void => {
    for (const row of earlier.slice(next, end)) if (!known.has(identity(row))) rows.push(onlyEarlier(row));
    next = Math.max(next, end);
  };
  for (const row of now) {
    const place = places.get(identity(row));
    if (place === undefined) {
      rows.push(row);
      continue;
    }
    addEarlierUpTo(place);
    next = Math.max(next, place + 1);
    const { amount, label } = earlier[place] as StatementRow;
    const both = label === row.label ? label : `${row.label} (${lowerFirst(label)})`;
    rows.push({ ...row, label: both, ...(amount !== undefined && { earlier: amount }) });
  }
  addEarlierUpTo(earlier.length);
  return inChartOrder(chart, rows);
}

function onlyEarlier({ amount, ...row }: StatementRow): ComparedRow {
  return amount === undefined ? row : { ...row, earlier: amount };
}

function identity({ row, key, account }: StatementRow): string {
  return account ? `account ${account.id} ${key}` : `${row} ${key}`;
}

/** Accounts that stand one after another, in the order of the chart. */
function inChartOrder(chart: Chart, rows: readonly ComparedRow[]): ComparedRow[] {
  const order = new Map<AccountId, number>(chart.accounts.map(({ id }, index) => [id, index]));
  const placeOf = ({ account }: ComparedRow): number => (account && order.get(account.id)) ?? order.size;
  const sorted: ComparedRow[] = [];
  let run: ComparedRow[] = [];
  const endRun = (): void => {
    sorted.push(...run.sort((a, b) => placeOf(a) - placeOf(b)));
    run = [];
  };
  for (const row of rows) {
    if (row.row === 'account') run.push(row);
    else {
      endRun();
      sorted.push(row);
    }
  }
  endRun();
  return sorted;
}
