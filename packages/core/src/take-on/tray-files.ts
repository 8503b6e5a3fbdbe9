import { BREAKDOWN_CELL, TRAYS, type Tray, type TrayColumn, type TrayKey } from './tray.js';

/** The column of a file that says a balance in one figure, a credit negative or marked. */
export const BALANCE_COLUMN = 'balance';
/** The column of a file that names values of breakdowns: `Fund: General fund; Site: Barn`, or one value alone. */
export const VALUES_COLUMN = 'breakdown';

/** The columns of a tray's file: those of the tray, a balance in one figure, values of breakdowns. */
export function trayFileColumns(tray: TrayKey): string[] {
  const { columns, isCut }: Tray = TRAYS[tray];
  const keys = columns.map(({ key }) => key);
  return [...keys, ...(keys.includes('credit') ? [BALANCE_COLUMN] : []), ...(isCut ? [VALUES_COLUMN] : [])];
}

/** The columns without which a tray's file says nothing. */
export function neededFileColumns(tray: TrayKey): string[] {
  const columns: readonly TrayColumn[] = TRAYS[tray].columns;
  return columns.filter(({ isNeeded }) => isNeeded).map(({ key }) => key);
}

/** Which columns of a tray's file are amounts of money. */
export function isAmountColumn(tray: TrayKey, column: string): boolean {
  const columns: readonly TrayColumn[] = TRAYS[tray].columns;
  return column === BALANCE_COLUMN || columns.some(({ key, kind }) => key === column && kind === 'amount');
}

/**
 * The cells of a tray's row from a row of its file: a balance in one figure goes to its side, values to their
 * breakdowns. Empty cells are left out.
 *
 * @param breakdowns the names of the organisation's breakdowns
 */
export function cellsOfFileRow(
  row: Readonly<Record<string, string>>,
  breakdowns: readonly string[],
): Record<string, string> {
  const { [BALANCE_COLUMN]: balance = '', [VALUES_COLUMN]: values = '', ...rest } = row;
  const cells = Object.fromEntries(Object.entries(rest).filter(([, cell]) => cell.trim() !== ''));
  if (balance.trim() !== '' && !cells['debit'] && !cells['credit']) cells['debit'] = balance.trim();
  for (const part of values.split(';').filter((cell) => cell.trim() !== '')) {
    const [name = '', value] = part.split(/:(.*)/s).map((cell) => cell.trim());
    const [breakdown, chosen] = value === undefined || value === '' ? [breakdowns[0] ?? name, name] : [name, value];
    cells[`${BREAKDOWN_CELL}${breakdown}`] = chosen ?? '';
  }
  return cells;
}

/** A row of a tray as a row of its file, in the order of {@link trayFileColumns}. */
export function fileRowOfCells(tray: TrayKey, cells: Readonly<Record<string, string>>): string[] {
  const values = Object.entries(cells)
    .filter(([key, value]) => key.startsWith(BREAKDOWN_CELL) && value !== '')
    .map(([key, value]) => `${key.slice(BREAKDOWN_CELL.length)}: ${value}`);
  return trayFileColumns(tray).map((column) => {
    if (column === VALUES_COLUMN) return values.join('; ');
    return column === BALANCE_COLUMN ? '' : (cells[column] ?? '');
  });
}
