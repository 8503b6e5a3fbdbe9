import type { NoteResponse, NotesResponse, NoteTableResponse, StatementKey } from '@just-ledger/contract';
import { isNoteOn, type SetRow } from '@just-ledger/core';
import { printedAmount } from '../../platform/files/printed-amount.js';
import {
  columnLetters,
  type SheetCell,
  type SheetOfWorkbook,
  type SheetRow,
  sumFormula,
} from '../../platform/files/write-sheets.js';
import type { PaperPiece, PaperRow, StatementPaper } from '../../platform/files/statement-pages.js';

/** Names the notes that are on the rows of a statement behind these. @example 'Vans' // → 'Vans (note 2)' */
export function withNoteNumbers<Of extends { rows: (SetRow & { label: string; account?: string | null })[] }>(
  statement: StatementKey,
  drawn: Of,
  notes: readonly NoteResponse[],
): Of {
  const own = notes.filter((note) => note.statement === statement);
  if (own.length === 0) return drawn;
  return {
    ...drawn,
    rows: drawn.rows.map((row) => {
      const on = own.filter((note) => isNoteOn(note, { ...row, account: row.account ?? null }));
      return on.length === 0 ? row : { ...row, label: `${row.label} (${noteNumbers(on)})` };
    }),
  };
}

/** @example noteNumbers(two) // → 'notes 1, 4' */
function noteNumbers(notes: readonly NoteResponse[]): string {
  const numbers = notes.map(({ number }) => number).join(', ');
  return notes.length === 1 ? `note ${numbers}` : `notes ${numbers}`;
}

/** The notes as they are printed: each with its number, what it is on, its text and its table. */
export function notesPaper(notes: NotesResponse): StatementPaper {
  const { organisation, title, dateLine } = notes;
  return {
    organisation,
    title,
    dateLine,
    columns: [],
    rows: [],
    notes: [],
    pieces: notes.notes.map((note): PaperPiece => ({
      heading: `${note.number}. ${note.title}`,
      about: note.on,
      paragraphs: paragraphsOf(note.text),
      columns: note.table?.columns ?? [],
      rows: note.table ? tableRows(note.table, notes) : [],
    })),
  };
}

/** Paragraphs are parted by empty lines; within one, lines go on. */
function paragraphsOf(text: string): string[] {
  return text.split(/\n\s*\n/).flatMap((paragraph) => {
    const line = paragraph.replaceAll('\n', ' ').trim();
    return line === '' ? [] : [line];
  });
}

function tableRows({ rows }: NoteTableResponse, { currency }: NotesResponse): PaperRow[] {
  return rows.map(({ label, kind, amounts }): PaperRow => ({
    label,
    kind,
    figures:
      kind === 'heading'
        ? []
        : amounts.map((amount) => ({
            text: amount === null ? '' : Number(amount) === 0 ? '–' : printedAmount(amount, currency, null),
            rule: kind === 'end' ? 'end' : kind === 'sum' ? 'over' : '',
          })),
  }));
}

const HEADS = 5;

/** The notes as a sheet, the sums of their tables as formulas. */
export function notesSheet(notes: NotesResponse): SheetOfWorkbook {
  const width = Math.max(1, ...notes.notes.map(({ table }) => table?.columns.length ?? 0));
  const rows: SheetRow[] = [];
  for (const { number, title, on, text, table } of notes.notes) {
    if (rows.length > 0) rows.push({ cells: [] });
    rows.push({ cells: [String(number), title], isBold: true });
    if (on !== '') rows.push({ cells: [null, on], isItalic: true });
    for (const paragraph of paragraphsOf(text)) rows.push({ cells: [null, paragraph] });
    if (table) rows.push(...sheetRows(table, HEADS + rows.length + 1));
  }
  return {
    name: 'Notes',
    widths: [6, 44, ...Array.from({ length: width }, () => 15)],
    rows: [
      { cells: [notes.organisation] },
      { cells: [notes.title], isBold: true },
      { cells: [notes.dateLine], isItalic: true },
      { cells: [] },
      { cells: ['Note', ''], isBold: true },
      ...rows,
    ],
    heads: HEADS,
    figuresFrom: 2,
    names: [],
  };
}

/** @param from the number of the row in which the heads of the table stand */
function sheetRows({ columns, rows, endsInTotal }: NoteTableResponse, from: number): SheetRow[] {
  const rowNumber = (index: number): number => from + 1 + index;
  const letter = (column: number): string => columnLetters(2 + column);
  const heads: SheetRow = { cells: [null, null, ...columns], isItalic: true };
  return [
    heads,
    ...rows.map(({ label, kind, amounts, terms }, index): SheetRow => {
      const cells = amounts.map((amount, column): SheetCell => {
        if (amount === null) return null;
        const [number, decimals] = [Number(amount), amount.split('.')[1]?.length ?? 0];
        if (terms) return { formula: sumFormula(terms, letter(column), rowNumber), result: number, decimals };
        const isTotal = endsInTotal && column === amounts.length - 1 && column > 0;
        if (!isTotal) return { number, decimals };
        const across = `SUM(${letter(0)}${rowNumber(index)}:${letter(column - 1)}${rowNumber(index)})`;
        return { formula: across, result: number, decimals };
      });
      return {
        cells: [null, label, ...cells],
        isBold: kind !== 'item',
        indent: kind === 'item' ? 1 : 0,
        rule: kind === 'end' ? 'end' : kind === 'sum' ? 'over' : undefined,
      };
    }),
  ];
}
