import {
  locateDifference,
  minor,
  transpositionsOf,
  type SearchedLine,
  type Slip,
  type Suggestion,
} from '@just-ledger/core';

/** The slips that a trial plants. */
export const PLANTED = ['missing', 'duplicate', 'surplus', 'wrong-side', 'transposition', 'slide'] as const;

/** One of {@link PLANTED}. */
export type Planted = (typeof PLANTED)[number];

/** How many trials found what was planted. */
export interface SlipTrials {
  readonly slip: Planted;
  readonly size: number;
  readonly trials: number;
  /** Trials in which the true line was listed at all. */
  readonly listed: number;
  /** Trials in which it was among the first three. */
  readonly amongThree: number;
  /** How often three drawn blindly from the lines that fit would have held it, added up over the trials. */
  readonly byChance: number;
}

/** Whole numbers that follow from a seed (mulberry32, from memory): the same trials in every run. */
export function numbersFrom(seed: number): (below: number) => number {
  let state = seed >>> 0;
  return (below) => {
    state = (state + 0x6d2b79f5) >>> 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * below);
  };
}

/**
 * Open items as small organisations have them: from a few to some thousands, every fourth a round amount, a tenth of
 * them credits.
 *
 * @param draw see {@link numbersFrom}
 */
export function inventedLines(size: number, draw: (below: number) => number): SearchedLine[] {
  return Array.from({ length: size }, (_, index) => {
    const wide = Math.round(500 * 10 ** ((draw(1_000_000) / 1_000_000) * 3.6));
    const amount = draw(4) === 0 ? Math.max(500, Math.round(wide / 500) * 500) : wide;
    return {
      key: String(index + 1),
      amount: minor(draw(10) === 0 ? -amount : amount),
      words: `contact ${draw(size)} document ${index + 1}`,
    };
  });
}

/** Plants a slip in sound lines. @returns the lines with it, its key and what it should be; undefined if no line can suffer it */
export function planted(
  sound: readonly SearchedLine[],
  slip: Planted,
  draw: (below: number) => number,
): { readonly lines: SearchedLine[]; readonly key: string; readonly meant: number } | undefined {
  const position = draw(sound.length);
  const victim = sound[position] as SearchedLine;
  const others = sound.filter((_, index) => index !== position);
  const instead = (amount: number): { lines: SearchedLine[]; key: string; meant: number } => ({
    lines: sound.map((line, index) => (index === position ? { ...line, amount: minor(amount) } : line)),
    key: victim.key,
    meant: victim.amount,
  });
  switch (slip) {
    case 'missing':
      return { lines: others, key: '', meant: victim.amount };
    case 'duplicate':
      return { lines: [...sound, { ...victim, key: 'twin' }], key: 'twin', meant: 0 };
    case 'surplus':
      return { lines: [...sound], key: victim.key, meant: 0 };
    case 'wrong-side':
      return instead(-victim.amount);
    case 'transposition': {
      // neighbours of what was meant, not of what is read; a nought at the front would be lost
      const ways = transpositionsOf(victim.amount).filter(
        (transposition) => String(Math.abs(transposition)).length === String(Math.abs(victim.amount)).length,
      );
      return ways.length === 0 ? undefined : instead(ways[draw(ways.length)] as number);
    }
    case 'slide': {
      const ways = [
        victim.amount * 10,
        victim.amount * 100,
        ...(victim.amount % 10 === 0 ? [victim.amount / 10] : []),
      ];
      return instead(ways[draw(ways.length)] as number);
    }
    default:
      return slip satisfies never;
  }
}

/** Plants one slip in as many sets of lines as asked for and counts how often it is found. */
export function runSlipTrials(slip: Planted, size: number, trials: number, seed: number): SlipTrials {
  const draw = numbersFrom(seed);
  let [done, listed, amongThree, byChance] = [0, 0, 0, 0];
  while (done < trials) {
    const sound = inventedLines(size, draw);
    const found = planted(sound, slip, draw);
    const total = sound.reduce((sum, line) => sum + line.amount, 0);
    // a surplus line is one that the figure on the other side does not know
    const figure = slip === 'surplus' ? total - (sound.find((line) => line.key === found?.key)?.amount ?? 0) : total;
    const amount = minor((found?.lines ?? []).reduce((sum, line) => sum + line.amount, 0) - figure);
    if (!found || amount === 0) continue;
    done += 1;
    const suggestions = locateDifference({ amount, lines: found.lines });
    const index = suggestions.findIndex((suggestion) => isTrue(suggestion, slip, found, sound));
    if (index >= 0) listed += 1;
    if (index >= 0 && index < 3) amongThree += 1;
    byChance += Math.min(1, 3 / suggestions.length);
  }
  return { slip, size, trials, listed, amongThree, byChance };
}

function isTrue(
  { slip, lines, meant }: Suggestion,
  wanted: Slip,
  found: { readonly key: string; readonly meant: number },
  sound: readonly SearchedLine[],
): boolean {
  if (wanted === 'missing') return slip === 'missing' && meant === found.meant;
  if (wanted === 'duplicate') {
    // which of the two was written second cannot be told
    const duplicate = sound.find((line) => line.amount !== 0 && lines.includes(line.key));
    return slip === 'duplicate' && (lines.includes(found.key) || duplicate !== undefined);
  }
  if (wanted === 'surplus') return (slip === 'surplus' || slip === 'duplicate') && lines.includes(found.key);
  return slip === wanted && lines.includes(found.key) && meant === found.meant;
}
