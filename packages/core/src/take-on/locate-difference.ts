import { minor, type Minor } from '../money/minor.js';
import { slidesOf, transpositionsOf, type Slip } from './slips.js';

/** A line in which a slip may lie. */
export interface SearchedLine {
  /** How it is found again: the row of a tray, or an account. */
  readonly key: string;
  /** Minor units, debit positive. */
  readonly amount: Minor;
  /** The words it is known by; two lines that agree in them as well as in the amount are the same one twice. */
  readonly words?: string;
  /** Whether another figure agrees with that of its account: then it is looked at last. */
  readonly isConfirmed?: boolean;
}

/** One way in which a difference may have come about. */
export interface Suggestion {
  readonly slip: Slip;
  /** The lines it points to; none where a line is missing. */
  readonly lines: readonly string[];
  /** What the line should be, or what is missing; minor units, debit positive. */
  readonly meant: Minor;
  /** How likely it is among all that fit, together 1. */
  readonly weight: number;
}

/** What is known of a difference. */
export interface Difference {
  /** How much the lines are too large by; minor units, debit positive. */
  readonly amount: Minor;
  readonly lines: readonly SearchedLine[];
  /** Figures of the other side, or lines of other places, that this difference may be one of. */
  readonly elsewhere?: readonly SearchedLine[];
}

/**
 * How often each slip is made, against the others. From memory of what bookkeepers look for first: omissions and
 * duplicates, then wrong sides, then digits, then points; not measured.
 */
const FREQUENCY = {
  missing: 10,
  duplicate: 10,
  'wrong-side': 6,
  transposition: 6,
  slide: 6,
  surplus: 3,
  pair: 0.3,
} as const;

/** Amounts spread evenly over their orders of magnitude: e to this power lies between the least and the largest. */
const SPREAD = 8;

/** How much less likely a slip is on a line whose account agrees with its other figure: both would have to be wrong. */
const CONFIRMED = 1e-6;

/** A point slides by one or two places, to either side; by three it rarely does. */
const SLIDE_WAYS = 4;

/** So many lines are searched for pairs; beyond that nearly every difference is the sum of some two. */
const MOST_FOR_PAIRS = 400;
/** So many pairs are told. */
const MOST_PAIRS = 10;

/**
 * Ranks what may have caused a difference, most likely first. Each slip that would leave exactly this difference on a
 * line is one suggestion. What many lines fit equally is worth less for each of them: a slip's frequency is shared by
 * the ways in which a line could have suffered it.
 *
 * @returns every line that fits, each with its slip; the line that is missing, always
 * @example locateDifference({amount: minor(-24000), lines: []})[0] // → {slip: 'missing', lines: [], meant: 24000, …}
 */
export function locateDifference({ amount, lines, elsewhere = [] }: Difference): Suggestion[] {
  if (amount === 0) return [];
  const found: { slip: Slip; lines: string[]; meant: Minor; odds: number }[] = [];
  const duplicates = duplicatesOf(lines);
  for (const line of lines) {
    if (line.amount === 0) continue;
    const suggest = (slip: keyof typeof FREQUENCY, meant: number, ways = 1, times = 1): void =>
      void found.push({
        slip,
        lines: [line.key],
        meant: minor(meant),
        odds: ((times * FREQUENCY[slip]) / (lines.length * ways)) * (line.isConfirmed ? CONFIRMED : 1),
      });
    if (line.amount === amount) {
      const duplicate = duplicates.get(line.key) ?? 0;
      // of two that agree in all words one is nearly surely too much; of two that agree in the amount, perhaps
      if (duplicate > 0) suggest('duplicate', 0, 1, duplicate);
      else suggest('surplus', 0);
    }
    if (line.amount * 2 === amount) suggest('wrong-side', -line.amount);
    // what the line was meant to be, and in how many ways somebody could have miswritten just that
    const wanted = line.amount - amount;
    if (transpositionsOf(line.amount).includes(wanted)) {
      suggest('transposition', wanted, transpositionsOf(wanted).length);
    }
    if (wanted !== 0 && slidesOf(line.amount).includes(wanted)) suggest('slide', wanted, SLIDE_WAYS);
  }
  found.push(missing(minor(-amount), elsewhere), ...pairs(amount, lines));
  const all = found.reduce((sum, term) => sum + term.odds, 0);
  return found
    .sort((a, b) => b.odds - a.odds)
    .map(({ odds, ...suggestion }) => ({ ...suggestion, weight: odds / all }));
}

/** A line that is not there; one of the same amount elsewhere may be it. */
function missing(
  meant: Minor,
  elsewhere: readonly SearchedLine[],
): { slip: Slip; lines: string[]; meant: Minor; odds: number } {
  const there = elsewhere.filter((line) => line.amount === meant && !line.isConfirmed);
  // a line elsewhere of just this amount is strong evidence; without it the omission shares its frequency with all
  // amounts that might have been left out, which lie the closer together the smaller they are
  const odds = there.length > 0 ? FREQUENCY.missing : FREQUENCY.missing / (SPREAD * Math.abs(meant));
  return { slip: 'missing', lines: there.map((line) => line.key), meant, odds };
}

/** Two lines that together are the difference. */
function pairs(
  amount: Minor,
  lines: readonly SearchedLine[],
): { slip: Slip; lines: string[]; meant: Minor; odds: number }[] {
  if (lines.length > MOST_FOR_PAIRS) return [];
  const seen = new Map<number, SearchedLine[]>();
  const found: { slip: Slip; lines: string[]; meant: Minor; odds: number }[] = [];
  for (const line of lines) {
    for (const other of seen.get(amount - line.amount) ?? []) {
      if (line.amount === 0 || other.amount === 0 || found.length === MOST_PAIRS) continue;
      const isConfirmed = line.isConfirmed || other.isConfirmed;
      const odds = (FREQUENCY.pair / (lines.length * lines.length)) * (isConfirmed ? CONFIRMED : 1);
      found.push({ slip: 'pair', lines: [other.key, line.key], meant: minor(0), odds });
    }
    seen.set(line.amount, [...(seen.get(line.amount) ?? []), line]);
  }
  return found;
}

/** How much more a line looks like one that stands twice: by its amount alone, or by its words as well. */
function duplicatesOf(lines: readonly SearchedLine[]): Map<string, number> {
  const byAmount = new Map<number, SearchedLine[]>();
  for (const line of lines) byAmount.set(line.amount, [...(byAmount.get(line.amount) ?? []), line]);
  const duplicates = new Map<string, number>();
  for (const same of byAmount.values()) {
    if (same.length < 2) continue;
    const words = new Map<string, number>();
    for (const line of same) words.set(line.words ?? '', (words.get(line.words ?? '') ?? 0) + 1);
    for (const line of same) {
      const isWordForWord = line.words !== undefined && line.words !== '' && (words.get(line.words) ?? 0) > 1;
      duplicates.set(line.key, isWordForWord ? 2 : 1);
    }
  }
  return duplicates;
}
