import type { Minor } from '@just-ledger/core';
import type { ShownColumn } from './worksheet-columns.js';
import type { SeenWorksheetRow, WorksheetView } from './worksheet-view.js';

/**
 * How the figures are set: in the type of all lists, closer in the serif, one pair under the other beside its name, or
 * under it.
 */
export type Setting = 'wide' | 'close' | 'stacked' | 'apart';

/** Pixels that the name of a pair takes before its figures. */
const PAIR_NAME = 100;

/** Pixels that a figure's character, the room around it, number and name take, and a letter before an adjustment. */
const WIDTHS = {
  wide: { character: 8.3, around: 17, names: 220, letter: 12 },
  close: { character: 6.5, around: 9, names: 156, letter: 10 },
} as const;

/**
 * How figures can be set so that each stands whole.
 *
 * @param width of the sheet, in pixels
 */
export function settingFor(
  width: number,
  { totals, rowOf, across }: WorksheetView,
  rows: readonly SeenWorksheetRow[],
  columns: readonly ShownColumn[],
  write: (amount: Minor) => string,
): Setting {
  const longest = columns.flatMap(({ column }) =>
    (['debit', 'credit'] as const).map((side) =>
      Math.max(6, write(totals[column][side]).length, ...rows.map((row) => write(row.columns[column][side]).length)),
    ),
  );
  const values = across.map((sum, index) =>
    Math.max(9, write(sum).length, ...rows.map((row) => write(row.across[index] ?? sum).length)),
  );
  const letters = columns.some(({ column }) => column === 'adjustments')
    ? (['debit', 'credit'] as const).reduce(
        (sum, side) =>
          sum +
          Math.max(
            0,
            ...rows.map(({ account }) =>
              (rowOf.get(account)?.adjustments ?? []).reduce(
                (all, adjustment) => all + (adjustment[side] === '' ? 0 : adjustment.letter.length),
                0,
              ),
            ),
          ),
        0,
      )
    : 0;
  const characters = [...longest, ...values];
  const fits = ({ character, around, names, letter }: (typeof WIDTHS)['wide' | 'close']): boolean =>
    names + letters * letter + characters.reduce((sum, length) => sum + length * character + around, 0) <= width;
  if (fits(WIDTHS.wide)) return 'wide';
  if (fits(WIDTHS.close)) return 'close';
  const { character, around } = WIDTHS.wide;
  const pair = 2 * (Math.max(...characters) * character + around);
  return PAIR_NAME + pair <= width ? 'stacked' : 'apart';
}
