import { accountIn, type Chart } from '../accounts/chart.js';
import { daysBetween } from '../dates/civil-date.js';
import { groupsOf } from '../keyed/keyed.js';
import { longDate } from '../dates/month-names.js';
import { weekdayName, weekdayOf } from '../dates/weekday.js';
import { medianOf } from '../journal/usual-amounts.js';
import { minor } from '../money/minor.js';
import { findingId, type Finding } from './finding.js';
import type { ReviewedEntry } from './reviewed-entry.js';

/** An entry among the written ones, and whether it lies in the days that are reviewed. */
export interface WrittenEntry extends ReviewedEntry {
  readonly isWithin: boolean;
}

/** Where more than this part of the entries on the same accounts have a double, doubles are nothing unusual. */
const USUAL_DOUBLES = 0.04;
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
  const groups = new Map<string, WrittenEntry[]>();
  const onAccounts = new Map<string, { entries: number; doubled: number }>();
  for (const writtenEntry of written) {
    const sums = sumsOf(writtenEntry);
    if (sums.size === 0) continue;
    const accounts = [...sums.keys()].join(' ');
    const count = onAccounts.get(accounts) ?? { entries: 0, doubled: 0 };
    onAccounts.set(accounts, count);
    count.entries += 1;
    const key = JSON.stringify([writtenEntry.date, ...sums]);
    const group = groups.get(key) ?? [];
    groups.set(key, group);
    if (group.some((other) => isDistinct(writtenEntry, other))) continue;
    if (group.length === 1) count.doubled += 1;
    group.push(writtenEntry);
  }
  return [...groups.values()].flatMap((group): Finding[] => {
    const [first, second] = group;
    if (!first || !second || !group.some(({ isWithin }) => isWithin)) return [];
    const sums = sumsOf(first);
    const count = onAccounts.get([...sums.keys()].join(' '));
    if (count && count.doubled > Math.max(1, count.entries * USUAL_DOUBLES)) return [];
    const debit = [...sums.values()].reduce((sum, amount) => sum + Math.max(amount, 0), 0);
    const accounts = [...sums.keys()].map((id) => accountIn(chart, id).number).join(', ');
    return [
      {
        id: findingId('same-entry', first.place, second.place),
        type: 'same-entry',
        title: `${group.map(({ number }) => number).join(' and ')} say the same`,
        evidence: [
          { amount: minor(debit) },
          ` on ${longDate(first.date)}, accounts ${accounts}: ${second.explanation}`,
        ],
        entries: group.map(({ place }) => place),
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
  const groups = groupsOf(written, (writtenEntry) => JSON.stringify([...sumsOf(writtenEntry)]));
  return [...groups.values()].flatMap((group): Finding[] => {
    const [first, second, third] = [...group].sort((a, b) =>
      a.date < b.date ? -1 : a.date > b.date ? 1 : a.place - b.place,
    );
    if (!first || !second || third || !group.some(({ isWithin }) => isWithin)) return [];
    const days = daysBetween(first.date, second.date);
    const debit = [...sumsOf(first).values()].reduce((sum, amount) => sum + Math.max(amount, 0), 0);
    if (days === 0 || days > DAYS_APART || debit % (10 * unit) === 0 || isDistinct(first, second)) return [];
    const accounts = [...sumsOf(first).keys()].map((id) => accountIn(chart, id).number).join(', ');
    return [
      {
        id: findingId('same-entry', first.place, second.place),
        type: 'same-entry',
        title: `${first.number} and ${second.number} say the same, ${days === 1 ? 'a day' : `${days} days`} apart`,
        evidence: [
          { amount: minor(debit) },
          ` on ${longDate(first.date)} and ${longDate(second.date)}, accounts ${accounts}: ${second.explanation}`,
        ],
        entries: [second.place, first.place],
      },
    ];
  });
}

/** What an entry comes to, account by account in their order. */
function sumsOf({ lines }: ReviewedEntry): Map<ReviewedEntry['lines'][number]['account'], number> {
  const sums = new Map<ReviewedEntry['lines'][number]['account'], number>();
  for (const { account, amount } of lines) sums.set(account, (sums.get(account) ?? 0) + amount);
  return new Map([...sums].filter(([, amount]) => amount !== 0).sort(([a], [b]) => a - b));
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
  const counts = new Map<string, number>();
  const days = written.map((writtenEntry) => ({ one: writtenEntry, day: weekdayOf(writtenEntry.date) }));
  for (const { day } of days) counts.set(day, (counts.get(day) ?? 0) + 1);
  return days
    .filter(({ one, day }) => one.isWithin && (counts.get(day) ?? 0) <= HARDLY_ANY)
    .map(({ one, day }) => ({
      id: findingId('day-without-work', one.place),
      type: 'day-without-work',
      title: `${one.number} is dated on a ${weekdayName(day)}`,
      evidence: [
        `${longDate(one.date)}: ${one.explanation}; ${counts.get(day)} of ${written.length.toLocaleString('en')} entries are dated on one`,
      ],
      entries: [one.place],
    }));
}

/**
 * Entries written long after their date: more than 45 days, and more than six median absolute deviations beyond what is
 * usual in these books. What is read from files comes late rightly.
 */
export function postedLate(written: readonly WrittenEntry[]): Finding[] {
  const typed = written
    .filter(({ isWithin, source }) => isWithin && source === 'manual')
    .map((writtenEntry) => ({
      one: writtenEntry,
      days: Math.max(0, daysBetween(writtenEntry.date, writtenEntry.postedOn)),
    }));
  if (typed.length === 0) return [];
  const middle = medianOf(typed.map(({ days }) => days));
  const spread = medianOf(typed.map(({ days }) => Math.abs(days - middle)));
  const late = Math.max(SOON, middle + 6 * Math.max(spread, 1));
  return typed
    .filter(({ days }) => days > late)
    .sort((a, b) => b.days - a.days)
    .slice(0, MOST_LATE)
    .map(({ one, days }) => ({
      id: findingId('posted-late', one.place),
      type: 'posted-late',
      title: `${one.number} was posted long after its date`,
      evidence: [
        `dated ${longDate(one.date)}, posted ${longDate(one.postedOn)}: ${days} days, where ${Math.round(middle)} are usual`,
      ],
      entries: [one.place],
    }));
}
