import { keysOf, plainHeading } from '@just-ledger/core';

/** The columns of the entry sheet, as they stand on it. */
export const LINE_COLUMNS = ['account', 'note', 'contact', 'debit', 'credit'] as const;

/** One of {@link LINE_COLUMNS}. */
export type LineColumn = (typeof LINE_COLUMNS)[number];

/** What a column of pasted cells holds: what one of the sheet does, or amounts with their sign, debit positive. */
export type PastedColumn = LineColumn | 'amount';

/** Cells cut into rows, and what each column is; undefined for one that is left out. */
export interface PastedTable {
  readonly columns: readonly (PastedColumn | undefined)[];
  readonly rows: readonly (readonly string[])[];
}

/** What a cell can be told to be. */
export interface CellTests {
  readonly isAccount: (text: string) => boolean;
  readonly isContact: (text: string) => boolean;
  readonly isAmount: (text: string) => boolean;
}

/** What headings of spreadsheets are called, as plain headings. */
const HEADINGS: Readonly<Record<PastedColumn, string>> = {
  account: 'account accounts accountno accountnumber accountcode number no nr accountname name',
  note: 'note notes text description details explanation particulars',
  contact: 'contact customer supplier payee payer member',
  debit: 'debit debits dr',
  credit: 'credit credits cr',
  amount: 'amount amounts value sum net balance',
};

/**
 * Reads a stretch of cells: by its headings if the first row has any; from the account column on by what the cells hold,
 * where they do not stand as the sheet's columns do; else one column after the other from the one pasted into.
 *
 * @returns undefined if the text is no more than one cell
 */
export function pastedTable(text: string, from: LineColumn, tests: CellTests): PastedTable | undefined {
  const rows = text
    .replace(/(\r?\n\s*)+$/, '')
    .split(/\r?\n/)
    .map((row) => row.split('\t').map((cell) => cell.trim()));
  if (rows.length === 1 && !text.includes('\t')) return undefined;
  const headed = columnsOfHeadings(rows[0] ?? [], tests);
  if (headed) return { columns: headed, rows: rows.slice(1) };
  const asTyped = LINE_COLUMNS.slice(LINE_COLUMNS.indexOf(from));
  return { columns: from === 'account' ? (columnsByContent(rows, tests) ?? asTyped) : asTyped, rows };
}

/** What the headings mean, if the row is one: at least two are known, or all there are, and none is an amount. */
function columnsOfHeadings(
  row: readonly string[],
  { isAmount }: CellTests,
): (PastedColumn | undefined)[] | undefined {
  if (row.some(isAmount)) return undefined;
  const given = new Set<PastedColumn>();
  const columns = row.map((heading) => {
    const column = keysOf(HEADINGS).find((pastedColumn) =>
      HEADINGS[pastedColumn].split(' ').includes(plainHeading(heading)),
    );
    if (!column || given.has(column)) return undefined;
    given.add(column);
    return column;
  });
  const filled = row.filter((heading) => heading !== '').length;
  return given.size > 0 && given.size >= Math.min(2, filled) ? columns : undefined;
}

/** What columns without headings hold; undefined where they stand as those of the sheet do. */
function columnsByContent(
  rows: readonly (readonly string[])[],
  { isAccount, isContact, isAmount }: CellTests,
): (PastedColumn | undefined)[] | undefined {
  const width = Math.max(...rows.map((row) => row.length));
  const cellsOf = (column: number): string[] => rows.flatMap((row) => row[column] || []);
  const accounts = Array.from({ length: width }, (_, column) => cellsOf(column).filter(isAccount).length);
  const account = Math.max(0, accounts.indexOf(Math.max(1, ...accounts)));
  const others = Array.from({ length: width }, (_, column) => column).filter((column) => column !== account);
  const amounts = others.filter((column) => cellsOf(column).length > 0 && cellsOf(column).every(isAmount));
  const texts = others.filter((column) => cellsOf(column).length > 0 && !amounts.includes(column));
  if (amounts.length === 0 || amounts.length > 2) return undefined;
  const contact = texts.find((column) => cellsOf(column).every(isContact));
  const isStanding = account === 0 && amounts.every((column) => column >= 3) && texts.every((column) => column < 3);
  if (isStanding && (contact ?? 2) === 2) return undefined;
  const columns: (PastedColumn | undefined)[] = Array<PastedColumn | undefined>(width).fill(undefined);
  columns[account] = 'account';
  const [first = 0, second] = amounts;
  columns[first] = second === undefined ? 'amount' : 'debit';
  if (second !== undefined) columns[second] = 'credit';
  const note = texts.find((column) => column !== contact);
  if (contact !== undefined) columns[contact] = 'contact';
  if (note !== undefined) columns[note] = 'note';
  return columns;
}
