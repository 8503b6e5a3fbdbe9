import { describe, expect, test } from '@jest/globals';
import {
  amountFilterText,
  entryFiltersOf,
  parseCurrencyCode,
  readAmountFilter,
  readTypedAmount,
} from '../src/index.js';

const EUR = parseCurrencyCode('EUR');

describe('what is typed where amounts are looked for', () => {
  test.each([
    ['', {}],
    ['120', { amount: '120.00' }],
    ['100 to 500', { amountFrom: '100.00', amountTo: '500.00' }],
    ['100..500.5', { amountFrom: '100.00', amountTo: '500.50' }],
    ['1,000 – 2,000', { amountFrom: '1000.00', amountTo: '2000.00' }],
    ['100 to', { amountFrom: '100.00' }],
    ['to 500', { amountTo: '500.00' }],
    ['3 * 40', { amount: '120.00' }],
    ['to', undefined],
    ['1 to 2 to 3', undefined],
    ['some', undefined],
    ['100 to some', undefined],
  ])('%j', (typed, filter) => {
    expect(readAmountFilter(typed, EUR, readTypedAmount)).toEqual(filter);
  });
});

test.each(['120.00', '100.00 to 500.00', '100.00 to', 'to 500.00'])('%j is told as it is read', (text) => {
  expect(amountFilterText(readAmountFilter(text, EUR, readTypedAmount) ?? {})).toBe(text);
});

test('filters are read from settings, empty ones left out', () => {
  const settings: Record<string, string> = { text: 'rent', kind: '', from: '2026-01-01' };
  expect(entryFiltersOf((key) => settings[key] ?? '')).toEqual({ text: 'rent' });
});

test('of a few words only those that say something are read', () => {
  const settings: Record<string, string> = { book: 'sales', paper: 'perhaps', reversed: 'no' };
  expect(entryFiltersOf((key) => settings[key] ?? '')).toEqual({ book: 'sales', reversed: 'no' });
});
