import { keysOf } from '../keyed/keyed.js';
import type { Element } from './element.js';

/** Where a statement shows an account, in the order in which the statements list the parts. */
export const CLASSIFICATIONS = {
  'current-assets': { element: 'asset', label: 'Current assets' },
  'non-current-assets': { element: 'asset', label: 'Non-current assets' },
  'current-liabilities': { element: 'liability', label: 'Current liabilities' },
  'non-current-liabilities': { element: 'liability', label: 'Non-current liabilities' },
  equity: { element: 'equity', label: 'Equity' },
  revenue: { element: 'revenue', label: 'Revenue' },
  'other-income': { element: 'revenue', label: 'Other income' },
  'cost-of-sales': { element: 'expense', label: 'Cost of sales' },
  'operating-expenses': { element: 'expense', label: 'Operating expenses' },
  'other-expenses': { element: 'expense', label: 'Other expenses' },
  'income-tax': { element: 'expense', label: 'Income tax' },
} as const satisfies Record<string, { element: Element; label: string }>;

/** A key of {@link CLASSIFICATIONS}. */
export type Classification = keyof typeof CLASSIFICATIONS;

/** Whether a text names a classification. @example isClassification('cost-of-sales') // → true */
export function isClassification(text: string): text is Classification {
  return Object.hasOwn(CLASSIFICATIONS, text);
}

/** The classifications an element can have, in statement order. */
export function classificationsOf(element: Element): Classification[] {
  return keysOf(CLASSIFICATIONS).filter((key) => CLASSIFICATIONS[key].element === element);
}

/**
 * The classification that is proposed while nobody has chosen one. Numbers of four digits whose second is 5 or more
 * stand, in most charts, for non-current assets and liabilities (common practice).
 *
 * @example proposedClassification('asset', '1510') // → 'non-current-assets'
 */
export function proposedClassification(element: Element, number: string): Classification {
  const longTerm = /^[12][5-9]\d{2,}$/.test(number);
  switch (element) {
    case 'asset':
      return longTerm ? 'non-current-assets' : 'current-assets';
    case 'liability':
      return longTerm ? 'non-current-liabilities' : 'current-liabilities';
    case 'equity':
      return 'equity';
    case 'revenue':
      return 'revenue';
    case 'expense':
      return 'operating-expenses';
    default:
      return element satisfies never;
  }
}
