import type { AccountId } from '../accounts/account.js';
import type { Side } from '../accounts/element.js';
import type { ContactId } from '../contacts/contact.js';
import type { CivilDate } from '../dates/civil-date.js';
import type { CurrencyCode } from '../money/currency.js';
import type { Minor } from '../money/minor.js';
import type { Percent } from '../money/percent.js';
import type { RateQuote } from '../money/rate.js';
import type { EntryKind, EntrySource, Stage } from '../ledger/entry-kind.js';
import type { Movement } from '../ledger/movement.js';

/** What a line says in a foreign currency: the amount there, and the rate as it was given if one was. */
export interface ForeignAmount {
  readonly currency: CurrencyCode;
  /** Minor units of that currency, debit positive. */
  readonly amount: Minor;
  readonly quote?: RateQuote;
}

/** What a line says of a tax: that it is taxed, or that it is the tax. */
export interface LineTax {
  /** The id of the tax code. */
  readonly code: number;
  /** Per cent, as it was when the line was posted: all that is asked of a taxed line; on a tax line, its own. */
  readonly rate: Percent;
  /** What the tax is reckoned on, before it; minor units, debit positive. */
  readonly base: Minor;
  /** On a tax line: the side on which it stands beside an ordinary sale or purchase. Left out on the taxed line. */
  readonly side?: Side;
  /** On a taxed line: by how much its tax was moved from what the rate comes to; minor units, debit positive. */
  readonly adjustment?: Minor;
}

/** One account's debit or credit, ready to be posted. */
export interface EntryLine {
  readonly account: AccountId;
  /** Minor units of the base currency, debit positive, never zero. */
  readonly amount: Minor;
  readonly note?: string;
  readonly contact?: ContactId;
  /** Value by breakdown, both by id. */
  readonly breakdowns?: Readonly<Record<string, number>>;
  readonly foreign?: ForeignAmount;
  readonly dueDate?: CivilDate;
  /** The number of the paper that an open item is known by. */
  readonly document?: string;
  /** The date on that paper, which may lie before the entry's. */
  readonly documentDate?: CivilDate;
  /** Our own number for that paper. */
  readonly ownNumber?: string;
  readonly movement?: Movement;
  /** Whether the line counts on the cash basis, where somebody has said so. */
  readonly cashBasis?: boolean;
  readonly tax?: LineTax;
}

/** An entry that has passed every check and awaits its number. */
export interface CheckedEntry {
  readonly date: CivilDate;
  readonly kind: EntryKind;
  readonly explanation: string;
  readonly reference?: string;
  /** The day of the supply, where it is another than the entry's: it decides the rate of taxes. */
  readonly supplyDate?: CivilDate;
  /** The day on which it is to be reversed by itself: kept beside the entry, not sealed. */
  readonly reversesOn?: CivilDate;
  readonly lines: readonly EntryLine[];
}

/** An entry as it is posted: numbered, placed in the chain, timed. */
export interface PostedEntry extends CheckedEntry {
  /** Its place in the organisation's chain, from 1; also its id. */
  readonly place: number;
  /** The fiscal year it is numbered in. */
  readonly year: string;
  /** Its number within that year, from 1. */
  readonly number: number;
  readonly stage: Stage;
  readonly source: EntrySource;
  /** The place of the entry it reverses. */
  readonly reverses?: number;
  /** UTC moment, ISO 8601 with milliseconds. */
  readonly postedAt: string;
}

/** The number of an entry as people read it. @example entryNumber('2027', 318) // → '2027-0318' */
export function entryNumber(year: string, number: number): string {
  return `${year}-${String(number).padStart(4, '0')}`;
}

/** Reads an entry number. @example parseEntryNumber('2027-0318') // → {year: '2027', number: 318} */
export function parseEntryNumber(text: string): { readonly year: string; readonly number: number } | undefined {
  const match = /^(\d{4}[a-z]?)-(\d{4,9})$/.exec(text);
  if (!match?.[1] || !match[2] || Number(match[2]) < 1) return undefined;
  return match[2].length > 4 && match[2].startsWith('0') ? undefined : { year: match[1], number: Number(match[2]) };
}
