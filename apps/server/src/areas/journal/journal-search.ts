import type { EntriesQuery } from '@just-ledger/contract';
import {
  type AccountId,
  type CivilDate,
  type ContactId,
  parseEntryNumber,
  readBreakdowns,
  safeParseAmount,
  searchWords,
} from '@just-ledger/core';
import { and, eq, or, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact, entry, person } from '../../platform/database/schema.js';
import { derivedTo } from '../../platform/derived/derived-to.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { loadBreakdowns } from '../breakdowns/breakdown-store.js';
import { contactDirectory } from '../contacts/contact-directory.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { dayAsked } from '../organisations/report-dates.js';
import { chainEnd } from '../periods/period-store.js';
import { dayBookTerm } from './day-book-term.js';
import { type EntryStanding, standingOf } from './entry-standing.js';
import { amountMark, amountRange } from './amount-marks.js';
import { journalIndex, MARKS, marksOf, placesInIndex, thoseInIndex } from './journal-index.js';
import { hasAll, type SearchTerm } from './search-term.js';
import { searchableEntries } from './searchable-entries.js';

/** Which entries are asked for. */
export interface JournalSearch {
  readonly from: CivilDate | undefined;
  readonly to: CivilDate | undefined;
  /** What they have to have besides their date, kind and source. */
  readonly terms: readonly SearchTerm[];
  readonly kind: string | undefined;
  readonly source: string | undefined;
  /** What has become of them since they were posted. */
  readonly standing: EntryStanding;
  /** The one account or contact that is all they have to have. */
  readonly only:
    | { readonly subject: 'account'; readonly id: AccountId }
    | { readonly subject: 'contact'; readonly id: ContactId }
    | undefined;
  /** The place of the entry whose number the text is; it is found whatever its words are. */
  readonly numbered: number | undefined;
  /** What that entry has to have. */
  readonly others: readonly SearchTerm[];
}

/** Reads what is asked for. @throws {Refusal} 422 for an unknown account, or what is no amount */
export function searchOf(db: Db, books: Organisation, query: EntriesQuery): JournalSearch {
  const { account, contact: named } = query;
  const accounts = account ? [accountNamed(db, books.id, account)] : [];
  const contacts = named ? contactsNamed(db, books.id, named).map(({ id }) => id) : [];
  const others: SearchTerm[] = [
    ...accounts.map((id) => ({ marks: [MARKS.account(id)] })),
    ...(named ? [{ marks: contacts.map(MARKS.contact) }] : []),
    ...(query.amount ? [{ marks: [amountMark(amountOf(books, query.amount, 'amount'))] }] : []),
    ...rangeTerms(books, query),
    ...(query.document ? [{ marks: [MARKS.document(query.document)] }] : []),
    ...(query.by ? [{ marks: peopleNamed(db, query.by).map(MARKS.person) }] : []),
    ...valueTerms(db, books.id, query.breakdowns),
    ...(query.book ? [dayBookTerm(query.book, loadChart(db, books.id))] : []),
  ];
  const ofKind = [
    ...(query.kind ? [{ marks: [MARKS.kind(query.kind)] }] : []),
    ...(query.source ? [{ marks: [MARKS.source(query.source)] }] : []),
  ];
  const terms = [...others, ...(query.text ? textTerms(db, books.id, query.text) : [])];
  const [id] = accounts;
  const [whom] = contacts;
  const standing = standingOf(db, books.id, query);
  const isAlone =
    terms.length === 1 && ofKind.length === 0 && contacts.length < 2 && standing.conditions.length === 0;
  return {
    from: dayAsked(query.from, 'from'),
    to: dayAsked(query.to, 'to'),
    kind: query.kind,
    source: query.source,
    standing,
    terms: terms.length === 0 ? [] : [...terms, ...ofKind],
    only:
      isAlone && id !== undefined
        ? { subject: 'account', id }
        : isAlone && whom !== undefined
          ? { subject: 'contact', id: whom }
          : undefined,
    numbered: query.text ? placeNumbered(db, books.id, query.text) : undefined,
    others: [...others, ...ofKind],
  };
}

/** What is searched through: the index, and the entries that are not in it yet. */
export class JournalFinder {
  /** The place of the chain up to which entries are in the index. */
  readonly indexed: number;
  private rest: number[] | undefined;

  constructor(
    private readonly db: Db,
    private readonly organisation: number,
    private readonly search: JournalSearch,
  ) {
    this.indexed = derivedTo(db, journalIndex, organisation);
  }

  /** The places of what is found; undefined if there are more than some. */
  upTo(most: number): number[] | undefined {
    const found = this.inIndex([], most + 1);
    return found.length > most ? undefined : this.withBeside(found);
  }

  /** The places of what is found; of what is in the index only that of a month. */
  inMonth(month: string): number[] {
    return this.withBeside(this.inIndex([{ marks: [MARKS.month(`${month}-01`)] }]));
  }

  /** The places of all that is found. */
  all(): number[] {
    return this.withBeside(this.inIndex([]));
  }

  /** Those of some places that are found. */
  among(places: readonly number[]): number[] {
    if (places.length === 0) return [];
    const some = new Set(places);
    const indexed = this.indexed === 0 ? [] : thoseInIndex(this.db, this.organisation, this.search.terms, places);
    return this.withBeside(indexed).filter((position) => some.has(position));
  }

  /** What is in the index with what is not, each once. */
  private withBeside(found: readonly number[]): number[] {
    const isFound = (position: number): boolean => position <= this.indexed && found.includes(position);
    return [...found, ...this.beside().filter((position) => !isFound(position))];
  }

  /** The places of what is found and not in the index: what was posted since, and the entry whose number was asked for. */
  beside(): number[] {
    return (this.rest ??= [...new Set([...this.postedSince(), ...this.withNumber()])]);
  }

  private inIndex(more: readonly SearchTerm[], limit = -1): number[] {
    if (this.indexed === 0) return [];
    return placesInIndex(this.db, this.organisation, [...this.search.terms, ...more], limit);
  }

  private postedSince(): number[] {
    const end = chainEnd(this.db, this.organisation).entries;
    const places: number[] = [];
    for (let after = this.indexed; after < end; after += STEP) {
      for (const entry of searchableEntries(this.db, this.organisation, after, after + STEP)) {
        if (hasAll(marksOf(entry), this.search.terms)) places.push(entry.place);
      }
    }
    return places;
  }

  private withNumber(): number[] {
    const { numbered, others } = this.search;
    if (numbered === undefined) return [];
    const [found] = searchableEntries(this.db, this.organisation, numbered - 1, numbered);
    return found && hasAll(marksOf(found), others) ? [numbered] : [];
  }
}

/** So many entries are looked through at a time. */
const STEP = 2_000;

/**
 * Each word begins a word of the entry, or of the name of a contact that it names. A single letter or digit begins too many:
 * it is a word by itself.
 */
function textTerms(db: Db, organisation: number, text: string): SearchTerm[] {
  const words = searchWords(text);
  if (words.length === 0) return [{ marks: [] }];
  const contacts = contactDirectory(db, organisation);
  return words.map((typed) => {
    const isWhole = typed.length === 1;
    const marks = contacts.withWord(typed, isWhole).map(MARKS.contact);
    return isWhole ? { marks: [typed, ...marks] } : { marks, prefixes: [typed] };
  });
}

function accountNamed(db: Db, organisation: number, number: string): AccountId {
  const account = loadChart(db, organisation).byNumber.get(number);
  if (!account) throw unprocessable('account-unknown', 'account', `There is no account ${number}.`);
  return account.id;
}

/** The contacts that a number or a name means. */
export function contactsNamed(
  db: Db,
  organisation: number,
  named: string,
): { readonly id: ContactId; readonly name: string }[] {
  const isNamed = or(eq(contact.number, named), sql`${contact.name} = ${named} COLLATE NOCASE`);
  return db
    .select({ id: contact.id, name: contact.name })
    .from(contact)
    .where(and(eq(contact.organisation, organisation), isNamed))
    .all();
}

function peopleNamed(db: Db, name: string): number[] {
  return db
    .select({ id: person.id })
    .from(person)
    .where(sql`${person.name} = ${name} COLLATE NOCASE`)
    .all()
    .map(({ id }) => id);
}

/** An amount that is searched for; minor units, without its sign. @throws {Refusal} 422 */
export function amountOf({ baseCurrency }: Organisation, text: string, path: string): number {
  const read = safeParseAmount(text, baseCurrency);
  if (!read.ok) throw unprocessable('amount-not-an-amount', path, `“${text}” is not an amount.`);
  return Math.abs(read.amount);
}

function rangeTerms(books: Organisation, { amountFrom, amountTo }: EntriesQuery): SearchTerm[] {
  if (!amountFrom && !amountTo) return [];
  const least = amountFrom ? amountOf(books, amountFrom, 'amountFrom') : 0;
  const most = amountTo ? amountOf(books, amountTo, 'amountTo') : Number.MAX_SAFE_INTEGER;
  return [amountRange(least, most)];
}

/** The values of breakdowns that a line must name, as a file names them: `Fund: Roof; Site: Mill`. */
function valueTerms(db: Db, organisation: number, cell: string | undefined): SearchTerm[] {
  const isSame = (a: string, b: string): boolean => a.toLowerCase() === b.toLowerCase();
  const breakdowns = loadBreakdowns(db, organisation);
  return Object.entries(readBreakdowns(cell) ?? {}).map(([name, value]) => {
    const breakdown = breakdowns.find((breakdown) => isSame(breakdown.name, name));
    if (!breakdown) throw unprocessable('breakdown-unknown', 'breakdowns', `There is no breakdown ${name}.`);
    const found = breakdown.values.find((breakdownValue) => isSame(breakdownValue.name, value));
    if (!found) throw unprocessable('value-unknown', 'breakdowns', `${breakdown.name} has no value ${value}.`);
    return { marks: [MARKS.value(String(breakdown.id), found.id)] };
  });
}

function placeNumbered(db: Db, organisation: number, text: string): number | undefined {
  const number = parseEntryNumber(text);
  if (!number) return undefined;
  return db
    .select({ place: entry.place })
    .from(entry)
    .where(and(eq(entry.organisation, organisation), eq(entry.year, number.year), eq(entry.number, number.number)))
    .get()?.place;
}
