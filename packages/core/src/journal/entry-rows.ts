import type { Books } from '../books/books.js';
import { compareDates } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import type { EntryKind } from '../ledger/entry-kind.js';
import { fiscalYearOf } from '../organisations/books-calendar.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';
import { readBreakdowns } from './breakdown-cell.js';
import { checkEntry } from './check-entry.js';
import type { CheckedEntry } from './entry.js';
import { type FileEntry, fileReversals, type FindPosted, type ReversingRows } from './file-reversals.js';
import type { ProposedEntry, ProposedLine } from './proposed-entry.js';

/** The columns of an entry file, in the order in which it is written. */
export const ENTRY_COLUMNS = [
  'entry',
  'date',
  'kind',
  'explanation',
  'account',
  'debit',
  'credit',
  'note',
  'contact',
  'currency',
  'foreign_amount',
  'rate',
] as const;

/** Columns that a file may have besides; they are written too, so that what is written reads back as the same. */
export const FURTHER_ENTRY_COLUMNS = [
  'reference',
  'rate_per_base',
  'due_date',
  'document',
  'document_date',
  'own_number',
  'movement',
  'cash_basis',
  'breakdowns',
  'supply_date',
  'tax_code',
  'amount_is',
  'tax_adjustment',
  'tax_rate',
  'tax_base',
  'tax_side',
  'reverses',
  'reverses_on',
] as const;

/** One column of an entry file. */
export type EntryColumn = (typeof ENTRY_COLUMNS)[number] | (typeof FURTHER_ENTRY_COLUMNS)[number];

/** One row of an entry file; `line` is its line in the file, the header being 1. */
export interface EntryRow {
  readonly line: number;
  readonly cells: Readonly<Partial<Record<EntryColumn, string>>>;
  /** The columns of the file that its cells come from, where they are called otherwise there. */
  readonly from?: Readonly<Partial<Record<EntryColumn, string>>>;
}

/** Kinds that a file may hold; beside these a reversal, which says what it takes back. */
const IMPORTED_KINDS: readonly EntryKind[] = ['ordinary', 'adjusting', 'opening', 'closing'];

const COLUMN_OF_FIELD: Readonly<Record<string, EntryColumn>> = {
  foreignAmount: 'foreign_amount',
  ratePerBase: 'rate_per_base',
  dueDate: 'due_date',
  documentDate: 'document_date',
  ownNumber: 'own_number',
  supplyDate: 'supply_date',
  taxCode: 'tax_code',
  amountIs: 'amount_is',
  taxAdjustment: 'tax_adjustment',
  taxRate: 'tax_rate',
  taxBase: 'tax_base',
  taxSide: 'tax_side',
  reversesOn: 'reverses_on',
};

interface Group {
  readonly key: string;
  /** What it takes back. */
  readonly reverses: string;
  readonly rows: readonly EntryRow[];
  readonly proposed: ProposedEntry;
}

/**
 * Reads the rows of an entry file: rows with the same `entry` are one entry, wherever they stand. Date, kind,
 * explanation, reference, day of supply and of reversal may stand on every row of an entry or on its first only, but may not disagree.
 *
 * @param step called at each row; throws if it is given up
 * @param find finds the entries of the books that those of the file take back
 * @returns the entries in the order of their dates, then of the file; or every problem at `rows.<line>.<column>`
 */
export function entriesFromRows(
  rows: readonly EntryRow[],
  books: Books,
  step: () => void = () => undefined,
  find: FindPosted = () => undefined,
): Checked<FileEntry[]> {
  const problems: Problem[] = [];
  const groups = groupRows(rows, problems);
  const others = new Map<string, CheckedEntry | undefined>();
  const reversing: ReversingRows[] = [];
  for (const group of groups) {
    group.rows.forEach(step);
    const { key, reverses, proposed } = group;
    if (proposed.kind === 'reversing') {
      reversing.push({ key, reverses, rows: group.rows, date: proposed.date, explanation: proposed.explanation });
      continue;
    }
    if (reverses !== '') {
      const message = 'What reverses an entry is of the kind reversing.';
      problems.push(problem('kind-of-reversal', `rows.${group.rows[0]?.line}.kind`, message));
    }
    const result = checkEntry(group.proposed, books, 'import', IMPORTED_KINDS);
    others.set(key, result.ok ? result.value : undefined);
    if (!result.ok) {
      problems.push(...result.problems.map((found) => atRow(found, group)));
      continue;
    }
    const last = fiscalYearOf(books.calendar, result.value.date).last;
    if (result.value.kind === 'closing' && result.value.date !== last) {
      const message = `Closing entries are dated on the year’s last day, ${longDate(last)}.`;
      problems.push(problem('closing-date', `rows.${group.rows[0]?.line}.date`, message));
    }
  }
  const reversals = fileReversals(reversing, others, books, find);
  problems.push(...reversals.problems);
  if (rows.length === 0) problems.push(problem('no-rows', '', 'The file has no rows.'));
  if (problems.length > 0) return refused(problems);
  const ordinary = [...others].flatMap(([key, entry]): FileEntry[] => (entry ? [{ key, entry }] : []));
  const places = new Map(groups.map(({ key }, index) => [key, index]));
  const placeOf = (key: string): number => places.get(key) ?? 0;
  /** Of one day what takes back comes after what it takes back. */
  const order = ({ key, reverses }: FileEntry): number =>
    reverses && 'key' in reverses ? Math.max(placeOf(key), placeOf(reverses.key) + 0.5) : placeOf(key);
  return valid(
    [...ordinary, ...reversals.entries].sort(
      (a, b) => compareDates(a.entry.date, b.entry.date) || order(a) - order(b),
    ),
  );
}

/** Columns that speak of the whole entry. */
type SharedColumn = 'date' | 'kind' | 'explanation' | 'reference' | 'supply_date' | 'reverses' | 'reverses_on';

function groupRows(rows: readonly EntryRow[], problems: Problem[]): Group[] {
  const byEntry = new Map<string, EntryRow[]>();
  for (const row of rows) {
    const key = row.cells.entry?.trim() ?? '';
    if (key === '')
      problems.push(problem('entry-missing', `rows.${row.line}.entry`, 'Each row names the entry it belongs to.'));
    const group = byEntry.get(key);
    if (group) group.push(row);
    else byEntry.set(key, [row]);
  }
  byEntry.delete('');
  return [...byEntry].map(([key, group]) => ({ key, rows: group, ...proposalOf(group, problems) }));
}

function proposalOf(rows: readonly EntryRow[], problems: Problem[]): Pick<Group, 'proposed' | 'reverses'> {
  const shared = (column: SharedColumn): string => {
    const first = rows.find((row) => row.cells[column]?.trim());
    const text = first?.cells[column]?.trim() ?? '';
    for (const row of rows) {
      const own = row.cells[column]?.trim();
      if (own && own !== text) {
        problems.push(
          problem(
            'row-disagrees',
            `rows.${row.line}.${column}`,
            `Row ${first?.line} of the same entry says “${text}”.`,
          ),
        );
      }
    }
    return text;
  };
  const proposed: ProposedEntry = {
    date: shared('date'),
    kind: shared('kind').toLowerCase() || undefined,
    explanation: shared('explanation'),
    reference: shared('reference') || undefined,
    supplyDate: shared('supply_date') || undefined,
    reversesOn: shared('reverses_on') || undefined,
    lines: rows.map(lineOf),
  };
  return { proposed, reverses: shared('reverses') };
}

function lineOf({ cells }: EntryRow): ProposedLine {
  return {
    account: cells.account ?? '',
    debit: cells.debit,
    credit: cells.credit,
    note: cells.note,
    contact: cells.contact,
    currency: cells.currency,
    foreignAmount: cells.foreign_amount,
    rate: cells.rate,
    ratePerBase: cells.rate_per_base,
    dueDate: cells.due_date,
    document: cells.document,
    documentDate: cells.document_date,
    ownNumber: cells.own_number,
    movement: cells.movement,
    cashBasis: cells.cash_basis?.trim() ? /^(yes|true|1)$/i.test(cells.cash_basis.trim()) : undefined,
    breakdowns: readBreakdowns(cells.breakdowns),
    taxCode: cells.tax_code,
    amountIs: cells.amount_is?.toLowerCase(),
    taxAdjustment: cells.tax_adjustment,
    taxRate: cells.tax_rate,
    taxBase: cells.tax_base,
    taxSide: cells.tax_side?.toLowerCase(),
  };
}

function atRow(found: Problem, group: Group): Problem {
  const line = /^lines\.(\d+)\.(.+)$/.exec(found.path);
  const row = group.rows[line ? Number(line[1]) : 0];
  const field = line?.[2] ?? (found.path === 'lines' ? 'entry' : found.path);
  const column = field.startsWith('breakdowns') ? 'breakdowns' : (COLUMN_OF_FIELD[field] ?? field);
  return { ...found, path: `rows.${row?.line}.${row?.from?.[column as EntryColumn] ?? column}` };
}
