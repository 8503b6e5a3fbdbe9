import {
  TRAYS,
  plainHeading,
  withPlainAmounts,
  type CurrencyCode,
  type ReadMarks,
  type TrayColumn,
  type TrayKey,
} from '@just-ledger/core';

/** Rows read from what was pasted, and how their amounts were read. */
export type PastedRows = ReadMarks & { readonly rows: readonly Readonly<Record<string, string>>[] };

/** Whether a text is a stretch of cells rather than the content of one. */
export function isCells(text: string): boolean {
  return /[\t\n]/.test(text.replace(/\r?\n$/, ''));
}

/**
 * Reads cells pasted from a spreadsheet into a tray: by their headings if the first row has any, else from the column
 * that was pasted into, one after the other.
 *
 * @param at the key of the column that was pasted into
 * @param shown the columns as they stand in the table, in their order
 * @param decimal which mark parts decimals; recognised from the amounts if left out
 */
export function pastedRows(
  text: string,
  tray: TrayKey,
  at: string,
  shown: readonly string[],
  currency: CurrencyCode,
  decimal?: '.' | ',',
): PastedRows {
  const table = text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((row) => row.split('\t').map((cell) => cell.trim()));
  const headings = headingsOf(table[0] ?? [], TRAYS[tray].columns);
  const body = (headings ? table.slice(1) : table).filter((row) => row.some((cell) => cell !== ''));
  const columns = shown.slice(Math.max(0, shown.indexOf(at)));
  const keys: readonly (string | undefined)[] = headings ?? withNames(columns, body, tray);
  const rows = body.map((row) =>
    Object.fromEntries(
      row.flatMap((cell, place) => {
        const key = keys[place];
        return key === undefined || cell === '' ? [] : [[key, cell] as const];
      }),
    ),
  );
  return withPlainAmounts(tray, rows, currency, decimal);
}

/** The columns that cells without headings fill: number and name of an account often stand side by side. */
function withNames(
  columns: readonly string[],
  body: readonly (readonly string[])[],
  tray: TrayKey,
): readonly string[] {
  const hasNames = TRAYS[tray].columns.some(({ key }) => key === 'name');
  if (!hasNames || columns[0] !== 'account' || columns[1] === 'name') return columns;
  const areNames = body.length > 0 && body.every(([, second = '']) => /\p{L}{3}/u.test(second));
  return areNames ? ['account', 'name', ...columns.slice(1)] : columns;
}

/** The columns that the first row names, if it names at least two and nothing in it is an amount. */
function headingsOf(row: readonly string[], columns: readonly TrayColumn[]): (string | undefined)[] | undefined {
  const found = row.map((cell) => {
    const plain = plainHeading(cell);
    const isMeant = ({ key, label }: TrayColumn): boolean =>
      plainHeading(key) === plain || plainHeading(label) === plain;
    return plain === '' ? undefined : columns.find(isMeant)?.key;
  });
  const named = found.filter((key) => key !== undefined).length;
  return named >= Math.min(2, row.length) && !row.some((cell) => /^\(?-?[\d.,]+\)?$/.test(cell)) ? found : undefined;
}
