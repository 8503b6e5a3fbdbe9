import { describe, expect, test } from '@jest/globals';
import type { WorksheetResponse, WorksheetRowResponse } from '@just-ledger/contract';
import { type CivilDate, type CurrencyCode, minor, seenRows, WORKSHEET_COLUMNS } from '@just-ledger/core';
import type { EntryAtHand } from '../src/features/journal/entry-at-hand.js';
import { shownColumns } from '../src/features/trial-balance/worksheet-columns.js';
import { settingFor } from '../src/features/trial-balance/worksheet-room.js';
import { worksheetView } from '../src/features/trial-balance/worksheet-view.js';

const EUR = 'EUR' as CurrencyCode;
const none = { debit: '', credit: '' };
const columns = (worksheetSides: Partial<WorksheetResponse['totals']> = {}): WorksheetResponse['totals'] => ({
  ...(Object.fromEntries(WORKSHEET_COLUMNS.map((column) => [column, none])) as WorksheetResponse['totals']),
  ...worksheetSides,
});
const row = (account: string, debit: string, more: Partial<WorksheetRowResponse> = {}): WorksheetRowResponse => ({
  account,
  name: `Account ${account}`,
  heading: false,
  parent: null,
  depth: 0,
  statement: 'balance-sheet',
  columns: columns({ unadjusted: { debit, credit: '' }, postClosing: { debit, credit: '' } }),
  adjustments: [],
  across: [],
  ...more,
});
const response: WorksheetResponse = {
  asAt: '2026-12-31',
  adjustmentsFrom: '2026-12-01',
  against: null,
  rows: [
    row('12', '', { heading: true, statement: null }),
    row('1250', '90.00', { parent: '12', depth: 1 }),
    row('1260', '10.00', { parent: '12', depth: 1 }),
    row('2000', '', { columns: columns({ unadjusted: { debit: '', credit: '100.00' } }) }),
  ],
  totals: columns(),
  result: '0.00',
  resultName: 'Net income',
  adjustingEntries: [],
  adjustingEntriesInAll: 0,
  values: [],
  selfBalancing: false,
  closed: false,
  note: null,
};
const typing = (more: Partial<EntryAtHand> = {}): EntryAtHand => ({
  organisation: 1,
  date: '2026-12-31' as CivilDate,
  kind: 'adjusting',
  changes: new Map([
    ['1250', minor(-2500)],
    ['6400', minor(2500)],
  ]),
  named: new Map(),
  ...more,
});
const accounts = [{ number: '6400', name: 'Insurance', element: 'expense' }];
const drawn = (entry?: EntryAtHand) =>
  worksheetView(response, entry, accounts, false, EUR, '2026-01-01' as CivilDate);
const figures = (view: ReturnType<typeof drawn>, account: string) =>
  view.rows.find((row) => row.account === account)?.columns;

describe('what is typed', () => {
  test('stands among the adjustments, with an account that had nothing before', () => {
    const view = drawn(typing());
    expect(figures(view, '1250')).toMatchObject({
      unadjusted: { debit: 9000, credit: 0 },
      adjustments: { debit: 0, credit: 2500 },
      adjusted: { debit: 6500, credit: 0 },
    });
    expect(figures(view, '6400')?.incomeStatement).toEqual({ debit: 2500, credit: 0 });
    expect([...view.typed]).toEqual(['1250', '6400']);
    expect(view.result).toBe(-2500);
  });
  test('of another kind stands in the unadjusted columns', () => {
    expect(figures(drawn(typing({ kind: 'ordinary' })), '1250')).toMatchObject({
      unadjusted: { debit: 6500, credit: 0 },
      adjustments: { debit: 0, credit: 0 },
    });
  });
  test('from before the adjustments asked for stands in the unadjusted columns, whatever its kind', () => {
    expect(figures(drawn(typing({ date: '2026-11-30' as CivilDate })), '1250')).toMatchObject({
      unadjusted: { debit: 6500, credit: 0 },
      adjustments: { debit: 0, credit: 0 },
    });
  });
  test.each([['2027-01-02'], ['2025-12-31'], [undefined]])('dated %s leaves it as it is', (date) => {
    const view = drawn(typing({ date: date as CivilDate | undefined }));
    expect(figures(view, '1250')?.adjusted.debit).toBe(9000);
    expect(view.typed.size).toBe(0);
  });
});

describe('headings', () => {
  const none = new Set<string>();
  test('are left out, open, or folded; one can stand the other way', () => {
    expect(seenRows(drawn().rows, 'none', none).map(({ account }) => account)).toEqual(['1250', '1260', '2000']);
    expect(seenRows(drawn().rows, 'open', none).map(({ account }) => account)).toEqual([
      '12',
      '1250',
      '1260',
      '2000',
    ]);
    const folded = seenRows(drawn().rows, 'folded', none);
    expect(folded.map(({ account, isFolded }) => [account, isFolded])).toEqual([
      ['12', true],
      ['2000', false],
    ]);
    expect(folded[0]?.columns.unadjusted).toEqual({ debit: 10000, credit: 0 });
    expect(seenRows(drawn().rows, 'folded', new Set(['12']))).toHaveLength(4);
  });
});

describe('columns', () => {
  test('what is compared stands after the adjusted ones', () => {
    expect(shownColumns(new Set(['adjusted', 'postClosing']), '31 Dec 2025').map(({ column }) => column)).toEqual([
      'adjusted',
      'against',
      'change',
      'postClosing',
    ]);
  });
  test('stand as wide as there is room, then closer, then under one another', () => {
    const view = drawn();
    const rows = seenRows(view.rows, 'none', new Set());
    const shown = shownColumns(new Set(['unadjusted', 'adjustments', 'adjusted']), undefined);
    const write = (amount: number): string => (amount / 100).toFixed(2);
    expect([1200, 560, 300, 150].map((width) => settingFor(width, view, rows, shown, write))).toEqual([
      'wide',
      'close',
      'stacked',
      'apart',
    ]);
    const long = (amount: number): string => `${write(amount)} and nine figures more`;
    expect(settingFor(560, view, rows, shown, long)).toBe('apart');
  });
});
