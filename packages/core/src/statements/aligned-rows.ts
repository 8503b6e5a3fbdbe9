import type { Chart } from '../accounts/chart.js';
import { CLASSIFICATIONS, type Classification, isClassification } from '../accounts/classification.js';
import { reducedAccounts } from '../accounts/reduced-account.js';
import { zip } from '../keyed/zip.js';
import type { Minor } from '../money/minor.js';
import {
  arrangedParts,
  arrangedPlaces,
  type ArrangedPlaces,
  type Arrangement,
  inArrangedOrder,
  USUAL_ARRANGEMENT,
} from './arrangement.js';
import { withGroups } from './group-rows.js';
import { withNets } from './net-rows.js';
import type { AlignedRow, StatementRow } from './statement-row.js';
import { wordedLabel } from './statement-terms.js';

/**
 * Sets the rows of statements of the same form beside each other, as the organisation arranges them. A row that only some
 * of them have is kept; where they call a figure differently, as profit and loss, it bears both names. Contra accounts
 * stand under the account that they are taken from, with the net under them.
 *
 * @param statements the first decides over order and words
 * @example alignedRows(chart, [thisYear.rows, lastYear.rows])
 */
export function alignedRows(
  chart: Chart,
  statements: readonly (readonly StatementRow[])[],
  arrangement: Arrangement = USUAL_ARRANGEMENT,
): AlignedRow[] {
  let rows: Labelled[] = [];
  statements.forEach((statement, index) => {
    const worded = statement.map((row) => ({ ...row, label: wordedLabel(arrangement.words, row) }));
    rows = merged(rows, worded, index, statements.length);
  });
  const reduced = reducedAccounts(chart);
  const places = arrangedPlaces(chart, arrangement);
  const aligned = inOrder(places, rows).map(({ identity: _, labels: [label = '', other], ...row }) => ({
    ...row,
    label: other === undefined ? label : bothLabels(label, other),
  }));
  return withNets(reduced, withGroups(places.groupOf, partsInOrder(arrangement, aligned)));
}

/**
 * Two names of one figure as one: what they share is said once.
 *
 * @example bothLabels('Cash from investing activities', 'Cash used in investing activities')
 *   // → 'Cash from (used in) investing activities'
 */
export function bothLabels(label: string, other: string): string {
  const [a, b] = [label.split(' '), other.split(' ')];
  const isSame = (x: string | undefined, y: string | undefined): boolean => x?.toLowerCase() === y?.toLowerCase();
  const most = Math.min(a.length, b.length) - 1;
  let start = 0;
  while (start < most && isSame(a[start], b[start])) start += 1;
  let end = 0;
  while (end < most - start && isSame(a.at(-1 - end), b.at(-1 - end))) end += 1;
  const own = a.slice(start, a.length - end);
  const others = b.slice(start, b.length - end).join(' ');
  const inside = start === 0 ? `${others.charAt(0).toLowerCase()}${others.slice(1)}` : others;
  return [...a.slice(0, start), ...own, `(${inside})`, ...a.slice(a.length - end)].join(' ');
}

interface Labelled extends Omit<AlignedRow, 'label' | 'amounts'> {
  readonly identity: string;
  /** Filled in statement by statement. */
  readonly labels: string[];
  readonly amounts: (Minor | undefined)[];
}

/** Rows with those of one more statement, each of which takes its place after those that it follows there. */
function merged(
  rows: readonly Labelled[],
  statement: readonly StatementRow[],
  position: number,
  statements: number,
): Labelled[] {
  const names = statement.map(identity);
  const take = (row: Labelled, { label, amount }: StatementRow): void => {
    if (!row.labels.includes(label)) row.labels.push(label);
    row.amounts[position] = amount;
  };
  // most months have the rows of the month before
  if (names.length === rows.length && rows.every((row, index) => row.identity === names[index])) {
    for (const [row, own] of zip(rows, statement)) take(row, own);
    return [...rows];
  }
  const places = new Map(names.map((name, index) => [name, index]));
  const known = new Set(rows.map((row) => row.identity));
  const all: Labelled[] = [];
  let next = 0;
  const addNewUpTo = (end: number): void => {
    for (; next < end; next += 1) {
      const [own, name = ''] = [statement[next], names[next]];
      if (!own || known.has(name)) continue;
      const { amount, label, ...row } = own;
      const amounts = Array.from<Minor | undefined>({ length: statements });
      amounts[position] = amount;
      all.push({ ...row, identity: name, labels: [label], amounts });
    }
  };
  for (const row of rows) {
    const index = places.get(row.identity);
    const own = index === undefined ? undefined : statement[index];
    if (index !== undefined && own) {
      addNewUpTo(index);
      next = Math.max(next, index + 1);
      take(row, own);
    }
    all.push(row);
  }
  addNewUpTo(statement.length);
  return all;
}

function identity({ row, key, account }: Pick<StatementRow, 'row' | 'key' | 'account'>): string {
  return account ? `account ${account.id} ${key}` : `${row} ${key}`;
}

/** Accounts that stand one after another, in their order. */
function inOrder(places: ArrangedPlaces, rows: readonly Labelled[]): Labelled[] {
  const sorted: Labelled[] = [];
  let run: Labelled[] = [];
  const endRun = (): void => {
    sorted.push(...inArrangedOrder(places, run));
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

/** Parts of an element that stand one after another, in their order. */
function partsInOrder(arrangement: Arrangement, rows: readonly AlignedRow[]): AlignedRow[] {
  const parts = new Map<Classification, readonly AlignedRow[]>();
  rows.forEach(({ row, key }, index) => {
    if (row !== 'heading' || !isClassification(key)) return;
    const end = rows.findIndex((row) => row.key === `total-${key}`);
    if (end > index) parts.set(key, rows.slice(index, end + 1));
  });
  const all = [...rows];
  for (const element of ['asset', 'liability'] as const) {
    const own = [...parts.keys()].filter((key) => CLASSIFICATIONS[key].element === element);
    const first = rows.findIndex(({ row, key }) => row === 'heading' && key === own[0]);
    const ordered = arrangedParts(arrangement, own).flatMap((key) => parts.get(key) ?? []);
    all.splice(Math.max(first, 0), ordered.length, ...ordered);
  }
  return all;
}
