import type { AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { reducedAccounts } from '../accounts/reduced-account.js';
import { groupsOf } from '../keyed/keyed.js';
import { add, negated, subtract, sumOf, ZERO, type Minor } from '../money/minor.js';
import { accountsOfItem, arrangedItems, type Arrangement } from './arrangement.js';
import type { EquityRowKey, EquityStatement } from './equity-statement.js';
import type { ComponentKey } from './equity-flows.js';

/**
 * Notes that the books write themselves: on which row of the balance sheet they stand, and in which row’s figure they end;
 * common practice.
 */
export const STANDARD_NOTES = {
  'fixed-assets': {
    label: 'Movement of non-current assets',
    on: 'non-current-assets',
    row: 'total-non-current-assets',
  },
  equity: { label: 'Movement of equity', on: 'equity', row: 'total-equity' },
  receivables: { label: 'Receivables by age', on: 'current-assets', row: '' },
  payables: { label: 'Payables by age', on: 'current-liabilities', row: '' },
} as const satisfies Record<string, { readonly label: string; readonly on: string; readonly row: string }>;

/** A key of {@link STANDARD_NOTES}. */
export type StandardNote = keyof typeof STANDARD_NOTES;

/** A row of the table of a note. */
export interface NoteTableRow {
  readonly label: string;
  readonly kind: 'heading' | 'item' | 'sum' | 'end';
  /** Minor units, one a column; undefined in a heading. */
  readonly amounts: readonly (Minor | undefined)[];
  /** Which rows it adds up, by their places; −1 where one is taken away. */
  readonly terms?: readonly { readonly at: number; readonly sign: 1 | -1 }[];
}

/** The table of a note. */
export interface NoteTable {
  readonly columns: readonly string[];
  readonly rows: readonly NoteTableRow[];
  /** Whether the last column adds up those before it. */
  readonly endsInTotal: boolean;
  /** The figure that stands in the balance sheet too; minor units. */
  readonly end: Minor;
}

/** What an account of non-current assets saw over some days; minor units, each positive on its normal side. */
export interface AssetMovement {
  readonly account: AccountId;
  readonly opening: Minor;
  readonly increase: Minor;
  readonly decrease: Minor;
}

/**
 * What non-current assets cost, what was taken off that, and what is left, from the beginning of some days to their end.
 * Each account has a column with the contra accounts that are taken from it, each group of the arrangement one for all of it.
 *
 * @returns undefined where there is nothing to tell
 */
export function assetMovement(
  chart: Chart,
  arrangement: Arrangement,
  movements: readonly AssetMovement[],
): NoteTable | undefined {
  const columns = assetColumns(chart, arrangement);
  const byColumn = groupsOf(
    movements.filter(({ opening, increase, decrease }) => opening !== 0 || increase !== 0 || decrease !== 0),
    ({ account }) => columns.get(account)?.key ?? '',
  );
  const shown = [...new Map([...columns.values()].map((column) => [column.key, column.label]))].filter(([key]) =>
    byColumn.has(key),
  );
  if (shown.length === 0) return undefined;
  const figures = (isContra: boolean, figure: (movement: AssetMovement) => Minor): Minor[] =>
    shown.map(([key]) =>
      sumOf(
        (byColumn.get(key) ?? []).filter(({ account }) => accountIn(chart, account).contra === isContra).map(figure),
      ),
    );
  const block = (isContra: boolean, labels: readonly string[], from: number): NoteTableRow[] => {
    const opening = figures(isContra, (assetMovement) => assetMovement.opening);
    const increase = figures(isContra, (assetMovement) => assetMovement.increase);
    const decrease = figures(isContra, (assetMovement) => negated(assetMovement.decrease));
    const end = opening.map((amount, index) => sumOf([amount, increase[index] ?? ZERO, decrease[index] ?? ZERO]));
    const [heading = '', first = '', more = '', less = '', last = ''] = labels;
    return [
      { label: heading, kind: 'heading', amounts: shown.map(() => undefined) },
      { label: first, kind: 'item', amounts: opening },
      { label: more, kind: 'item', amounts: increase },
      { label: less, kind: 'item', amounts: decrease },
      { label: last, kind: 'sum', amounts: end, terms: [1, 2, 3].map((index) => ({ at: from + index, sign: 1 })) },
    ];
  };
  const cost = block(false, COST, 0);
  const hasContra = movements.some(({ account, opening, increase, decrease }) => {
    return accountIn(chart, account).contra && (opening !== 0 || increase !== 0 || decrease !== 0);
  });
  if (!hasContra)
    return totalled(
      shown.map(([, label]) => label),
      cost.with(4, { ...(cost[4] as NoteTableRow), kind: 'end' }),
    );
  const taken = block(true, TAKEN_OFF, cost.length);
  const [costRow, takenRow] = [4, cost.length + 4];
  const left = (first: readonly NoteTableRow[], index: number): Minor[] =>
    shown.map((_, column) => subtract(first[index]?.amounts[column] ?? ZERO, taken[index]?.amounts[column] ?? ZERO));
  return totalled(
    shown.map(([, label]) => label),
    [
      ...cost,
      ...taken,
      {
        label: 'Carrying amount at the beginning',
        kind: 'item',
        amounts: left(cost, 1),
        terms: [
          { at: 1, sign: 1 },
          { at: cost.length + 1, sign: -1 },
        ],
      },
      {
        label: 'Carrying amount at the end',
        kind: 'end',
        amounts: left(cost, 4),
        terms: [
          { at: costRow, sign: 1 },
          { at: takenRow, sign: -1 },
        ],
      },
    ],
  );
}

const COST = ['Cost', 'At the beginning', 'Additions', 'Disposals', 'At the end'] as const;
const TAKEN_OFF = ['Depreciation', 'At the beginning', 'Charge', 'On disposals', 'At the end'] as const;

/** In which column each account of non-current assets stands. */
function assetColumns(chart: Chart, arrangement: Arrangement): Map<AccountId, { key: string; label: string }> {
  const reduced = reducedAccounts(chart);
  const columns = new Map<AccountId, { key: string; label: string }>();
  const items = arrangedItems(chart, arrangement, 'non-current-assets');
  for (const item of items) {
    for (const id of accountsOfItem(item)) {
      const whole = reduced.get(id) ?? id;
      const own = { key: `account ${whole}`, label: accountIn(chart, whole).name };
      columns.set(id, 'group' in item ? { key: `group ${item.group.id}`, label: item.group.name } : own);
    }
  }
  // what is taken from an account stands where that one does
  for (const [contra, whole] of reduced) {
    const column = columns.get(whole);
    if (column && columns.has(contra)) columns.set(contra, column);
  }
  return columns;
}

/**
 * What became of each component of equity: a row a component, a column a kind of change.
 *
 * @param parts the result of each component as income and expense; told in one column where they do not come to it
 */
export function equityMovement(
  { components, rows }: EquityStatement,
  parts?: { readonly income: ReadonlyMap<ComponentKey, Minor>; readonly expense: ReadonlyMap<ComponentKey, Minor> },
): NoteTable | undefined {
  if (components.length === 0) return undefined;
  const result = rows.find(({ key }) => key === 'net-result');
  const partsOf = (byComponent: ReadonlyMap<ComponentKey, Minor> | undefined): Minor[] =>
    components.map(({ key }) => byComponent?.get(key) ?? ZERO);
  const [income, expense] = [partsOf(parts?.income), partsOf(parts?.expense)];
  const isParted =
    parts !== undefined &&
    components.every(
      (_, index) => add(income[index] ?? ZERO, expense[index] ?? ZERO) === (result?.amounts[index] ?? ZERO),
    );
  const columns = rows.flatMap((row): { label: string; amounts: readonly Minor[] }[] => {
    if (row.key !== 'net-result' || !isParted) return [{ label: LABELS[row.key] ?? row.label, amounts: row.amounts }];
    return [
      { label: 'Income', amounts: income },
      { label: 'Expenses', amounts: expense },
    ];
  });
  const items = components.map(({ label }, index): NoteTableRow => ({
    label,
    kind: 'item',
    amounts: columns.map(({ amounts }) => amounts[index] ?? ZERO),
  }));
  const total: NoteTableRow = {
    label: 'Total',
    kind: 'end',
    amounts: columns.map(({ amounts }) => sumOf(amounts)),
    terms: items.map((_, index) => ({ at: index, sign: 1 })),
  };
  return {
    columns: columns.map(({ label }) => label),
    rows: components.length === 1 ? items.map((row) => ({ ...row, kind: 'end' })) : [...items, total],
    endsInTotal: true,
    end: sumOf(columns.at(-1)?.amounts ?? []),
  };
}

const LABELS: Readonly<Partial<Record<EquityRowKey, string>>> = {
  'opening-equity': 'At the beginning',
  'closing-equity': 'At the end',
};

/** What is open by its age, and in all. @param parts what each age is called, with its amount */
export function ageTable(parts: readonly (readonly [label: string, amount: Minor])[]): NoteTable | undefined {
  if (parts.every(([, amount]) => amount === 0)) return undefined;
  const items = parts.map(([label, amount]): NoteTableRow => ({ label, kind: 'item', amounts: [amount] }));
  const end = sumOf(parts.map(([, amount]) => amount));
  return {
    columns: [''],
    rows: [
      ...items,
      { label: 'Total', kind: 'end', amounts: [end], terms: items.map((_, index) => ({ at: index, sign: 1 })) },
    ],
    endsInTotal: false,
    end,
  };
}

/** A table with a column for the sum of the others, where there are several. */
function totalled(columns: readonly string[], rows: readonly NoteTableRow[]): NoteTable {
  const whole = ({ amounts }: NoteTableRow): Minor => sumOf(amounts.map((amount) => amount ?? ZERO));
  const end = rows.find(({ kind }) => kind === 'end');
  if (columns.length === 1) return { columns, rows, endsInTotal: false, end: end ? whole(end) : ZERO };
  return {
    columns: [...columns, 'Total'],
    rows: rows.map((row) => ({ ...row, amounts: [...row.amounts, row.kind === 'heading' ? undefined : whole(row)] })),
    endsInTotal: true,
    end: end ? whole(end) : ZERO,
  };
}
