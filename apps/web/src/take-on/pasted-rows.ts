import {
  PLAIN_MARKS,
  TRAYS,
  displayAmount,
  minor,
  plainHeading,
  readWrittenAmount,
  recogniseMarks,
  type AmountMarks,
  type CurrencyCode,
  type TrayColumn,
  type TrayKey,
} from '@just-ledger/core';

/** Rows read from what was pasted, and how its amounts were read. */
export interface PastedRows {
  readonly rows: readonly Readonly<Record<string, string>>[];
  readonly marks: AmountMarks;
  /** Whether the amounts could be read the other way as well. */
  readonly isDoubtful: boolean;
  /** An amount as it was pasted and as it was read, where that is worth a look. */
  readonly sample: { readonly pasted: string; readonly read: string } | undefined;
}

/** Whether a text is a stretch of cells rather than the content of one. */
export function isCells(text: string): boolean {
  return /[\t\n]/.test(text.replace(/\r?\n$/, ''));
}

/**
 * Reads cells pasted from a spreadsheet into a tray: by their headings if the first row has any, else from the column
 * that was pasted into, one after the other.
 *
 * @param at the key of the column that was pasted into
 * @param marks how amounts are to be read; recognised from them if left out
 */
export function pastedRows(
  text: string,
  tray: TrayKey,
  at: string,
  currency: CurrencyCode,
  marks?: AmountMarks,
): PastedRows {
  const columns = TRAYS[tray].columns as readonly TrayColumn[];
  const table = text
    .replace(/\r?\n$/, '')
    .split(/\r?\n/)
    .map((row) => row.split('\t').map((cell) => cell.trim()));
  const headings = headingsOf(table[0] ?? [], columns);
  const from = Math.max(
    0,
    columns.findIndex(({ key }) => key === at),
  );
  const keys: readonly (string | undefined)[] = headings ?? columns.slice(from).map(({ key }) => key);
  const body = (headings ? table.slice(1) : table).filter((row) => row.some((cell) => cell !== ''));
  const isAmount = (key: string | undefined): boolean =>
    columns.some((one) => one.key === key && one.kind === 'amount');
  const amounts = body.flatMap((row) => row.filter((cell, place) => cell !== '' && isAmount(keys[place])));
  const recognised = recogniseMarks(amounts);
  const used = marks ?? recognised.marks;
  const plain = (cell: string): string => plainAmount(cell, currency, used);
  const sampled = amounts.find((cell) => /[.,]/.test(cell) && plain(cell) !== cell);
  return {
    rows: body.map((row) =>
      Object.fromEntries(
        row.flatMap((cell, place) => {
          const key = keys[place];
          return key === undefined || cell === '' ? [] : [[key, isAmount(key) ? plain(cell) : cell]];
        }),
      ),
    ),
    marks: used,
    isDoubtful: recognised.isDoubtful,
    sample: sampled === undefined ? undefined : { pasted: sampled, read: plain(sampled) },
  };
}

/** An amount written with our marks; as it is where it cannot be read. */
function plainAmount(cell: string, currency: CurrencyCode, marks: AmountMarks): string {
  const read = readWrittenAmount(cell, currency, marks);
  if (!read.ok) return cell;
  const text = displayAmount(minor(Math.abs(read.amount)), currency, PLAIN_MARKS);
  const signed = read.amount < 0 ? `-${text}` : text;
  return read.side ? `${signed} ${read.side === 'credit' ? 'CR' : 'DR'}` : signed;
}

/** The columns that the first row names, if it names at least two and nothing in it is an amount. */
function headingsOf(row: readonly string[], columns: readonly TrayColumn[]): (string | undefined)[] | undefined {
  const found = row.map((cell) => {
    const plain = plainHeading(cell);
    return columns.find(
      ({ key, label }) => plain !== '' && (plainHeading(key) === plain || plainHeading(label) === plain),
    )?.key;
  });
  const named = found.filter((key) => key !== undefined).length;
  return named >= Math.min(2, row.length) && !row.some((cell) => /^\(?-?[\d.,]+\)?$/.test(cell)) ? found : undefined;
}
