import type { MarksTerm } from './search-term.js';

/** Amounts are marked by so many leading digits beside the whole. */
const LEADING = 3;

/** The most digits that an amount has. */
const MOST_DIGITS = String(Number.MAX_SAFE_INTEGER).length;

/** The mark of just this amount: how many digits it has, then the digits; minor units, the sign left out. */
export function amountMark(amount: number): string {
  const digits = String(Math.abs(amount));
  return `d=${digits.length}.${digits}`;
}

/**
 * By what an amount is found: by itself, and by its first digits among amounts of as many.
 *
 * @example amountMarks(12345) // → ['d=5.12345', 'r=5.1', 'r=5.12', 'r=5.123']
 */
export function amountMarks(amount: number): string[] {
  const digits = String(Math.abs(amount));
  const leading = Array.from({ length: Math.min(LEADING, digits.length - 1) }, (_, index) => index + 1);
  return [amountMark(amount), ...leading.map((count) => `r=${digits.length}.${digits.slice(0, count)}`)];
}

/**
 * What an entry must have for an amount of its to lie in a range, the ends with it: a few groups of amounts with the same
 * first digits, which make up the range.
 */
export function amountRange(least: number, most: number): MarksTerm {
  const marks: string[] = [];
  const prefixes: string[] = [];
  // all amounts of some digits that begin with others, or what of them lies in the range
  const cover = (length: number, begin: string): void => {
    const width = 10 ** (length - begin.length);
    const first = begin === '' ? (length === 1 ? 0 : width / 10) : Number(begin) * width;
    const last = begin === '' ? width - 1 : first + width - 1;
    if (last < least || first > most) return;
    if (begin.length === length) marks.push(`d=${length}.${begin}`);
    else if (first < least || last > most || begin === '') {
      for (let digit = begin === '' && length > 1 ? 1 : 0; digit <= 9; digit += 1) cover(length, `${begin}${digit}`);
    } else if (begin.length <= LEADING) marks.push(`r=${length}.${begin}`);
    else prefixes.push(`d=${length}.${begin}`);
  };
  for (let length = 1; length <= MOST_DIGITS; length += 1) cover(length, '');
  return { marks, prefixes };
}
