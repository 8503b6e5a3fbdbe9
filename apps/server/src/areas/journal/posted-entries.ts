import { breakdownsOf } from '../breakdowns/breakdown-store.js';
import {
  type CurrencyCode,
  type EntryLine,
  type ForeignAmount,
  type LineTax,
  minor,
  parsePercent,
  type PostedEntry,
  quoteOf,
  zip,
} from '@just-ledger/core';
import { eq, sql, type SQL, Placeholder } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import type { Db } from '../../platform/database/connection.js';
import { rowReader } from '../../platform/database/read-rows.js';
import { combination, entry, line } from '../../platform/database/schema.js';

export type EntryRow = typeof entry.$inferSelect;
export type LineRow = typeof line.$inferSelect;
type Breakdowns = NonNullable<EntryLine['breakdowns']>;

/** So many entries are read at a time when all are. */
const PAGE = 2_000;

/** Of a query of entries those that nobody has reversed. */
export function isNotReversed(organisation: number): SQL {
  return sql`NOT EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = ${organisation} AND r.reverses = ${entry.place})`;
}

const linesOfEntries = rowReader(
  line,
  `WHERE organisation = @organisation AND entry IN (SELECT value FROM json_each(@places)) ORDER BY entry, place`,
);

/** Entries as core knows them, from their rows; in the order given. */
export function postedEntriesOf(db: Db, organisation: number, rows: readonly EntryRow[]): PostedEntry[] {
  const places = rows.map((row) => row.place);
  const lines = linesOfEntries(db)({ organisation, places: JSON.stringify(places) });
  const byEntry = new Map<number, LineRow[]>(places.map((index) => [index, []]));
  for (const row of lines) byEntry.get(row.entry)?.push(row);
  const breakdowns = lines.some((row) => row.combination !== 0) ? combinationsOf(db, organisation) : NO_COMBINATIONS;
  return rows.map((row) => postedEntryOf(row, byEntry.get(row.place) ?? [], breakdowns));
}

const entriesAfter = rowReader(
  entry,
  `WHERE organisation = @organisation AND place > @last AND (@year = '' OR year = @year) ORDER BY place LIMIT ${PAGE}`,
);

/**
 * Every entry of an organisation with its row, in the order of the chain, read as it is asked for.
 *
 * @param year only those of this fiscal year; all where left out
 */
export function* everyPostedEntry(
  db: Db,
  organisation: number,
  year = '',
): Generator<{ readonly row: EntryRow; readonly posted: PostedEntry }> {
  for (let last = 0, rows: EntryRow[]; ; last = rows.at(-1)?.place ?? last) {
    rows = entriesAfter(db)({ organisation, last, year });
    for (const [row, posted] of zip(rows, postedEntriesOf(db, organisation, rows))) yield { row, posted };
    if (rows.length < PAGE) return;
  }
}

/** Whether a column is one of any number of whole numbers; or of those that a prepared statement is given as JSON. */
export function isOneOf(column: SQLiteColumn, numbers: readonly number[] | Placeholder): SQL {
  const given = numbers instanceof Placeholder ? numbers : JSON.stringify(numbers);
  return sql`${column} IN (SELECT value FROM json_each(${given}))`;
}

type Combinations = ReadonlyMap<number, Breakdowns>;

const NO_COMBINATIONS: Combinations = new Map();

/** The values that lines of each combination name. */
export function combinationsOf(db: Db, organisation: number): Combinations {
  const rows = db.select().from(combination).where(eq(combination.organisation, organisation)).all();
  return new Map(rows.map((row) => [row.id, breakdownsOf(row.content)]));
}

function postedEntryOf(row: EntryRow, lines: readonly LineRow[], combinations: Combinations): PostedEntry {
  return {
    date: row.date,
    kind: row.kind,
    explanation: row.explanation,
    ...(row.reference !== null && { reference: row.reference }),
    place: row.place,
    year: row.year,
    number: row.number,
    stage: row.stage,
    source: row.source,
    ...(row.reverses !== null && { reverses: row.reverses }),
    ...(row.supplyDate !== null && { supplyDate: row.supplyDate }),
    postedAt: row.postedAt,
    lines: lines.map((line) => entryLineOf(line, combinations)),
  };
}

function entryLineOf(row: LineRow, combinations: Combinations): EntryLine {
  const breakdowns = combinations.get(row.combination);
  return {
    account: row.account,
    amount: minor(row.amount),
    ...(row.note !== null && { note: row.note }),
    ...(row.contact !== null && { contact: row.contact }),
    ...(breakdowns && { breakdowns }),
    ...(row.currency !== null && { foreign: foreignOf(row, row.currency) }),
    ...(row.dueDate !== null && { dueDate: row.dueDate }),
    ...(row.document !== null && { document: row.document }),
    ...(row.documentDate !== null && { documentDate: row.documentDate }),
    ...(row.ownNumber !== null && { ownNumber: row.ownNumber }),
    ...(row.movement !== '' && { movement: row.movement }),
    ...(row.cashBasis !== null && { cashBasis: row.cashBasis }),
    ...(saysTax(row) && { tax: taxOf(row) }),
  };
}

/** Whether a line says anything of a tax; part of it alone is what nobody posted, and is shown up by the seal. */
function saysTax({ taxCode, taxRate, taxBase, taxSide, taxAdjustment }: LineRow): boolean {
  return (taxCode ?? taxRate ?? taxBase ?? taxSide ?? taxAdjustment) !== null;
}

function taxOf({ taxCode, taxRate, taxBase, taxSide, taxAdjustment }: LineRow): LineTax {
  return {
    code: taxCode ?? 0,
    rate: taxRate ?? parsePercent('0'),
    base: minor(taxBase ?? 0),
    ...(taxSide !== null && { side: taxSide }),
    ...(taxAdjustment !== null && { adjustment: minor(taxAdjustment) }),
  };
}

function foreignOf({ foreignAmount, rate, ratePerBase }: LineRow, currency: CurrencyCode): ForeignAmount {
  const quote = quoteOf(rate, ratePerBase);
  return {
    currency,
    amount: minor(foreignAmount ?? 0),
    ...(quote && { quote }),
  };
}
