import {
  IMPORT_SUBJECTS,
  isAmountColumn,
  isEntryAmount,
  type ImportSubject,
  plainHeading,
  problem,
  type Problem,
  recogniseColumns,
  trayOfSubject,
  withPlainAmounts,
} from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { atOneMoment } from '../../platform/derived/at-one-moment.js';
import { importMatching } from '../../platform/database/schema.js';
import { withoutMark } from '../../platform/files/csv.js';
import { takePassingFile } from '../../platform/files/passing-files.js';
import { writeWorkbook } from '../../platform/files/write-workbook.js';
import { Progress } from '../../platform/jobs/progress.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineFileTask } from '../../platform/threads/task.js';
import type { LaidOutFile } from '../journal/entry-turns.js';
import { assertFew } from '../journal/journal-files.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { MOST_ACCOUNTS } from '../accounts/chart-file.js';
import { layOutContactTable } from './contacts-import-plan.js';
import { layOutEntryTable } from './entries-import-plan.js';
import { exportRows } from './export-rows.js';
import { type DatesReadBy, type ImportRow, TOLD_PROBLEMS } from './import-plan.js';
import { IMPORT_PLANS } from './import-plans.js';
import { MOST_RATES } from './rate-file.js';
import { readTable } from './read-table.js';
import type { Table } from './table.js';

/** So many rows what is written in one go may have: others wait for a second at most. */
const MOST_ROWS_OF: Partial<Record<ImportSubject, number>> = {
  chart: MOST_ACCOUNTS,
  'breakdown-values': MOST_ACCOUNTS,
  rates: MOST_RATES,
};

/** So many samples are shown under a heading. */
const SAMPLES = 3;

/** Tables that have been read, by the id of their import; the rows that a matching made of them. */
const tables = new Map<string, Table>();
const matched = new Map<string, ImportRow[]>();

/** Reads a file and recognises its columns. */
export const readImport = defineFileTask(
  'readImport',
  async (
    db: Db,
    {
      id,
      path,
      organisation,
      subject,
      shared,
    }: { id: string; path: string; organisation: number; subject: ImportSubject; shared: SharedArrayBuffer },
  ) => {
    const progress = new Progress(shared);
    const table = await readTable(takePassingFile(path), progress.at, MOST_ROWS_OF[subject]);
    progress.at(table.rows.length); // given up at its last row, it is not kept
    tables.set(id, table);
    const [headings = [], ...rows] = table.rows;
    const chosen = db
      .select()
      .from(importMatching)
      .where(and(eq(importMatching.organisation, organisation), eq(importMatching.subject, subject)))
      .all();
    const remembered = new Map(chosen.map(({ heading, column }) => [heading, column || null]));
    const columns = recogniseColumns(subject, headings, remembered);
    return {
      rows: rows.length,
      notes: [...table.notes],
      headings: headings.map((heading, index) => ({
        heading,
        column: columns[index] ?? '',
        samples: rows
          .map((row) => row[index]?.trim() ?? '')
          .filter((cell) => cell !== '')
          .slice(0, SAMPLES),
      })),
    };
  },
);

/** Compares a table, matched as somebody says, with the books. */
export const checkImport = defineFileTask(
  'checkImport',
  (
    db: Db,
    {
      id,
      subject,
      columns,
      decimal,
      dates,
      shared,
      ...actor
    }: Actor & {
      id: string;
      subject: ImportSubject;
      columns: string[];
      decimal: '.' | ',' | undefined;
      dates: DatesReadBy;
      shared: SharedArrayBuffer;
    },
  ) => {
    const table = tables.get(id);
    if (!table)
      throw new Refusal(404, [problem('not-found', '', 'This import is no longer there. Read the file again.')]);
    const progress = new Progress(shared);
    const read = withReadAmounts(db, actor.organisation, subject, matchedRows(table, columns), decimal);
    matched.set(id, read.rows);
    progress.begin(read.rows.length);
    const step = stepOf(progress, read.rows.length);
    const plan = atOneMoment(db, () => IMPORT_PLANS[subject](db, actor, read.rows, step, dates));
    const problems = [...read.problems, ...plan.problems].sort((a, b) => lineOf(a) - lineOf(b));
    const { added, changed, unchanged } = plan;
    return {
      result: { added, changed, unchanged },
      problems: problems.slice(0, TOLD_PROBLEMS),
      count: problems.length,
      notes: [...read.notes, ...(plan.notes ?? [])],
      decimal: read.decimal,
    };
  },
);

/** Compares a matched file with the books once more and lays it out to be taken in in turns. @throws {Refusal} 422 */
export const layOutImport = defineFileTask(
  'layOutImport',
  (
    db: Db,
    {
      id,
      subject,
      dates,
      shared,
      ...actor
    }: Actor & { id: string; subject: ImportSubject; dates: DatesReadBy; shared: SharedArrayBuffer },
  ): LaidOutFile => {
    const rows = matched.get(id) ?? [];
    const progress = new Progress(shared);
    progress.begin(rows.length);
    const lay = subject === 'contacts' ? layOutContactTable : layOutEntryTable;
    return atOneMoment(db, () => lay(id, db, actor, rows, stepOf(progress, rows.length), dates));
  },
);

/** Tells how far a work over rows is, now and then. */
function stepOf(progress: Progress, rows: number): () => void {
  let done = 0;
  return () => {
    done += 1;
    if (done % 200 === 0) progress.at(Math.min(done, rows));
  };
}

/** The matched rows, packed so that no other thread has to unpack them on the way to the writer. */
export const packedRows = defineFileTask('packedRows', (_: Db, { id }: { id: string }): Uint8Array => {
  return new TextEncoder().encode(JSON.stringify(matched.get(id) ?? []));
});

/** Forgets an import. */
export const forgetImport = defineFileTask('forgetImport', (_: Db, { id }: { id: string }): void => {
  tables.delete(id);
  matched.delete(id);
});

/** All that a subject has, as a workbook of one sheet. */
export const exportAsWorkbook = defineFileTask(
  'exportAsWorkbook',
  (db: Db, { organisation, subject }: { organisation: number; subject: ImportSubject }): Promise<Uint8Array> => {
    if (subject === 'entries') {
      assertFew(db, organisationOf(db, organisation), {}, 'into a workbook; write them as CSV');
    }
    return writeWorkbook(IMPORT_SUBJECTS[subject].label, exportRows(db, organisation, subject));
  },
);

/** The rows of a tray, or of entries, with their amounts written in our way, and how they were read. */
function withReadAmounts(
  db: Db,
  organisation: number,
  subject: ImportSubject,
  read: { rows: ImportRow[]; problems: Problem[] },
  decimal: '.' | ',' | undefined,
): { rows: ImportRow[]; problems: Problem[]; notes: string[]; decimal: '.' | ',' | null } {
  const tray = trayOfSubject(subject);
  const isAmount = tray ? (column: string) => isAmountColumn(tray, column) : isEntryAmount;
  if (!tray && subject !== 'entries') return { ...read, notes: [], decimal: null };
  const { baseCurrency } = organisationOf(db, organisation);
  const cells = read.rows.map((row) => row.cells);
  const { rows, marks, isDoubtful, sample } = withPlainAmounts(cells, isAmount, baseCurrency, decimal);
  return {
    problems: read.problems,
    rows: read.rows.map(({ line }, index) => ({ line, cells: rows[index] ?? {} })),
    notes: sample
      ? [`${sample.written} is read as ${sample.read}${isDoubtful ? ': is its mark that of decimals?' : ''}`]
      : [],
    decimal: sample ? marks.decimal : null,
  };
}

/** The rows by column. Rows with more cells than headings are told; one apostrophe before a mark is taken off. */
function matchedRows(table: Table, columns: readonly string[]): { rows: ImportRow[]; problems: Problem[] } {
  const problems: Problem[] = [];
  const rows: ImportRow[] = [];
  const [headings = []] = table.rows;
  table.rows.forEach((cells, index) => {
    const line = index + 1;
    if (line === 1 || cells.every((cell) => cell.trim() === '')) return;
    if (cells.length !== headings.length) {
      const message = `This row has ${cells.length} cells, the headings are ${headings.length}.`;
      problems.push(problem('ragged', `rows.${line}`, message));
      return;
    }
    const byColumn: Record<string, string> = {};
    columns.forEach((column, index) => {
      const cell = cells[index] ?? '';
      if (column) byColumn[column] = withoutMark(cell);
    });
    rows.push({ line, cells: byColumn });
  });
  return { rows, problems };
}

/** What is wrong with a matching: a column that the subject has not, one twice, one missing. */
export function matchingProblems(subject: ImportSubject, columns: readonly string[]): Problem[] {
  const { columns: known, required, oneOf = [] } = IMPORT_SUBJECTS[subject];
  const written = (column: string): string => column.replaceAll('_', ' ');
  const named = columns.filter((column) => column !== '');
  return [
    ...named
      .filter((column) => !known.some((other) => other === column))
      .map((column) => problem('column-unknown', 'columns', `There is no column “${column}”.`)),
    ...known
      .filter((column) => named.filter((other) => other === column).length > 1)
      .map((column) => problem('column-twice', 'columns', `Two headings are matched to ${column}.`)),
    ...required
      .filter((column) => !named.includes(column))
      .map((column) => problem('column-missing', 'columns', `Which heading is the ${written(column)}?`)),
    ...(oneOf.length > 0 && !oneOf.some((set) => set.every((column) => named.includes(column)))
      ? [
          problem(
            'column-missing',
            'columns',
            `Match ${oneOf.map((set) => set.map(written).join(' and ')).join(', or ')}.`,
          ),
        ]
      : []),
  ];
}

/** What a matching is remembered as, by plain heading. */
export function rememberedMatching(
  headings: readonly string[],
  columns: readonly string[],
): { heading: string; column: string }[] {
  const byHeading = new Map(headings.map((heading, index) => [plainHeading(heading), columns[index] ?? '']));
  return [...byHeading].map(([heading, column]) => ({ heading, column }));
}

function lineOf({ path }: Problem): number {
  return Number(/^rows\.(\d+)/.exec(path)?.[1] ?? 0);
}
