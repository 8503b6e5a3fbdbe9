import { isTemporary, normalBalanceOf, type Account } from '../accounts/account.js';
import type { CivilDate } from '../dates/civil-date.js';
import { ZERO, minor, add, type Minor } from '../money/minor.js';
import { fiscalYearOf, type BooksCalendar } from '../organisations/books-calendar.js';

/** An account as far as its effect needs it. */
export type EffectAccount = Pick<Account, 'number' | 'name' | 'element' | 'role' | 'contra'>;

/** A figure before and after an entry; minor units, positive on the account's normal side. */
export interface BeforeAfter {
  readonly before: Minor;
  readonly after: Minor;
}

/** What an entry does to an account, at its date and at a later one where that differs. */
export interface AccountEffect {
  readonly account: EffectAccount;
  /** Positive on the normal side. */
  readonly change: Minor;
  readonly then: BeforeAfter;
  readonly later?: BeforeAfter;
}

/** What an entry does: account by account, and to the result of the year it falls in and the total of assets. */
export interface EntryEffect {
  readonly accounts: readonly AccountEffect[];
  readonly result: Omit<AccountEffect, 'account'>;
  readonly assets: Omit<AccountEffect, 'account'>;
}

/** Balances by account number, minor units, debit positive; temporary accounts since the first day of the date's year. */
export type BalancesAt = ReadonlyMap<string, Minor>;

/**
 * Sets an entry's changes beside what its accounts stand at: at its date, and later where there is a later date.
 *
 * @param changes what the entry adds to each account by number; minor units, debit positive
 * @param then balances at the entry's date
 * @param later balances at {@link laterDates}; balance-sheet accounts and temporary ones may be read at different days
 */
export function entryEffect(
  accounts: readonly EffectAccount[],
  changes: BalancesAt,
  then: BalancesAt,
  later?: { readonly lasting: BalancesAt; readonly temporary: BalancesAt },
): EntryEffect {
  const laterOf = (account: EffectAccount): BalancesAt | undefined =>
    later && (isTemporary(account) ? later.temporary : later.lasting);
  const sum = (some: readonly EffectAccount[], from: (account: EffectAccount) => BalancesAt | undefined): Minor =>
    some.reduce((all, account) => add(all, from(account)?.get(account.number) ?? ZERO), ZERO);
  const effectOn = (some: readonly EffectAccount[], sign: 1 | -1): Omit<AccountEffect, 'account'> => {
    const signed = (amount: Minor): Minor => (amount === 0 ? ZERO : minor(sign * amount));
    const change = signed(sum(some, () => changes));
    const figures = (before: Minor): BeforeAfter => ({ before, after: add(before, change) });
    const beforeAfter = figures(signed(sum(some, () => then)));
    const after = later && figures(signed(sum(some, laterOf)));
    return { change, then: beforeAfter, ...(after && after.before !== beforeAfter.before && { later: after }) };
  };
  return {
    accounts: accounts
      .filter(({ number }) => (changes.get(number) ?? 0) !== 0)
      .map((account) => ({
        account,
        ...effectOn([account], normalBalanceOf(account) === 'debit' ? 1 : -1),
      })),
    result: effectOn(
      accounts.filter(({ element }) => element === 'revenue' || element === 'expense'),
      -1,
    ),
    assets: effectOn(
      accounts.filter(({ element }) => element === 'asset'),
      1,
    ),
  };
}

/**
 * The later days at which an entry's effect is shown beside that at its date: today, for what lasts; for temporary
 * accounts the end of the entry's year if that has ended.
 *
 * @returns nothing for an entry dated today or later
 * @example laterDates(calendar, d('2026-11-30'), d('2027-01-18')) // → {lasting: 18 Jan 2027, temporary: 31 Dec 2026}
 */
export function laterDates(
  calendar: BooksCalendar,
  date: CivilDate,
  today: CivilDate,
): { readonly lasting: CivilDate; readonly temporary: CivilDate } | undefined {
  if (date >= today) return undefined;
  if (date < calendar.firstDay) return { lasting: today, temporary: date };
  const { last } = fiscalYearOf(calendar, date);
  return { lasting: today, temporary: last < today ? last : today };
}
