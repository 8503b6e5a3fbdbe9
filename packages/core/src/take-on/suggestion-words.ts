import { displayAmount } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, type Minor } from '../money/minor.js';
import type { Suggestion } from './locate-difference.js';

/** A suggestion as people read it: what it says, and why. */
export interface SuggestionWords {
  readonly sentence: string;
  readonly evidence: string;
}

/**
 * Puts a suggestion into words.
 *
 * @param difference how much the lines are too large by; minor units, debit positive
 * @param titles how people name the lines it points to, in their order
 * @example suggestionWords(found, minor(24000), ['Osier Beds O 1'], EUR).sentence // → 'Osier Beds O 1 may stand here twice.'
 */
export function suggestionWords(
  { slip, meant }: Suggestion,
  difference: Minor,
  titles: readonly string[],
  currency: CurrencyCode,
): SuggestionWords {
  const show = (amount: number): string => displayAmount(minor(Math.abs(amount)), currency);
  const sided = (amount: number): string => `${show(amount)} ${amount < 0 ? 'credit' : 'debit'}`;
  const title = titles[0] ?? '';
  const all = titles.join(' and ');
  const shown = show(difference);
  switch (slip) {
    case 'duplicate':
      return { sentence: `${title} may stand here twice.`, evidence: `Another line has the same amount, ${shown}.` };
    case 'surplus':
      return { sentence: `${title} may not belong here.`, evidence: `The difference is exactly this line.` };
    case 'missing':
      return titles.length > 0
        ? { sentence: `${all} may belong here.`, evidence: `${sided(meant)} is missing here, and stands there.` }
        : {
            sentence: `A line of ${sided(meant)} may be missing.`,
            evidence: `With it there would be no difference.`,
          };
    case 'wrong-side':
      return {
        sentence: `${title} may stand on the wrong side.`,
        evidence: `It is half of the difference: moved over, it closes ${shown}.`,
      };
    case 'transposition':
      return {
        sentence: `${title}: perhaps ${show(meant)}.`,
        evidence: `${shown} is divisible by 9; two digits in each other’s place leave such a difference.`,
      };
    case 'slide':
      return {
        sentence: `${title}: perhaps ${show(meant)}.`,
        evidence: `Its decimal point one or two places further leaves just ${shown}.`,
      };
    case 'pair':
      return { sentence: `${all} may not belong here.`, evidence: `Together they are the difference.` };
    case 'other-than-detail':
      return {
        sentence: `${title} in the old trial balance: perhaps ${sided(meant)}.`,
        evidence: `Its detail comes to that, and the old trial balance is out by just the difference.`,
      };
    case 'no-depreciation':
      return {
        sentence: `${title} has no accumulated depreciation.`,
        evidence: `Its method makes ${show(meant)} of it at the changeover date.`,
      };
    case 'factor-of-ten':
      return {
        sentence: `The detail and its account differ by a whole power of ten.`,
        evidence: `The account stands at ${show(meant)}.`,
      };
    default:
      return slip satisfies never;
  }
}
