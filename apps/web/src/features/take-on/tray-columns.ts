import type { BreakdownResponse } from '@just-ledger/contract';
import { BREAKDOWN_CELL, type Tray, type TrayColumn, type TrayKey, TRAYS } from '@just-ledger/core';

/** The columns of a tray; where amounts are cut, a column for each breakdown before them. */
export function columnsOf(tray: TrayKey, breakdowns: readonly BreakdownResponse[]): TrayColumn[] {
  const { columns, isCut }: Tray = TRAYS[tray];
  if (!isCut || breakdowns.length === 0) return [...columns];
  const index = columns.findIndex(({ kind }) => kind === 'amount');
  const cuts = breakdowns.map(({ name, selfBalancing }): TrayColumn => ({
    key: `${BREAKDOWN_CELL}${name}`,
    label: name,
    kind: 'text',
    ...(!selfBalancing && { isRare: true as const }),
  }));
  return [...columns.slice(0, index), ...cuts, ...columns.slice(index)];
}

/** The labels of columns as a list in a sentence. */
export function namesOf(columns: readonly TrayColumn[]): string {
  const names = columns.map(({ label }) => label.toLowerCase());
  return names.length === 1 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
