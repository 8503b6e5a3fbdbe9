/** The five elements of a set of books. */
export const ELEMENTS = ['asset', 'liability', 'equity', 'revenue', 'expense'] as const;

/** One of {@link ELEMENTS}. */
export type Element = (typeof ELEMENTS)[number];

/** The side of an account. */
export type Side = 'debit' | 'credit';

/** The element as people read it, in the plural of headings. */
export const ELEMENT_LABELS = {
  asset: 'Assets',
  liability: 'Liabilities',
  equity: 'Equity',
  revenue: 'Revenue',
  expense: 'Expenses',
} as const satisfies Record<Element, string>;

/** The side on which an element grows. Assets and expenses grow by debits, the others by credits. */
export const GROWS_ON = {
  asset: 'debit',
  liability: 'credit',
  equity: 'credit',
  revenue: 'credit',
  expense: 'debit',
} as const satisfies Record<Element, Side>;

/** The other side. @example oppositeSide('debit') // → 'credit' */
export function oppositeSide(side: Side): Side {
  return side === 'debit' ? 'credit' : 'debit';
}

/**
 * The element that a number proposes by its first digit: 1 assets, 2 liabilities, 3 equity, 4 revenue, 5 and up
 * expenses. Common practice; a number outside its series is pointed out, not refused.
 *
 * @returns undefined if the number does not begin with 1 to 9
 * @example elementFromNumber('1010') // → 'asset'
 */
export function elementFromNumber(number: string): Element | undefined {
  const first = number.trim()[0] ?? '';
  if (first >= '5' && first <= '9') return 'expense';
  return ({ 1: 'asset', 2: 'liability', 3: 'equity', 4: 'revenue' } as const)[first as '1' | '2' | '3' | '4'];
}
