import type { WorksheetColumn } from '@just-ledger/core';

/** The pairs of columns that can be shown or hidden. */
export const STAGE_COLUMNS: readonly (readonly [WorksheetColumn, string])[] = [
  ['unadjusted', 'Unadjusted'],
  ['adjustments', 'Adjustments'],
  ['adjusted', 'Adjusted'],
  ['incomeStatement', 'Income statement'],
  ['balanceSheet', 'Balance sheet'],
  ['postClosing', 'Post-closing'],
];

/** A pair of columns as it is headed. */
export interface ShownColumn {
  readonly column: WorksheetColumn;
  readonly label: string;
}

/**
 * The columns that are shown: those chosen, and what the adjusted ones are compared with after them.
 *
 * @param against how the other date is headed, if there is one
 */
export function shownColumns(chosen: ReadonlySet<string>, against: string | undefined): ShownColumn[] {
  const stages = STAGE_COLUMNS.filter(([column]) => chosen.has(column)).map(([column, label]) => ({ column, label }));
  if (against === undefined) return stages;
  const compared: ShownColumn[] = [
    { column: 'against', label: against },
    { column: 'change', label: 'Change' },
  ];
  const index = stages.findIndex(({ column }) => column === 'adjusted');
  return index === -1
    ? [...stages, ...compared]
    : [...stages.slice(0, index + 1), ...compared, ...stages.slice(index + 1)];
}
