import { daysBetween, partsOf, type CivilDate } from '../dates/civil-date.js';
import { groupsOf } from '../keyed/keyed.js';
import type { Minor } from '../money/minor.js';

/** An entry as it is compared with others. */
export interface PastEntry {
  readonly number: string;
  readonly date: CivilDate;
  readonly explanation: string;
  /** Its lines as account and side, in any order. */
  readonly touches: readonly string[];
  /** The sum of either side; minor units. */
  readonly amount: Minor;
}

/** Entries that look as if they came from one schedule. */
export interface AlikeEntries {
  /** In the order of their dates: the evidence. */
  readonly entries: readonly PastEntry[];
  /** From one to the next. */
  readonly months: 1 | 3 | 12;
  /** Whether all come to the same. */
  readonly isSameAmount: boolean;
}

/** So many are needed before anything is said of them: three make a habit. */
export const FEWEST_ALIKE = 3;

/** So many days a date may lie before or after the day of the month that it usually falls on. */
const DAYS_OFF = 4;

/** So many days after the next should have come, it is still told. */
const DAYS_LATE = 14;

/** The steps that are looked for, in months. */
const STEPS = [1, 3, 12] as const;

/**
 * Entries that look alike month after month, quarter after quarter or year after year: the same words, whatever digits
 * stand among them, the same accounts on the same sides, and dates one step from each other, give or take some days.
 *
 * @param entries in any order
 * @param today where the next is long overdue, they are over and not told
 * @returns those that came last first
 * @example alikeEntries(rents, d('2027-04-02')) // → [{entries: [January, February, March], months: 1, isSameAmount: true}]
 */
export function alikeEntries(entries: readonly PastEntry[], today: CivilDate): AlikeEntries[] {
  return [...groupsOf(entries, habitOf).values()]
    .flatMap(
      (group) =>
        runOf(
          [...group].sort((a, b) => (a.date < b.date ? -1 : 1)),
          today,
        ) ?? [],
    )
    .sort((a, b) => (lastOf(a) < lastOf(b) ? 1 : -1));
}

/**
 * What entries of one schedule have in common: their words without the digits and months among them, and their accounts
 * with the sides. Entries that differ in it are not alike.
 *
 * @example habitOf({ explanation: 'Rent March 2027', touches: ['6100 debit', '1010 credit'] }) // → 'rent 1010 credit 6100 debit'
 */
export function habitOf({ explanation, touches }: Pick<PastEntry, 'explanation' | 'touches'>): string {
  return `${wordsOf(explanation)} ${[...touches].sort().join(' ')}`;
}

/**
 * Whether entries of one habit could be told by {@link alikeEntries}, by their days alone: those for which it says no are
 * never told, so that they need not be looked at further.
 *
 * @param days numbers of days, each one more than the day before, in their order
 * @param today the number of today
 * @example mayBeAlike([0, 31, 59], 62) // → true
 */
export function mayBeAlike(days: readonly number[], today: number): boolean {
  const latest = days.slice(-FEWEST_ALIKE);
  const last = latest.at(-1);
  if (latest.length < FEWEST_ALIKE || last === undefined) return false;
  return STEPS.some(
    (months) =>
      !isOver(today - last, months) &&
      latest.every((day, index) => index === 0 || isNear(day - (latest[index - 1] ?? day), months)),
  );
}

/** The longest run up to the latest entry in which each lies one step after the one before. */
function runOf(group: readonly PastEntry[], today: CivilDate): AlikeEntries | undefined {
  for (const months of STEPS) {
    const run: PastEntry[] = [];
    for (const pastEntry of [...group].reverse()) {
      const later = run[0];
      if (later && !isStep(pastEntry.date, later.date, months)) break;
      run.unshift(pastEntry);
    }
    const last = run.at(-1);
    if (run.length < FEWEST_ALIKE || !last || isOver(daysBetween(last.date, today), months)) continue;
    return { entries: run, months, isSameAmount: run.every(({ amount }) => amount === last.amount) };
  }
  return undefined;
}

function isStep(from: CivilDate, to: CivilDate, months: number): boolean {
  const [a, b] = [partsOf(from), partsOf(to)];
  return isNear(daysBetween(from, to), months) && (b.year - a.year) * 12 + b.month - a.month >= months - 1;
}

/** Whether so many days are about one step. */
function isNear(days: number, months: number): boolean {
  return Math.abs(days - months * 30.4375) <= DAYS_OFF + months;
}

/** Whether the next is long overdue so many days after the last. */
function isOver(days: number, months: number): boolean {
  return days > months * 31 + DAYS_LATE;
}

function wordsOf(explanation: string): string {
  return explanation
    .toLowerCase()
    .replace(/[\d.,/-]+/g, ' ')
    .replace(/\b(january|february|march|april|may|june|july|august|september|october|november|december)\b/g, ' ')
    .replace(/\s+/g, ' ')
    .trim();
}

function lastOf({ entries }: AlikeEntries): string {
  return entries.at(-1)?.date ?? '';
}
