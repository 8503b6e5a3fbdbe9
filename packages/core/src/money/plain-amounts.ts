import { PLAIN_MARKS, displayAmount, type AmountMarks } from './amount.js';
import type { CurrencyCode } from './currency.js';
import { minor } from './minor.js';
import { readWrittenAmount, recogniseMarks } from './written-amount.js';

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
 * @param isAmount which columns hold amounts
 * @param decimal which mark parts decimals; recognised from the amounts if left out
 * @example withPlainAmounts([{cost: '1.250,50'}], (column) => column === 'cost', EUR).rows // → [{cost: '1,250.50'}]
 */
export function withPlainAmounts(
  rows: readonly Readonly<Record<string, string>>[],
  isAmount: (column: string) => boolean,
  currency: CurrencyCode,
  decimal?: '.' | ',',
): ReadMarks & { readonly rows: Record<string, string>[] } {
  const amounts = rows.flatMap((row) =>
    Object.entries(row).flatMap(([key, cell]) => (cell.trim() !== '' && isAmount(key) ? [cell] : [])),
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
        Object.entries(row).map(([key, cell]) => [key, isAmount(key) ? plainAmount(cell, currency, marks) : cell]),
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
