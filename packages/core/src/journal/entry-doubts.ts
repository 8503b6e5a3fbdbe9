import { type CivilDate, daysBetween } from '../dates/civil-date.js';
import { type Minor, minor } from '../money/minor.js';

/** So many days from the date that was proposed a date is far from its neighbours. */
export const FAR = 31;

/** A line as far as it matters for what an entry comes to. */
export interface AmountOnAccount {
  readonly account: string;
  /** Minor units, debit positive. */
  readonly amount: Minor;
}

/** What is odd about the date of an entry; days are those from the date proposed, before it negative. */
export type DateDoubt = { readonly type: 'outside-span' } | { readonly type: 'far'; readonly days: number };

/**
 * Whether two entries come to the same on the same accounts, however their lines are cut. Of nothing there is no same.
 *
 * @example hasSameAmounts([{ account: '6100', amount: minor(500) }], [{ account: '6100', amount: minor(500) }]) // → true
 */
export function hasSameAmounts(a: readonly AmountOnAccount[], b: readonly AmountOnAccount[]): boolean {
  const [sums, others] = [sumsOf(a), sumsOf(b)];
  if (sums.size === 0 || sums.size !== others.size) return false;
  return [...sums].every(([account, amount]) => others.get(account) === amount);
}

/** Something that falls due by itself: what it is called, its accounts, and the day on which it does. */
export interface DueEntry {
  readonly name: string;
  readonly accounts: readonly string[];
  readonly date: CivilDate;
}

/**
 * What falls due by itself on the accounts of an entry, and might be meant by it: on the very same accounts, the one whose
 * day lies nearest.
 *
 * @param accounts of the entry's lines; each counts once
 * @example dueOnAccounts(['5220', '1010'], due, march3) // → {name: 'Rent', date: march1, …}
 */
export function dueOnAccounts<Due extends DueEntry>(
  accounts: readonly string[],
  due: readonly Due[],
  date: CivilDate,
): Due | undefined {
  const own = new Set(accounts);
  if (own.size < 2) return undefined;
  const same = due.filter((due) => {
    const theirs = new Set(due.accounts);
    return theirs.size === own.size && [...own].every((account) => theirs.has(account));
  });
  const away = (due: Due): number => Math.abs(daysBetween(due.date, date));
  return [...same].sort((a, b) => away(a) - away(b))[0];
}

/**
 * What to look at again in a date: it lies outside the dates that were chosen, or, where none were, far from the date
 * that was proposed.
 */
export function dateDoubt(
  date: CivilDate,
  proposed: CivilDate,
  span: { readonly from: CivilDate; readonly to: CivilDate } | undefined,
): DateDoubt | undefined {
  if (span) return date < span.from || date > span.to ? { type: 'outside-span' } : undefined;
  const days = daysBetween(proposed, date);
  return Math.abs(days) > FAR ? { type: 'far', days } : undefined;
}

/** What lines come to by account; accounts that come to nothing are left out. */
function sumsOf(lines: readonly AmountOnAccount[]): Map<string, Minor> {
  const sums = new Map<string, Minor>();
  for (const { account, amount } of lines) sums.set(account, minor((sums.get(account) ?? 0) + amount));
  return new Map([...sums].filter(([, amount]) => amount !== 0));
}
