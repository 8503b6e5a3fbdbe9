import { daysBetween, partsOf, type CivilDate } from '../dates/civil-date.js';
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
const FEWEST = 3;

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
  const groups = new Map<string, PastEntry[]>();
  for (const entry of entries) {
    const key = `${wordsOf(entry.explanation)} ${[...entry.touches].sort().join(' ')}`;
    groups.set(key, [...(groups.get(key) ?? []), entry]);
  }
  return [...groups.values()]
    .flatMap(
      (group) =>
        runOf(
          [...group].sort((a, b) => (a.date < b.date ? -1 : 1)),
          today,
        ) ?? [],
    )
    .sort((a, b) => (lastOf(a) < lastOf(b) ? 1 : -1));
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
    if (run.length < FEWEST || !last || daysBetween(last.date, today) > months * 31 + DAYS_LATE) continue;
    return { entries: run, months, isSameAmount: run.every(({ amount }) => amount === last.amount) };
  }
  return undefined;
}

function isStep(from: CivilDate, to: CivilDate, months: number): boolean {
  const [a, b] = [partsOf(from), partsOf(to)];
  const days = daysBetween(from, to);
  const isFar = Math.abs(days - months * 30.4375) > DAYS_OFF + months;
  return !isFar && (b.year - a.year) * 12 + b.month - a.month >= months - 1;
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
