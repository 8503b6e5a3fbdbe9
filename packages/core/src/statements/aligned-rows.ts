import type { Chart } from '../accounts/chart.js';
import type { AccountId } from '../accounts/account.js';
import { CLASSIFICATIONS, type Classification, isClassification } from '../accounts/classification.js';
import { reducedAccounts } from '../accounts/reduced-account.js';
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
  const alignment = new Alignment(statements.length);
  statements.forEach((statement, index) => alignment.add(statement, index, arrangement.words));
  const reduced = reducedAccounts(chart);
  const places = arrangedPlaces(chart, arrangement);
  const aligned = inOrder(places, alignment.rows).map(
    ({ row, key, account, amounts, labels: [label = '', other] }) => {
      const shown = other === undefined ? label : bothLabels(label, other);
      return account === undefined
        ? { row, key, label: shown, amounts }
        : { row, key, label: shown, account, amounts };
    },
  );
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

interface Labelled extends Omit<AlignedRow, 'label' | 'amounts' | 'together'> {
  readonly labels: string[];
  /** Filled in statement by statement. */
  readonly amounts: (Minor | undefined)[];
}

/** By what a row is known: most are just those of an account. */
type Identity = AccountId | string;

function identityOf({ row, key, account }: Pick<StatementRow, 'row' | 'key' | 'account'>): Identity {
  if (!account) return `${row} ${key}`;
  return key === '' ? account.id : `account ${account.id} ${key}`;
}

/** Rows with those of one statement after another, each of which takes its place after those that it follows there. */
class Alignment {
  rows: readonly Labelled[] = [];
  private readonly known = new Map<Identity, Labelled>();

  constructor(private readonly statements: number) {}

  add(statement: readonly StatementRow[], position: number, words: Arrangement['words']): void {
    const taken = statement.map((own) => {
      const name = identityOf(own);
      const before = this.known.get(name);
      const row = before ?? this.begun(own);
      const label = wordedLabel(words, own);
      if (!row.labels.includes(label)) row.labels.push(label);
      row.amounts[position] = own.amount;
      return { name, row, isNew: before === undefined };
    });
    // most months have no rows that the months before have not
    if (taken.every(({ isNew }) => !isNew)) return;
    const places = new Map(taken.map(({ row }, index) => [row, index]));
    const all: Labelled[] = [];
    let next = 0;
    const addNewUpTo = (end: number): void => {
      for (const { row, isNew } of taken.slice(next, end)) if (isNew) all.push(row);
      next = Math.max(next, end);
    };
    for (const row of this.rows) {
      const index = places.get(row);
      if (index !== undefined) addNewUpTo(index + 1);
      all.push(row);
    }
    addNewUpTo(taken.length);
    for (const { name, row } of taken) this.known.set(name, row);
    this.rows = all;
  }

  private begun({ row, key, account }: StatementRow): Labelled {
    const amounts = Array.from<Minor | undefined>({ length: this.statements });
    return account === undefined ? { row, key, labels: [], amounts } : { row, key, account, labels: [], amounts };
  }
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
