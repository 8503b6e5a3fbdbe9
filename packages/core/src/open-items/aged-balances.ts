import { keyedBy, keysOf } from '../keyed/keyed.js';
import type { ContactId } from '../contacts/contact.js';
import { daysBetween, type CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import type { OpenItem } from './open-item.js';

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
  if (daysOverdue <= 0) return 'not-due';
  if (daysOverdue <= 30) return '1-30';
  if (daysOverdue <= 60) return '31-60';
  return daysOverdue <= 90 ? '61-90' : 'over-90';
}

/**
 * Open items by contact and age. A credit note stands in the age of its own due date, negative; what is left of payments
 * that name no document is not due.
 *
 * @param asAt the day of the report
 * @returns contacts in the order in which they first appear, their items by due date
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
    items: [...own].sort((a, b) => (a.dueDate === b.dueDate ? 0 : a.dueDate < b.dueDate ? -1 : 1)),
  }));
}

/** The sum of items in each age; minor units. */
export function sumsByAge(items: readonly AgedItem[]): Record<Age, Minor> {
  const sums = keyedBy(keysOf(AGES), () => minor(0));
  for (const { age, open } of items) sums[age] = minor(sums[age] + open);
  return sums;
}
