/** The slips that leave a difference behind which tells of them. Common practice of bookkeepers who look for one. */
export const SLIPS = {
  duplicate: 'stands twice',
  surplus: 'equals the difference',
  missing: 'is missing',
  'wrong-side': 'stands on the wrong side',
  transposition: 'has two digits in each other’s place',
  slide: 'has its decimal point in the wrong place',
  pair: 'two lines together equal the difference',
  'other-than-detail': 'is another figure than its detail comes to',
  'no-depreciation': 'has a cost and no accumulated depreciation',
  'factor-of-ten': 'is ten or a hundred times the other figure',
} as const;

/** A key of {@link SLIPS}. */
export type Slip = keyof typeof SLIPS;

/** Whole powers of ten by which a decimal point slides. */
const SLIDES = [10, 100, 1000] as const;

/**
 * The amounts that somebody may have meant who wrote this one with two neighbouring digits in each other's place.
 *
 * @param amount minor units; its sign is kept
 * @returns each once, without the amount itself
 * @example transpositionsOf(421) // → [4021, 241, 412]
 */
export function transpositionsOf(amount: number): number[] {
  // a nought that was written first is not there to be seen: 0.54 may stand for 5.04
  const digits = `0${Math.abs(amount)}`;
  const found = new Set<number>();
  for (let index = 0; index + 1 < digits.length; index += 1) {
    const [left, right] = [digits.charAt(index), digits.charAt(index + 1)];
    if (left === right) continue;
    found.add(Math.sign(amount) * Number(`${digits.slice(0, index)}${right}${left}${digits.slice(index + 2)}`));
  }
  return [...found].filter((candidate) => candidate !== amount && Number.isSafeInteger(candidate));
}

/**
 * The amounts that somebody may have meant who set the decimal point one, two or three places wrong.
 *
 * @param amount minor units; its sign is kept
 * @example slidesOf(1200) // → [12000, 120, 120000, 12, 1200000]
 */
export function slidesOf(amount: number): number[] {
  return SLIDES.flatMap((factor) => [
    amount * factor,
    ...(amount !== 0 && amount % factor === 0 ? [amount / factor] : []),
  ]).filter((candidate) => Number.isSafeInteger(candidate));
}
