import { formatAmount } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import type { TypedAmount } from '../money/typed-amount.js';
import { DAY_BOOKS, type DayBook } from './day-book.js';

/** What entries are looked for by, beside days and amounts, by the key of a setting. */
export const ENTRY_FILTERS = [
  'text',
  'account',
  'kind',
  'contact',
  'document',
  'source',
  'by',
  'breakdowns',
  'book',
  'paper',
  'reversed',
] as const;

/** Entries with a paper, or those that lack one that they rest on. */
export const PAPER_FILTERS = ['with', 'without'] as const;

/** Entries that were reversed, or those that stand. */
export const REVERSED_FILTERS = ['yes', 'no'] as const;

/** One of {@link ENTRY_FILTERS}. */
export type EntryFilterKey = (typeof ENTRY_FILTERS)[number];

/** Which amounts are looked for: one, or all from one to another, the ends with it. Decimal text. */
export interface AmountFilter {
  readonly amount?: string;
  readonly amountFrom?: string;
  readonly amountTo?: string;
}

/**
 * Reads what is typed where amounts are looked for: `120`, `100 to 500`, `100..500`, `100 to`, `to 500`.
 *
 * @param read reads one amount
 * @returns undefined where it is none of these
 * @example readAmountFilter('100 to 500', EUR, readTyped) // → {amountFrom: '100.00', amountTo: '500.00'}
 */
export function readAmountFilter(
  typed: string,
  currency: CurrencyCode,
  read: (text: string, currency: CurrencyCode) => TypedAmount,
): AmountFilter | undefined {
  const text = typed.trim();
  if (text === '') return {};
  const [from = '', to, ...more] = text.split(/\s*(?:\.\.|–|\bto\b)\s*/);
  if (more.length > 0) return undefined;
  const [least, most] = [from, to ?? ''].map((part) => {
    if (part === '') return '';
    const typedAmount = read(part, currency);
    return typedAmount.ok ? formatAmount(typedAmount.amount, currency) : undefined;
  });
  if (least === undefined || most === undefined) return undefined;
  if (to === undefined) return { amount: least };
  if (least === '' && most === '') return undefined;
  return { ...(least !== '' && { amountFrom: least }), ...(most !== '' && { amountTo: most }) };
}

/** A filter of amounts as it is typed with plain marks. @example amountFilterText({amountFrom: '1.00'}) // → '1.00 to' */
export function amountFilterText({ amount, amountFrom, amountTo }: AmountFilter): string {
  return amount ?? [amountFrom ?? '', 'to', amountTo ?? ''].join(' ').trim();
}

/** What entries are filtered by: texts, and of some one of a few words. */
export type EntryFilters = Partial<Record<Exclude<EntryFilterKey, 'book' | 'paper' | 'reversed'>, string>> & {
  readonly book: DayBook | undefined;
  readonly paper: (typeof PAPER_FILTERS)[number] | undefined;
  readonly reversed: (typeof REVERSED_FILTERS)[number] | undefined;
};

/** The filters that settings hold, by their key; empty ones are left out, and words that say nothing. */
export function entryFiltersOf(setting: (key: EntryFilterKey) => string): EntryFilters {
  const typed: Partial<Record<EntryFilterKey, string>> = Object.fromEntries(
    ENTRY_FILTERS.flatMap((key) => {
      const value = setting(key);
      return value === '' ? [] : [[key, value] as const];
    }),
  );
  const { book, paper, reversed, ...texts } = typed;
  return {
    ...texts,
    book: DAY_BOOKS.find((word) => word === book),
    paper: PAPER_FILTERS.find((word) => word === paper),
    reversed: REVERSED_FILTERS.find((word) => word === reversed),
  };
}
