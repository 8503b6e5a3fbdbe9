import { PLAIN_MARKS, displayAmount, type AmountMarks } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor } from '../money/minor.js';
import { BREAKDOWN_CELL, TRAYS, type Tray, type TrayColumn, type TrayKey } from './tray.js';
import { readWrittenAmount, recogniseMarks } from '../money/written-amount.js';

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

/** How the amounts of a file were read. */
export interface ReadMarks {
  readonly marks: AmountMarks;
  /** Whether they could be read the other way as well. */
  readonly isDoubtful: boolean;
  /** An amount as it is written and as it was read, where they differ or that is doubtful. */
  readonly sample?: { readonly written: string; readonly read: string };
}

/**
 * Writes the amounts of rows with our marks; those that cannot be read stay as they are.
 *
 * @param decimal which mark parts decimals; recognised from the amounts if left out
 * @example withPlainAmounts('stock', [{cost: '1.250,50'}], EUR).rows // → [{cost: '1,250.50'}]
 */
export function withPlainAmounts(
  tray: TrayKey,
  rows: readonly Readonly<Record<string, string>>[],
  currency: CurrencyCode,
  decimal?: '.' | ',',
): ReadMarks & { readonly rows: Record<string, string>[] } {
  const amounts = rows.flatMap((row) =>
    Object.entries(row).flatMap(([key, cell]) => (cell.trim() !== '' && isAmountColumn(tray, key) ? [cell] : [])),
  );
  const recognised = recogniseMarks(amounts);
  const marks: AmountMarks =
    decimal === undefined ? recognised.marks : { decimal, thousands: decimal === '.' ? ',' : '.' };
  const isDoubtful = recognised.isDoubtful && decimal === undefined;
  const written = amounts.find(
    (cell) => /[.,]/.test(cell) && (isDoubtful || plainAmount(cell, currency, marks) !== cell),
  );
  return {
    rows: rows.map((row) =>
      Object.fromEntries(
        Object.entries(row).map(([key, cell]) => [
          key,
          isAmountColumn(tray, key) ? plainAmount(cell, currency, marks) : cell,
        ]),
      ),
    ),
    marks,
    isDoubtful,
    ...(written !== undefined && { sample: { written, read: plainAmount(written, currency, marks) } }),
  };
}

/** An amount written with our marks and its side, where it can be read. */
function plainAmount(cell: string, currency: CurrencyCode, marks: AmountMarks): string {
  if (cell.trim() === '') return '';
  const read = readWrittenAmount(cell, currency, marks);
  if (!read.ok) return cell;
  const text = displayAmount(minor(Math.abs(read.amount)), currency, PLAIN_MARKS);
  const signed = read.amount < 0 ? `-${text}` : text;
  return read.side ? `${signed} ${read.side === 'credit' ? 'CR' : 'DR'}` : signed;
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
  for (const part of values.split(';').filter((one) => one.trim() !== '')) {
    const [name = '', value] = part.split(/:(.*)/s).map((one) => one.trim());
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
