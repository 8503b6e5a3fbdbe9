/** @jest-environment jsdom */
import type { AccountResponse, EntryResponse, FindResponse, KeptReportResponse } from '@just-ledger/contract';
import { parseCurrencyCode } from '@just-ledger/core';
import { type FoundIn, type FoundItem, foundItems } from '../src/features/find/found-items.js';
import { openedLately, rememberOpened } from '../src/features/find/opened-lately.js';
import type { ScreenRoute } from '../src/ui/screen-route.js';

const EUR = parseCurrencyCode('EUR');
const account = (id: number, number: string, name: string, heading = false): AccountResponse =>
  ({ id, number, name, heading, active: true, balance: '12.50' }) as unknown as AccountResponse;
const screen = (path: string, label: string): ScreenRoute => ({
  stage: 'record',
  path,
  label,
  lazy: () => Promise.reject(new Error('not shown')),
});
const entry = (number: string, explanation: string): EntryResponse =>
  ({ number, explanation, date: '2026-03-01', reference: null, amount: '5.00' }) as unknown as EntryResponse;
const ANSWER: FindResponse = {
  contacts: [
    { id: 3, number: '7', name: 'Ferry Lane', roles: ['customer'] },
    { id: 4, number: '8', name: 'Ferry Office', roles: ['authority'] },
  ],
  entries: [entry('2026-0002', 'By the ferry')],
  entryCount: 29,
  ofAmount: [entry('2026-0002', 'By the ferry'), entry('2026-0001', 'Rent')],
  papers: [{ id: 9, name: 'ferry.pdf', entry: null, excerpt: 'the hours of the ferry' }],
  patterns: [{ id: 1, name: 'Ferry toll' }],
  drafts: [{ id: 2, date: '2026-03-04', explanation: 'Ferry ticket' }],
};
const kept = (id: number, name: string, more: Partial<KeptReportResponse> = {}): KeptReportResponse =>
  ({ id, name, screen: 'aged', settings: [], span: null, from: null, to: null, ...more }) as KeptReportResponse;
const found = (more: Partial<FoundIn> = {}): FoundIn => ({
  currency: EUR,
  accounts: [account(1, '10', 'Ferry money', true), account(2, '1020', 'Savings, Ferry Lane')],
  kept: [kept(5, 'Month of the ferry')],
  screens: [screen('journal', 'Journal'), screen('ferry', 'Ferry times')],
  stages: new Map([['record', 'Record']]),
  answer: ANSWER,
  ever: { from: '2026-01-01', to: '2026-12-31' },
  span: undefined,
  ...more,
});
const keys = (items: readonly FoundItem[]): string[] => items.map(({ group, key }) => `${group}: ${key}`);

test('everything is found kind by kind, an entry once, headings of the chart not at all', () => {
  expect(keys(foundItems('ferry', found(), []))).toEqual([
    'Accounts: account 2',
    'Contacts: contact 3',
    'Contacts: contact 4',
    'Entries: entry 2026-0002',
    'Entries: entries ferry',
    'Amounts: entry 2026-0001',
    'Papers: paper 9',
    'Patterns: pattern 1',
    'Drafts: draft 2',
    'Kept reports: kept 5',
    'Screens: screen ferry',
  ]);
});

test('what was opened lately comes first in its kind, and stands alone where nothing is typed', () => {
  const [contact] = foundItems('ferry', found(), []).filter(({ key }) => key === 'contact 4');
  if (!contact) throw new Error('not found');
  const items = foundItems('ferry', found(), [contact]);
  expect(keys(items).slice(1, 3)).toEqual(['Contacts: contact 4', 'Contacts: contact 3']);
  expect(items[1]?.said).toContain('opened lately');
  expect(keys(foundItems(' ', found(), [contact]))).toEqual(['Opened lately: contact 4']);
});

test('whom something is owed to or by leads to a statement of account, others to their record', () => {
  const items = foundItems('ferry', found(), []);
  expect(items.find(({ key }) => key === 'contact 3')).toMatchObject({ screen: 'contact', params: { contact: '7' } });
  expect(items.find(({ key }) => key === 'contact 4')).toMatchObject({
    screen: 'contacts',
    params: { contact: '4' },
  });
});

test('what is written in a paper around what is looked for is shown, and not remembered', () => {
  const paper = foundItems('ferry', found(), []).find(({ key }) => key === 'paper 9');
  if (!paper) throw new Error('not found');
  expect(paper.excerpt).toBe('the hours of the ferry');
  rememberOpened('wren', 3, paper);
  expect(openedLately('wren', 3)).toEqual([expect.not.objectContaining({ excerpt: expect.anything() })]);
});

test('a date leads to the journal of that day', () => {
  const span = { from: '2027-01-18', to: '2027-01-18' };
  const [item] = foundItems('18/1', found({ span, answer: undefined }), []);
  expect(item).toMatchObject({ group: 'Dates', label: 'Entries of 18 Jan 2027', screen: 'journal', params: span });
});

describe('what was opened lately', () => {
  const item = (key: string): FoundItem => ({
    key,
    group: 'Papers',
    code: '',
    label: key,
    screen: 'papers',
    figure: '5',
  });
  beforeEach(() => localStorage.clear());

  test('is remembered by person and organisation, the latest first, each once, no figures', () => {
    for (const key of ['a', 'b', 'a']) rememberOpened('wren', 1, item(key));
    expect(openedLately('wren', 1).map(({ key }) => key)).toEqual(['a', 'b']);
    expect(openedLately('wren', 1)[0]).not.toHaveProperty('figure');
    expect([...openedLately('wren', 2), ...openedLately('ash', 1)]).toEqual([]);
    for (let index = 0; index < 20; index += 1) rememberOpened('wren', 1, item(String(index)));
    expect(openedLately('wren', 1)).toHaveLength(12);
  });

  test.each(['not JSON', '{}', '[{"key":1}]'])('is nothing where the browser holds %s', (kept) => {
    localStorage.setItem('just-ledger.opened-lately wren 1', kept);
    expect(openedLately('wren', 1)).toEqual([]);
  });
});

test('a kept report opens with its settings and the days that it has today, also where it was opened lately', () => {
  const settings = [{ key: 'ledger', value: 'payables' }];
  const month = (from: string, to: string): KeptReportResponse =>
    kept(5, 'Owed to suppliers', { settings, span: 'last-month', from, to });
  const inJune = found({ kept: [month('2026-05-01', '2026-05-31')] });
  const [item, ...others] = foundItems('suppliers', inJune, []).filter(({ group }) => group === 'Kept reports');
  expect(others).toEqual([]);
  expect(item).toMatchObject({
    code: 'aged balances',
    said: 'last month',
    screen: 'aged',
    params: { ledger: 'payables', from: '2026-05-01', to: '2026-05-31', kept: '5' },
  });
  if (!item) throw new Error('not found');
  const [lately] = foundItems('', found({ kept: [month('2026-06-01', '2026-06-30')] }), [item]);
  expect(lately).toMatchObject({ group: 'Opened lately', params: { from: '2026-06-01', to: '2026-06-30' } });
  expect(foundItems('', found({ kept: [] }), [item])).toEqual([]);
  expect(foundItems('aged', inJune, []).map(({ key }) => key)).toContain('kept 5');
});
