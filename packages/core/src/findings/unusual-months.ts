import { accountTitle, type Account } from '../accounts/account.js';
import { addMonths, earlierOf, endOfMonth, firstOfMonth, type CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import { groupsOf } from '../keyed/keyed.js';
import { medianOf } from '../journal/usual-amounts.js';
import type { Minor } from '../money/minor.js';
import { monthOf, monthName, type Period } from '../organisations/books-calendar.js';
import { findingId, type Finding } from './finding.js';
import type { ReviewBasis, ReviewedAmount } from './review-basis.js';

/** So many months before have to show the habit. */
const ENOUGH_MONTHS = 5;
/** So many months are enough to overlook one that was otherwise. */
const MANY_MONTHS = 6;
/** Counts that vary by less than this part of what chance alone would make of them come by rule, … */
const BY_RULE = 0.5;
/** … and where a month sees so many entries, chance leaves hardly one of 400 without any (Poisson, e to the −6). */
const NEVER_NONE = 6;
/** Two amounts of a month that differ by more than this factor are two things. */
const ALIKE = 1.5;

/** The entries that an account saw in a month, by their places. */
type MonthEntries = ReadonlyMap<number, ReviewedAmount>;

/** How many entries an account saw in each of the months before one, and what it saw in that. */
interface MonthOnAccount {
  readonly day: CivilDate;
  readonly counts: readonly number[];
  readonly before: readonly MonthEntries[];
  readonly own: MonthEntries;
}

/** An account, with its amounts on both sides and the months of the review. */
export interface AccountInReview {
  readonly account: Account;
  readonly amounts: readonly ReviewedAmount[];
  readonly months: readonly MonthOnAccount[];
}

/**
 * Accounts that moved in each of the months before, five at least and twelve at most, by rule or often, and did not in a
 * month that is over. Those that always moved together are told together.
 *
 * @param accounts neither cash nor control
 */
export function missingMonths(accounts: readonly AccountInReview[]): Finding[] {
  const missed = accounts.flatMap(({ account, amounts, months }) =>
    months
      .filter(({ own, counts }) => own.size === 0 && counts.every((count) => count > 0) && isHabit(counts))
      .map(({ day, before, counts }) => ({
        account,
        key: `${day} ${before.flatMap((entries) => [...entries.keys()]).join(' ')}`,
        day,
        months: counts.length,
        amounts,
      })),
  );
  return [...groupsOf(missed, ({ key }) => key).values()].flatMap((together): Finding[] => {
    const [first] = together;
    if (!first) return [];
    const { account, day, months, amounts } = first;
    const before = amounts.filter(({ date }) => date < day);
    return [
      {
        id: findingId('month-missing', account.id, monthOf(day)),
        type: 'month-missing',
        title: `${together.map((month) => accountTitle(month.account)).join(' and ')}: nothing in ${monthName(monthOf(day))}`,
        evidence: [
          `moved in each of the ${months} months before, by `,
          { amount: medianOf(before.map(({ amount }) => amount)) as Minor },
          ' as a rule',
        ],
        account: account.id,
        entries: latestOf(before),
      },
    ];
  });
}

/** The place of the last entry, by date. */
function latestOf(amounts: readonly ReviewedAmount[]): number[] {
  const last = amounts.reduce<ReviewedAmount | undefined>(
    (latest, amount) => (latest === undefined || amount.date >= latest.date ? amount : latest),
    undefined,
  );
  return last ? [last.place] : [];
}

/** An account that moves once a month and did twice, by amounts that are alike. */
export function twiceInMonth({ account, amounts, months }: AccountInReview): Finding[] {
  return months.flatMap(({ day, counts, own }) => {
    const exceptions = counts.filter((count) => count !== 1).length;
    return own.size === 2 && exceptions <= (counts.length < MANY_MONTHS ? 0 : 1)
      ? twice(account, day, [...own.values()], amounts)
      : [];
  });
}

/** The months of the review that are over, with what was seen in those before, where these are enough. */
export function monthsOf(
  { from, to, today = to, firstDay }: ReviewBasis,
  amounts: readonly ReviewedAmount[],
): MonthOnAccount[] {
  const byMonth = new Map<Period, Map<number, ReviewedAmount>>();
  for (const amount of amounts) {
    const month = monthOf(amount.date);
    const entries = byMonth.get(month) ?? new Map<number, ReviewedAmount>();
    entries.set(amount.place, amount);
    byMonth.set(month, entries);
  }
  const [start] = [...byMonth.keys()].sort();
  if (start === undefined) return [];
  const months: MonthOnAccount[] = [];
  for (let day = firstOfMonth(from); endOfMonth(day) <= earlierOf(to, today); day = addMonths(day, 1)) {
    const before = Array.from({ length: 12 }, (_, back) => addMonths(day, -1 - back)).filter(
      (date) => monthOf(date) >= start && endOfMonth(date) >= firstDay,
    );
    if (before.length < ENOUGH_MONTHS) continue;
    const entriesOf = (date: CivilDate): MonthEntries => byMonth.get(monthOf(date)) ?? new Map();
    const seen = before.map(entriesOf);
    months.push({ day, counts: seen.map(({ size }) => size), before: seen, own: entriesOf(day) });
  }
  return months;
}

/** Whether counts of entries by month are more than chance. */
function isHabit(counts: readonly number[]): boolean {
  const mean = counts.reduce((sum, count) => sum + count, 0) / counts.length;
  const variance = counts.reduce((sum, count) => sum + (count - mean) ** 2, 0) / counts.length;
  return mean >= NEVER_NONE || variance < mean * BY_RULE;
}

function twice(
  account: Account,
  day: CivilDate,
  own: readonly ReviewedAmount[],
  amounts: readonly ReviewedAmount[],
): Finding[] {
  const usual = medianOf(amounts.filter(({ date }) => date < day).map(({ amount }) => amount));
  const isAlike = ({ amount }: ReviewedAmount): boolean => amount < usual * ALIKE && amount * ALIKE > usual;
  const [first, second] = [...own].sort((a, b) => a.place - b.place);
  if (!first || !second || first.side !== second.side || !own.every(isAlike)) return [];
  return [
    {
      id: findingId('twice-in-month', account.id, second.place),
      type: 'twice-in-month',
      title: `${accountTitle(account)}: twice in ${monthName(monthOf(day))}`,
      evidence: [
        { amount: first.amount },
        ` on ${longDate(first.date)} and `,
        { amount: second.amount },
        ` on ${longDate(second.date)}; once in each month before`,
      ],
      account: account.id,
      entries: [second.place, first.place],
    },
  ];
}
