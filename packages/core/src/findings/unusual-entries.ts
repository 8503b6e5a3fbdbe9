import type { AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { daysBetween, type CivilDate } from '../dates/civil-date.js';
import { repeatedIn } from '../keyed/keyed.js';
import { longDate } from '../dates/month-names.js';
import { weekdayName, weekdayOf } from '../dates/weekday.js';
import { medianOf } from '../journal/usual-amounts.js';
import { minor, type Minor } from '../money/minor.js';
import { findingId, type Finding } from './finding.js';
import type { ReviewedEntry } from './reviewed-entry.js';

/** An entry among the written ones. */
export interface WrittenEntry {
  readonly entry: ReviewedEntry;
  /** Whether it lies in the days that are reviewed. */
  readonly isWithin: boolean;
  /** Which accounts it changes, and by what: texts that are the same where they are. */
  readonly accounts: string;
  readonly changes: string;
}

/** An entry, with what it comes to. */
export function writtenEntry(entry: ReviewedEntry, isWithin: boolean): WrittenEntry {
  let [accounts, changes] = ['', ''];
  for (const [account, amount] of sumsOf(entry)) {
    accounts += ` ${account}`;
    changes += ` ${account} ${amount}`;
  }
  return { entry, isWithin, accounts, changes };
}

/** Where more than this part of the entries on the same accounts have a double, doubles are nothing unusual. */
const USUAL_DOUBLES = 0.04;
/** More of the same on one day are no slip. */
const MOST_ALIKE = 20;
/** From so many written entries it can be told on which days of the week work is done. */
const ENOUGH_ENTRIES = 100;
/** A day of the week with no more entries than this is one without work. */
const HARDLY_ANY = 4;
/** Nobody asks about an entry that was posted within so many days. */
const SOON = 45;
/** So many entries are told at most, the latest posted first. */
const MOST_LATE = 10;

/**
 * Entries of the same date, accounts and amounts. Those that name different papers, contacts or references are meant;
 * so are doubles on accounts where they are common.
 */
export function sameEntries(written: readonly WrittenEntry[], chart: Chart): Finding[] {
  const counts = new Map<string, { entries: number; doubled: number }>();
  const countOn = (accounts: string): { entries: number; doubled: number } => {
    const count = counts.get(accounts) ?? { entries: 0, doubled: 0 };
    counts.set(accounts, count);
    return count;
  };
  for (const { accounts } of written) countOn(accounts).entries += 1;
  const doubles = repeatedIn(written, ({ entry, changes }) => entry.date + changes).flatMap(
    (alike): WrittenEntry[][] => {
      if (alike[0]?.changes === '' || alike.length > MOST_ALIKE) return [];
      const group: WrittenEntry[] = [];
      for (const double of alike) if (!group.some(({ entry }) => isDistinct(double.entry, entry))) group.push(double);
      if (group.length < 2) return [];
      countOn(alike[0]?.accounts ?? '').doubled += 1;
      return [group];
    },
  );
  return doubles.flatMap((group): Finding[] => {
    const [first, second] = group.map(({ entry }) => entry);
    if (!first || !second || !group.some(({ isWithin }) => isWithin)) return [];
    const count = countOn(group[0]?.accounts ?? '');
    if (count.doubled > Math.max(1, count.entries * USUAL_DOUBLES)) return [];
    return [
      {
        id: findingId('same-entry', first.place, second.place),
        type: 'same-entry',
        title: `${group.map(({ entry }) => entry.number).join(' and ')} say the same`,
        evidence: [
          { amount: debitOf(first) },
          ` on ${longDate(first.date)}, accounts ${accountsOf(first, chart)}: ${second.explanation}`,
        ],
        entries: group.map(({ entry }) => entry.place),
      },
    ];
  });
}

/** Two entries that say the same so many days apart may be one paper entered twice. */
const DAYS_APART = 10;

/**
 * Two entries of the same accounts and amounts some days apart, where no third one of these books is like them and the
 * amount is no whole ten: hardly ever by chance.
 *
 * @param unit minor units in one of the currency
 */
export function sameOnOtherDays(written: readonly WrittenEntry[], chart: Chart, unit: number): Finding[] {
  const pairs = repeatedIn(written, ({ changes }) => changes).filter(({ length }) => length === 2);
  return pairs.flatMap((pair): Finding[] => {
    const [first, second] = pair
      .map(({ entry }) => entry)
      .sort((a, b) => (a.date < b.date ? -1 : a.date > b.date ? 1 : a.place - b.place));
    if (!first || !second || !pair.some(({ isWithin }) => isWithin)) return [];
    const days = daysBetween(first.date, second.date);
    const debit = debitOf(first);
    if (days === 0 || days > DAYS_APART || debit % (10 * unit) === 0 || isDistinct(first, second)) return [];
    return [
      {
        id: findingId('same-entry', first.place, second.place),
        type: 'same-entry',
        title: `${first.number} and ${second.number} say the same, ${days === 1 ? 'a day' : `${days} days`} apart`,
        evidence: [
          { amount: debit },
          ` on ${longDate(first.date)} and ${longDate(second.date)}, accounts ${accountsOf(first, chart)}: ${second.explanation}`,
        ],
        entries: [second.place, first.place],
      },
    ];
  });
}

/** What an entry comes to, account by account in their order. */
function sumsOf({ lines }: ReviewedEntry): [AccountId, number][] {
  const sums: [AccountId, number][] = [];
  for (const { account, amount } of [...lines].sort((a, b) => a.account - b.account)) {
    const last = sums.at(-1);
    if (last?.[0] === account) last[1] += amount;
    else sums.push([account, amount]);
  }
  return sums.filter(([, amount]) => amount !== 0);
}

/** What an entry debits, of each account what is left on it. */
function debitOf(entry: ReviewedEntry): Minor {
  return minor(sumsOf(entry).reduce((sum, [, amount]) => sum + Math.max(amount, 0), 0));
}

function accountsOf(entry: ReviewedEntry, chart: Chart): string {
  return sumsOf(entry)
    .map(([id]) => accountIn(chart, id).number)
    .join(', ');
}

/** Whether two entries name different papers, contacts or references. */
function isDistinct(a: ReviewedEntry, b: ReviewedEntry): boolean {
  if (a.reference && b.reference && a.reference !== b.reference) return true;
  const named = (entry: ReviewedEntry, field: 'contact' | 'document'): string =>
    [...new Set(entry.lines.flatMap((line) => (line[field] === undefined ? [] : [String(line[field])])))]
      .sort()
      .join('\n');
  return (['contact', 'document'] as const).some((field) => {
    const [first, other] = [named(a, field), named(b, field)];
    return first !== '' && other !== '' && first !== other;
  });
}

/** Entries dated on a day of the week on which hardly anything is ever dated. */
export function onDaysWithoutWork(written: readonly WrittenEntry[]): Finding[] {
  if (written.length < ENOUGH_ENTRIES) return [];
  const byDate = new Map<CivilDate, number>();
  for (const { entry } of written) byDate.set(entry.date, (byDate.get(entry.date) ?? 0) + 1);
  const counts = new Map<string, number>();
  for (const [date, count] of byDate) counts.set(weekdayOf(date), (counts.get(weekdayOf(date)) ?? 0) + count);
  const seldom = new Set([...byDate.keys()].filter((date) => (counts.get(weekdayOf(date)) ?? 0) <= HARDLY_ANY));
  return written
    .filter(({ isWithin, entry }) => isWithin && seldom.has(entry.date))
    .map(({ entry: { place, number, date, explanation } }) => ({
      id: findingId('day-without-work', place),
      type: 'day-without-work',
      title: `${number} is dated on a ${weekdayName(weekdayOf(date))}`,
      evidence: [
        `${longDate(date)}: ${explanation}; ${counts.get(weekdayOf(date))} of ${written.length.toLocaleString('en')} entries are dated on one`,
      ],
      entries: [place],
    }));
}

/**
 * Entries written long after their date: more than 45 days, and more than six median absolute deviations beyond what is
 * usual in these books. What is read from files comes late rightly.
 */
export function postedLate(written: readonly WrittenEntry[]): Finding[] {
  const typed = written
    .filter(({ isWithin, entry }) => isWithin && entry.source === 'manual')
    .map(({ entry }) => ({ entry, days: Math.max(0, daysBetween(entry.date, entry.postedOn)) }));
  if (typed.length === 0) return [];
  const middle = medianOf(typed.map(({ days }) => days));
  const spread = medianOf(typed.map(({ days }) => Math.abs(days - middle)));
  const late = Math.max(SOON, middle + 6 * Math.max(spread, 1));
  return typed
    .filter(({ days }) => days > late)
    .sort((a, b) => b.days - a.days)
    .slice(0, MOST_LATE)
    .map(({ entry, days }) => ({
      id: findingId('posted-late', entry.place),
      type: 'posted-late',
      title: `${entry.number} was posted long after its date`,
      evidence: [
        `dated ${longDate(entry.date)}, posted ${longDate(entry.postedOn)}: ${days} days, where ${Math.round(middle)} are usual`,
      ],
      entries: [entry.place],
    }));
}
