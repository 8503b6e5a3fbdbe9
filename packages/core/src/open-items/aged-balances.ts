import { keyedBy, keysOf } from '../keyed/keyed.js';
import type { ContactId } from '../contacts/contact.js';
import { addDays, type CivilDate, compareDates, daysBetween } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import { documentKey, type OpenItem } from './open-item.js';

/** How long items are overdue, in the order of the columns. Common practice. */
export const AGES = {
  'not-due': 'Not due',
  '1-30': '1–30 days',
  '31-60': '31–60 days',
  '61-90': '61–90 days',
  'over-90': 'Over 90 days',
} as const;

/** A key of {@link AGES}. */
export type Age = keyof typeof AGES;

/** The most days that something of an age is overdue. */
const MOST_DAYS: Readonly<Record<Age, number>> = {
  'not-due': 0,
  '1-30': 30,
  '31-60': 60,
  '61-90': 90,
  'over-90': Infinity,
};

/** An item with how long it is overdue. */
export interface AgedItem extends OpenItem {
  /** Days from the due date to the day of the report; zero or less is not due. */
  readonly daysOverdue: number;
  readonly age: Age;
}

/** What a contact owes or is owed, by age; minor units, debit positive. */
export interface AgedContact {
  readonly contact: ContactId;
  readonly ages: Readonly<Record<Age, Minor>>;
  readonly total: Minor;
  readonly items: readonly AgedItem[];
}

/**
 * The age of an item by the days since it fell due.
 *
 * @example ageOf(30) // → '1-30'
 */
export function ageOf(daysOverdue: number): Age {
  return keysOf(AGES).find((age) => daysOverdue <= MOST_DAYS[age]) ?? 'over-90';
}

/**
 * The earliest due date of what has each age on a day; nothing is too long ago for the oldest.
 *
 * @example earliestDueDates(parseCivilDate('2026-03-31'))['1-30'] // → '2026-03-01'
 */
export function earliestDueDates(asAt: CivilDate): Record<Age, CivilDate | undefined> {
  return keyedBy(keysOf(AGES), (age) => (MOST_DAYS[age] === Infinity ? undefined : addDays(asAt, -MOST_DAYS[age])));
}

/**
 * Open items by contact and age. A credit note stands in the age of its own due date, negative; what is left of payments
 * that name no document is not due.
 *
 * @param asAt the day of the report
 * @returns contacts in the order in which they first appear, their items as {@link byDueDate} has them
 */
export function agedBalances(items: readonly OpenItem[], asAt: CivilDate): AgedContact[] {
  const byContact = new Map<ContactId, AgedItem[]>();
  for (const item of items) {
    const days = item.isPayment ? 0 : daysBetween(item.dueDate, asAt);
    const aged = { ...item, daysOverdue: days, age: ageOf(days) };
    const own = byContact.get(item.contact);
    if (own) own.push(aged);
    else byContact.set(item.contact, [aged]);
  }
  return [...byContact].map(([contact, own]) => ({
    contact,
    ages: sumsByAge(own),
    total: minor(own.reduce((sum, item) => sum + item.open, 0)),
    items: [...own].sort(byDueDate),
  }));
}

/** The order of what is open: by due date, then by document, on several accounts by account. */
export function byDueDate(a: DueDocument, b: DueDocument): number {
  return compareDates(a.dueDate, b.dueDate) || compareText(keyOf(a), keyOf(b)) || a.account - b.account;
}

/** What tells when something falls due, and what it is. */
export type DueDocument = Pick<OpenItem, 'dueDate' | 'document' | 'account'>;

function keyOf({ document }: DueDocument): string {
  return document === undefined ? '' : documentKey(document);
}

function compareText(a: string, b: string): number {
  return a < b ? -1 : a > b ? 1 : 0;
}

/** The sum over all ages; minor units. */
export function sumOfAges(ages: Readonly<Record<Age, number>>): Minor {
  return minor(keysOf(AGES).reduce((sum, age) => sum + ages[age], 0));
}

/** The sum of items in each age; minor units. */
export function sumsByAge(items: readonly { readonly age: Age; readonly open: number }[]): Record<Age, Minor> {
  const sums = keyedBy(keysOf(AGES), () => minor(0));
  for (const { age, open } of items) sums[age] = minor(sums[age] + open);
  return sums;
}
