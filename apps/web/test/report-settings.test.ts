import { parseCivilDate as d, parseCurrencyCode } from '@just-ledger/core';
import {
  screenInWords,
  settingsIn,
  settingsInWords,
  spanOfDays,
} from '../src/features/kept-reports/report-settings.js';

const calendar = { firstDay: d('2025-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 };

test('the settings of a report are what its address holds beside days and what is looked at just now', () => {
  const address =
    'from=2026-01-01&to=2026-12-31&year=2026&columns=years:1&source=x&note=1&row=period&beside=journal&beside.x=1&kept=3';
  expect(
    settingsIn(
      new URLSearchParams(`${address}&known=30%20Jun%202026&form=&amount=100..5`),
      d('2026-12-31'),
      parseCurrencyCode('EUR'),
    ),
  ).toEqual([
    { key: 'columns', value: 'years:1' },
    { key: 'known', value: '2026-06-30' },
    { key: 'amount', value: '100.00 to 5.00' },
  ]);
});

test.each([
  ['columns', 'years:1', 'and the year before'],
  ['columns', 'by:Fund', 'by fund'],
  ['columns', 'unadjusted.adjusted', 'columns unadjusted.adjusted'],
  ['statements', 'income-statement.balance-sheet', 'income and balance sheet'],
  ['form', 'single-step', 'single step'],
  ['rounding', 'thousands', 'in thousands'],
  ['ledger', 'payables', 'suppliers'],
])('%s %s is told as %s', (key, value, words) => {
  expect(settingsInWords([{ key, value }])).toBe(words);
});

test.each([
  ['2027-01-01', '2027-01-18', 'year-to-date'],
  ['2026-12-01', '2026-12-31', 'last-month'],
  ['2026-01-01', '2026-12-31', 'last-year'],
  ['2026-01-02', '2026-12-31', undefined],
])('days from %s to %s are %s', (from, to, span) => {
  expect(spanOfDays(calendar, d('2027-01-18'), { from, to })).toBe(span);
});

test('a report is told by what its screen is called', () => {
  expect(['aged', 'trial-balance'].map(screenInWords)).toEqual(['aged balances', 'trial balance']);
});
