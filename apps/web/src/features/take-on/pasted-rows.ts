import {
  BREAKDOWN_CELL,
  cellsOfFileRow,
  type CurrencyCode,
  plainHeading,
  isAmountColumn,
  type ReadMarks,
  recogniseColumns,
  type Tray,
  type TrayKey,
  TRAYS,
  withPlainAmounts,
} from '@just-ledger/core';

/** A heading that means none of the columns, with what stands under it first. */
export interface UnknownHeading {
  readonly heading: string;
  readonly sample: string;
}

/** Rows read from what was pasted, and how their amounts were read. */
export type PastedRows = ReadMarks & {
  readonly rows: readonly Readonly<Record<string, string>>[];
  /** Headings that somebody has to say something about before a row is taken. */
  readonly unknown: readonly UnknownHeading[];
};

/** What reading pasted cells may be told besides. */
export interface PasteOptions {
  /** Which mark parts decimals; recognised from the amounts if left out. */
  readonly decimal?: '.' | ',' | undefined;
  /** The names of the organisation's breakdowns, which may stand as headings. */
  readonly breakdowns?: readonly string[];
  /** What headings mean that are not known, as somebody said: a column, or null to leave them out. */
  readonly chosen?: ReadonlyMap<string, string | null>;
}

/** Whether a text is a stretch of cells rather than the content of one. */
export function isCells(text: string): boolean {
  return /[\t\n]/.test(text.replace(/\r?\n$/, ''));
}

/**
 * Reads cells pasted from a spreadsheet into a tray: by their headings if the first row has any, else from the column
 * that was pasted into, one after the other.
 *
 * @param fromKey the key of the column that was pasted into
 * @param shown the columns as they stand in the table, in their order
 */
export function pastedRows(
  text: string,
  tray: TrayKey,
  fromKey: string,
  shown: readonly string[],
  currency: CurrencyCode,
  { decimal, breakdowns = [], chosen = new Map() }: PasteOptions = {},
): PastedRows {
  const table = text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((row) => row.split('\t').map((cell) => cell.trim()));
  const headings = headingsOf(table[0] ?? [], tray, breakdowns, chosen);
  const body = (headings ? table.slice(1) : table).filter((row) => row.some((cell) => cell !== ''));
  const columns = shown.slice(Math.max(0, shown.indexOf(fromKey)));
  const keys: readonly (string | null)[] = headings?.keys ?? withNames(columns, body, tray);
  const rows = body.map((row) =>
    Object.fromEntries(
      row.flatMap((cell, index) => {
        const key = keys[index];
        return key === undefined || key === null || cell === '' ? [] : [[key, cell] as const];
      }),
    ),
  );
  const unknown = (headings?.unknown ?? []).map((index) => ({
    heading: table[0]?.[index] ?? '',
    sample: body.find((row) => row[index])?.[index] ?? '',
  }));
  const read = withPlainAmounts(rows, (column) => isAmountColumn(tray, column), currency, decimal);
  return { ...read, rows: headings ? read.rows.map((row) => cellsOfFileRow(row, breakdowns)) : read.rows, unknown };
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

/** The columns that a first row names, if it is one of headings: nothing in it is an amount, and it names some. */
function headingsOf(
  row: readonly string[],
  tray: TrayKey,
  breakdowns: readonly string[],
  chosen: ReadonlyMap<string, string | null>,
): { readonly keys: (string | null)[]; readonly unknown: number[] } | undefined {
  const plain = row.map(plainHeading);
  const cuts = new Map(breakdowns.map((name) => [plainHeading(name), `${BREAKDOWN_CELL}${name}`]));
  const { columns }: Tray = TRAYS[tray];
  const labels = new Map(columns.map(({ key, label }) => [plainHeading(label), key]));
  const said = new Map([...labels, ...[...chosen].map(([heading, key]) => [plainHeading(heading), key] as const)]);
  const known = recogniseColumns(`tray-${tray}`, row, said);
  const keys = plain.map((heading, index) => cuts.get(heading) ?? known[index] ?? null);
  const named = keys.filter((key) => key !== null).length;
  const isHeadings = named >= Math.min(2, row.length) && !row.some((cell) => /^\(?-?[\d.,]+\)?$/.test(cell));
  if (!isHeadings) return undefined;
  const isAsked = (index: number): boolean =>
    keys[index] === null && plain[index] !== '' && said.get(plain[index] ?? '') !== null;
  return { keys, unknown: row.flatMap((_, index) => (isAsked(index) ? [index] : [])) };
}
