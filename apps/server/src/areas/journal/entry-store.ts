import type { EntryPaperResponse, EntryResponse, LineResponse } from '@just-ledger/contract';
import {
  accountIn,
  type Books,
  type ContactId,
  type EntryLine,
  entryNumber,
  formatAmount,
  minor,
  negated,
  parseEntryNumber,
  type PostedEntry,
  TAX_SIDES,
  valueNames,
  zip,
} from '@just-ledger/core';
import { and, eq, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact, entry, person } from '../../platform/database/schema.js';
import { notFound } from '../../platform/problems/refusal.js';
import { papersOf } from '../attachments/attachment-store.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';
import { type EntryLinks, entryLinks } from './entry-links.js';
import { lettersOf } from './letters-of.js';
import { type EntryRow, isOneOf, postedEntriesOf } from './posted-entries.js';

/** The row of an entry by its number. @throws {Refusal} 404 */
export function entryRowOf(db: Db, organisation: number, number: string): EntryRow {
  const row = findEntryByNumber(db, organisation, number);
  if (!row) throw notFound('entry');
  return row;
}

/** The row of an entry by its number, if there is one. */
export function findEntryByNumber(db: Db, organisation: number, number: string): EntryRow | undefined {
  const parsed = parseEntryNumber(number);
  return parsed && rowWhere(db, organisation, and(eq(entry.year, parsed.year), eq(entry.number, parsed.number)));
}

/** The row of an entry by its place in the chain, if there is one. */
export function findEntryRow(db: Db, organisation: number, index: number): EntryRow | undefined {
  return rowWhere(db, organisation, eq(entry.place, index));
}

/** The number of the entry that reverses one, if any. */
export function reversalNumberOf(db: Db, organisation: number, index: number): string | undefined {
  const row = rowWhere(db, organisation, eq(entry.reverses, index));
  return row && entryNumber(row.year, row.number);
}

/** What the labels of an entry's ids are taken from. */
type WireBooks = Pick<Books, 'baseCurrency' | 'chart' | 'breakdowns' | 'taxCodes'>;

/** What an entry's answer says beyond the entry itself. */
export interface EntryRemarks extends EntryLinks {
  readonly seal: string;
  readonly postedBy: string;
  readonly papers: EntryPaperResponse[];
  readonly letter: string | null;
}

/** An entry as it goes over the wire. */
export function entryResponse(
  posted: PostedEntry,
  remarks: EntryRemarks,
  books: WireBooks,
  contactName: (id: ContactId) => string | null,
): EntryResponse {
  const amount = posted.lines.reduce((sum, line) => sum + Math.max(line.amount, 0), 0);
  return {
    number: entryNumber(posted.year, posted.number),
    place: posted.place,
    date: posted.date,
    kind: posted.kind,
    stage: posted.stage,
    source: posted.source,
    explanation: posted.explanation,
    reference: posted.reference ?? null,
    supplyDate: posted.supplyDate ?? null,
    postedAt: posted.postedAt,
    amount: formatAmount(minor(amount), books.baseCurrency),
    ...remarks,
    lines: posted.lines.map((line) => lineResponse(line, books, contactName)),
  };
}

/** Entries as they go over the wire, in the order given. */
export function entryAnswers(
  db: Db,
  organisation: Organisation,
  rows: readonly EntryRow[],
  chart = loadChart(db, organisation.id),
): EntryResponse[] {
  if (rows.length === 0) return [];
  const letters = lettersOf(db, organisation.id, rows);
  const linksOf = entryLinks(db, organisation.id, rows);
  const papers = papersOf(
    db,
    organisation.id,
    rows.map((row) => row.place),
  );
  const people = new Map(
    db
      .select({ id: person.id, name: person.name })
      .from(person)
      .all()
      .map((row) => [row.id, row.name]),
  );
  const posted = postedEntriesOf(db, organisation.id, rows);
  const contactName = contactNames(db, organisation.id, posted);
  const isTaxed = posted.some(({ lines }) => lines.some(({ tax }) => tax));
  const books = {
    baseCurrency: organisation.baseCurrency,
    chart,
    breakdowns: loadBreakdowns(db, organisation.id),
    ...(isTaxed && { taxCodes: loadTaxCodes(db, organisation.id) }),
  };
  return zip(rows, posted).map(([row, entry]) =>
    entryResponse(
      entry,
      {
        seal: row.seal,
        postedBy: people.get(row.postedBy) ?? '',
        ...linksOf(row.place),
        papers: papers.get(row.place) ?? [],
        letter: letters.get(row.place) ?? null,
      },
      books,
      contactName,
    ),
  );
}

/** The names of the contacts that entries mention. */
export function contactNames(
  db: Db,
  organisation: number,
  posted: readonly PostedEntry[],
): (id: ContactId) => string | null {
  const ids = new Set(posted.flatMap((entry) => entry.lines.flatMap((line) => line.contact ?? [])));
  if (ids.size === 0) return () => null;
  const rows = db
    .select({ id: contact.id, name: contact.name })
    .from(contact)
    .where(and(eq(contact.organisation, organisation), isOneOf(contact.id, [...ids])))
    .all();
  const names = new Map(rows.map((row) => [row.id, row.name]));
  return (id) => names.get(id) ?? null;
}

function rowWhere(db: Db, organisation: number, condition: SQL | undefined): EntryRow | undefined {
  return db
    .select()
    .from(entry)
    .where(and(eq(entry.organisation, organisation), condition))
    .get();
}

function lineResponse(
  line: EntryLine,
  books: WireBooks,
  contactName: (id: ContactId) => string | null,
): LineResponse {
  const { baseCurrency: currency } = books;
  const { amount, foreign, contact, breakdowns } = line;
  const account = accountIn(books.chart, line.account);
  const quote: { rate?: string; ratePerBase?: string } = foreign?.quote ?? {};
  return {
    account: account.number,
    accountName: account.name,
    debit: amount > 0 ? formatAmount(amount, currency) : null,
    credit: amount < 0 ? formatAmount(minor(-amount), currency) : null,
    note: line.note ?? null,
    contact: contact === undefined ? null : contactName(contact),
    currency: foreign?.currency ?? null,
    foreignAmount: foreign ? formatAmount(minor(Math.abs(foreign.amount)), foreign.currency) : null,
    rate: quote.rate ?? null,
    ratePerBase: quote.ratePerBase ?? null,
    dueDate: line.dueDate ?? null,
    document: line.document ?? null,
    documentDate: line.documentDate ?? null,
    ownNumber: line.ownNumber ?? null,
    movement: line.movement ?? null,
    cashBasis: line.cashBasis ?? null,
    breakdowns: breakdowns ? valueNames(books.breakdowns, breakdowns) : null,
    ...taxResponse(line, books),
  };
}

const UNTAXED = { taxCode: null, taxRate: null, taxBase: null, taxSide: null, taxAdjustment: null };

function taxResponse(
  { tax, amount }: EntryLine,
  { baseCurrency, taxCodes }: WireBooks,
): Pick<LineResponse, keyof typeof UNTAXED> {
  if (!tax) return UNTAXED;
  const { code, rate, base, side, adjustment } = tax;
  const taxCode = taxCodes?.find(({ id }) => id === code);
  const isDebit = taxCode && TAX_SIDES[taxCode.side].lineStandsOn === 'debit';
  return {
    taxCode: taxCode?.code ?? null,
    taxRate: rate,
    taxBase: formatAmount(isDebit ? base : negated(base), baseCurrency),
    taxSide: side ?? null,
    taxAdjustment:
      adjustment === undefined ? null : formatAmount(amount < 0 ? negated(adjustment) : adjustment, baseCurrency),
  };
}
