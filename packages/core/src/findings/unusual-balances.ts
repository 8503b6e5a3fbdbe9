import { accountTitle, isTemporary, normalBalanceOf, type Account, type AccountId } from '../accounts/account.js';
import { addDays, addMonths, endOfMonth, yearBefore, type CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { minor, type Minor } from '../money/minor.js';
import { findingId, type Finding } from './finding.js';
import type { ReviewBasis } from './review-basis.js';

/** On the other side at so many of the last twelve ends of months, that is where an account usually stands. */
const USUALLY = 9;
/** Below zero on more than this part of the days, a bank account is one that may be overdrawn. */
const OFTEN = 0.25;

/** Names of accounts that are meant to end at nothing; common practice. */
const PASSING = /\b(suspense|clearing|in transit|unallocated|uncategori[sz]ed|unidentified)\b/i;
/** Names of accounts that hold what belongs to another time; common practice. */
const OF_ANOTHER_TIME =
  /\b(pre-?paid|prepayments?|paid ahead|in advance|accrued|accruals?|deferred|unearned|not yet billed)\b/i;
/** Names of accounts that hold what is not yet billed or paid, and is taken back once it is; common practice. */
const ACCRUED = /\b(accrued|accruals?|not yet billed)\b/i;
/** Names of accounts of differences, which stand on either side; common practice. */
const EITHER_SIDE = /\b(over and short|short and over|rounding|differences?|exchange|gains? and losses)\b/i;
/** Names of accounts that hold coins and notes, of which there are never fewer than none. */
const IN_HAND = /\b(till|petty|cash in hand|float|cash box)\b/i;

/** Whether an account is, by its name, where something stands that belongs to another time; only a proposal. */
export function holdsAnotherTime(account: Account): boolean {
  return !isTemporary(account) && account.control === undefined && OF_ANOTHER_TIME.test(account.name);
}

/** Whether an account is, by its name, where something stands until it is billed or paid; only a proposal. */
export function isAccrued({ name }: Pick<Account, 'name'>): boolean {
  return ACCRUED.test(name);
}

/**
 * Accounts that end on the side on which they do not usually stand, an expense or revenue standing negative among them.
 * One that stood there at nine of the last twelve ends of months stands there usually; revenue and expense never do.
 */
export function onUnusualSide({ chart, to, balancesAt }: ReviewBasis): Finding[] {
  const ends = monthEndsBefore(to);
  return accountsOf(chart, ({ role }) => role !== 'cash' && role !== 'income-summary').flatMap(
    (account): Finding[] => {
      const balance = balancesAt(to).get(account.id) ?? 0;
      const isUnusual = (amount: number): boolean => (normalBalanceOf(account) === 'debit' ? amount < 0 : amount > 0);
      if (!isUnusual(balance) || isPassing(account) || EITHER_SIDE.test(account.name)) return [];
      const before = ends.map((end) => isUnusual(balancesAt(end).get(account.id) ?? 0));
      if (!isTemporary(account) && before.filter(Boolean).length >= USUALLY) return [];
      const since = before.findIndex((was) => !was);
      const start = since === -1 ? ends.at(-1) : since === 0 ? undefined : ends[since - 1];
      const isResult = account.element === 'expense' || account.element === 'revenue';
      const side = balance > 0 ? 'debit' : 'credit';
      return [
        {
          id: findingId('unusual-side', account.id, to.slice(0, 4)),
          type: 'unusual-side',
          title: isResult
            ? `${accountTitle(account)} stands negative`
            : `${accountTitle(account)} stands on its ${side} side`,
          evidence: [
            { amount: minor(Math.abs(balance)) },
            ` ${side} at ${longDate(to)}${start ? `, so at the end of each month since ${longDate(start)}` : ''}`,
          ],
          account: account.id,
          entries: [],
        },
      ];
    },
  );
}

/** Accounts through which amounts only pass, or that end at nothing once something is done, and that hold something. */
export function notAtZero({ chart, to, balancesAt }: ReviewBasis): Finding[] {
  return accountsOf(chart, isPassing).flatMap((account): Finding[] => {
    const balance = balancesAt(to).get(account.id) ?? 0;
    if (balance === 0) return [];
    return [
      {
        id: findingId('not-at-zero', account.id, to.slice(0, 7)),
        type: 'not-at-zero',
        title: `${accountTitle(account)} is not at zero`,
        evidence: [
          { amount: minor(Math.abs(balance)) },
          ` ${balance > 0 ? 'debit' : 'credit'} at ${longDate(to)}: amounts only pass through it`,
        ],
        account: account.id,
        entries: [],
      },
    ];
  });
}

/**
 * Cash that was below zero on some day. Coins and notes never are; a bank account that is overdrawn more than every
 * fourth day is one that may be.
 *
 * @param moved what each day brought to an account of cash; minor units, debit positive
 */
export function belowZero(
  { chart, from, balancesAt }: ReviewBasis,
  moved: ReadonlyMap<AccountId, ReadonlyMap<CivilDate, number>>,
): Finding[] {
  const cash = accountsOf(chart, ({ role, element }) => role === 'cash' && element === 'asset');
  return cash.flatMap((account): Finding[] => {
    const days = [...(moved.get(account.id) ?? [])]
      .filter(([date]) => date >= from)
      .sort(([a], [b]) => (a < b ? -1 : 1));
    let balance: number = balancesAt(addDays(from, -1)).get(account.id) ?? 0;
    const below: [CivilDate, number][] = [];
    for (const [date, amount] of days) {
      balance += amount;
      if (balance < 0) below.push([date, balance]);
    }
    const [first] = below;
    if (!first || (!IN_HAND.test(account.name) && below.length > days.length * OFTEN)) return [];
    const [lowestOn, lowest] = below.reduce((least, pair) => (pair[1] < least[1] ? pair : least), first);
    return [
      {
        id: findingId('below-zero', account.id, first[0]),
        type: 'below-zero',
        title: `${accountTitle(account)} was below zero`,
        evidence: [
          `first on ${longDate(first[0])}; lowest `,
          { amount: minor(lowest) },
          ` on ${longDate(lowestOn)}`,
          ...(below.length > 1 ? [`, on ${below.length} of ${days.length} days with entries`] : []),
        ],
        account: account.id,
        entries: [],
      },
    ];
  });
}

/** What a year did to an account that holds what belongs to another time. */
export interface YearOnAccount {
  /** What was taken off it, against its normal balance; minor units, positive. */
  readonly reduced: number;
  /** How many lines added to it. */
  readonly additions: number;
}

/** Where no more is added in a year than so often, everything older should be used up at some end of a month. */
const SELDOM = 2;

/**
 * What was paid ahead, accrued or deferred and has stood for longer than a year. The oldest is used up first: what stood
 * a year before, less all that was taken off since. And where things are added once or twice a year, what it never fell
 * below since then.
 *
 * @param years what the year up to the last day did, by account
 */
export function standsLong(
  { chart, to, firstDay, balancesAt }: ReviewBasis,
  years: ReadonlyMap<AccountId, YearOnAccount>,
): Finding[] {
  const before = yearBefore(to);
  if (before < addDays(firstDay, -1)) return [];
  const accounts = accountsOf(chart, holdsAnotherTime);
  return accounts.flatMap((account): Finding[] => {
    const sign = normalBalanceOf(account) === 'debit' ? 1 : -1;
    const heldAt = (date: CivilDate): number => sign * (balancesAt(date).get(account.id) ?? 0);
    const [then, now] = [heldAt(before), heldAt(to)];
    const { reduced, additions } = years.get(account.id) ?? { reduced: 0, additions: 0 };
    const lowest = Math.min(then, now, ...monthEndsBefore(to).map(heldAt));
    const left = Math.max(Math.min(then - reduced, now), additions <= SELDOM ? lowest : 0);
    if (left <= 0) return [];
    return [
      {
        id: findingId('stands-long', account.id, to.slice(0, 4)),
        type: 'stands-long',
        title: `${accountTitle(account)} holds what is older than a year`,
        evidence: [
          { amount: minor(left) },
          ` of `,
          { amount: minor(now) },
          ` stood there on ${longDate(before)} already`,
        ],
        account: account.id,
        entries: [],
      },
    ];
  });
}

/** On which side a line takes off an account. */
export function reduces(account: Account, amount: Minor): boolean {
  return normalBalanceOf(account) === 'debit' ? amount < 0 : amount > 0;
}

function isPassing({ role, name }: Account): boolean {
  return role === 'take-on-clearing' || role === 'income-summary' || PASSING.test(name);
}

function accountsOf(chart: ReviewBasis['chart'], matches: (account: Account) => boolean): Account[] {
  return chart.accounts.filter((account) => !chart.headings.has(account.id) && matches(account));
}

/** The ends of the twelve months before a date, the latest first. */
function monthEndsBefore(to: CivilDate): CivilDate[] {
  return Array.from({ length: 12 }, (_, back) => endOfMonth(addMonths(to, -1 - back)));
}
