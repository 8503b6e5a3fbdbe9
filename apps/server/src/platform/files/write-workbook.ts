import { PassThrough } from 'node:stream';
import { withMarks } from './csv.js';

/** What columns of a workbook hold besides texts. */
export interface WorkbookKinds {
  /** Names of columns with amounts: numbers, where a number says the same as the text. */
  readonly amounts?: readonly string[];
  /** Names of columns with ISO dates. */
  readonly dates?: readonly string[];
  /** A column of amounts that is reckoned from its row, and the row above: its formula where it has one, rows counted from 1. */
  readonly reckoned?: { readonly column: string; readonly formula: (row: number) => string | undefined };
  /** What stands on a second sheet, reckoned from the first, whose last row is given. */
  readonly sums?: (last: number) => readonly ReckonedSum[];
}

/** A sum on a sheet of its own. */
export interface ReckonedSum {
  readonly label: string;
  readonly formula: string;
  /** What it comes to, as decimal text. */
  readonly result: string;
}

/**
 * Writes rows of text as a workbook of one sheet (ISO/IEC 29500, XLSX), row by row; the first stays in sight and is repeated on
 * each printed page. What is reckoned stands there as a live formula. Texts that a spreadsheet would run as a formula get an apostrophe, as in a CSV file.
 *
 * @param rows the first are the headings
 */
export async function writeWorkbook(
  title: string,
  rows: Iterable<readonly string[]>,
  { amounts = [], dates = [], reckoned, sums }: WorkbookKinds = {},
): Promise<Uint8Array> {
  const { default: ExcelJS } = await import('exceljs');
  const stream = new PassThrough();
  const pieces: Buffer[] = [];
  stream.on('data', (piece: Buffer) => pieces.push(piece));
  const done = new Promise<void>((resolve, reject) => stream.on('end', resolve).on('error', reject));
  const workbook = new ExcelJS.stream.xlsx.WorkbookWriter({ stream, useStyles: true });
  const sheet = workbook.addWorksheet(title.slice(0, 31), {
    views: [{ state: 'frozen', ySplit: 1 }],
    pageSetup: PAGE,
    headerFooter: { oddFooter: '&L&A&RPage &P of &N' },
  });
  let count = 0;
  let headings: readonly string[] | undefined;
  let plain = new Set<number>();
  for (const cells of rows) {
    count += 1;
    if (headings === undefined) {
      headings = cells;
      plain = new Set(
        cells.flatMap((name, index) => (amounts.includes(name) || dates.includes(name) ? [index] : [])),
      );
      const row = sheet.addRow(cells);
      row.font = { bold: true };
      row.commit();
      continue;
    }
    const names = headings;
    const [marked = []] = withMarks([cells], plain);
    const row = sheet.addRow(
      marked.map((cell, index) => {
        if (cell === '') return null;
        const name = names[index] ?? '';
        const formula = name === reckoned?.column ? reckoned.formula(count) : undefined;
        if (formula !== undefined) return { formula, result: Number(cell) };
        if (amounts.includes(name)) return asNumber(cell);
        return dates.includes(name) ? new Date(`${cell}T00:00:00Z`) : cell;
      }),
    );
    for (const index of plain) {
      const cell = row.getCell(index + 1);
      if (cell.value instanceof Date) cell.numFmt = 'yyyy-mm-dd';
      else if (typeof cell.value === 'number' || cell.type === ExcelJS.ValueType.Formula)
        cell.numFmt = formatOf(marked[index] ?? '');
    }
    row.commit();
  }
  sheet.commit();
  if (sums) {
    const page = workbook.addWorksheet('Sums');
    for (const { label, formula, result } of sums(count)) {
      const row = page.addRow([label, { formula, result: Number(result) }]);
      row.getCell(2).numFmt = formatOf(result);
      row.commit();
    }
    page.commit();
  }
  await workbook.commit();
  await done;
  return new Uint8Array(Buffer.concat(pieces));
}

/** How it is printed: across, as wide as the page, its headings on each. */
const PAGE = {
  paperSize: 9,
  orientation: 'landscape',
  fitToPage: true,
  fitToWidth: 1,
  fitToHeight: 0,
  printTitlesRow: '1:1',
} as const;

/** A workbook keeps fifteen digits: what has more stays a text, so that nothing is lost. */
function asNumber(text: string): number | string {
  return text.replaceAll(/[^\d]/g, '').replace(/^0+/, '').length <= 15 ? Number(text) : text;
}

/** Shows as many decimals as there are. @example formatOf('12.50') // → '0.00' */
function formatOf(text: string): string {
  const decimals = text.split('.')[1]?.length ?? 0;
  return decimals === 0 ? '0' : `0.${'0'.repeat(decimals)}`;
}
