import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { parseCivilDate } from '@just-ledger/core';
import { loadChart } from '../src/areas/accounts/account-store.js';
import { loadBreakdowns } from '../src/areas/breakdowns/breakdown-store.js';
import { organisationOf } from '../src/areas/organisations/organisation-store.js';
import { rulesOfSpan } from '../src/areas/periods/rules-of-years.js';
import { arrangementOf } from '../src/areas/statements/arrangement-store.js';
import { type Db, openForReading } from '../src/platform/database/connection.js';
import { fromTo } from './entries.js';
import { type Reply, RunningServer } from './running-server.js';

// What reports read of the chart is kept until the chart changes, whatever else is committed.

let server: RunningServer;
let path: string;
let id: number;
let db: Db;
beforeAll(async () => {
  server = await RunningServer.shared();
  path = await server.organisation();
  id = Number(path.split('/').at(-1));
  db = openForReading(server.folder);
});
afterAll(() => {
  db.$client.close();
});

const done = (method: string, address: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${path}${address}`, body);
const remove = (address: string): Promise<Reply> => server.remove(`${path}${address}`);

/** What was read, as the statements read it. */
const read = () => ({
  chart: loadChart(db, id),
  breakdowns: loadBreakdowns(db, id),
  arrangement: arrangementOf(db, id),
  rules: rulesOfSpan(db, organisationOf(db, id), parseCivilDate('2026-01-01')),
});

const accountNamed = (name: string) => loadChart(db, id).accounts.find((account) => account.name === name);
const account = { number: '6999', name: 'Postage', element: 'expense' };
const arrangement = { order: [], parts: [], words: [] };

/** One after the other in the same books: what is done, what is read afterwards, and what it has to be. */
const CHANGES: readonly (readonly [string, () => Promise<unknown>, () => unknown, unknown])[] = [
  ['an account is added', () => done('POST', '/accounts', account), () => accountNamed('Postage')?.number, '6999'],
  [
    'it is renamed',
    () => done('PUT', `/accounts/${accountNamed('Postage')?.id}`, { ...account, name: 'Stamps', version: 1 }),
    () => accountNamed('Stamps')?.number,
    '6999',
  ],
  [
    'a breakdown is added',
    () => done('POST', '/breakdowns', { name: 'Site' }),
    () => loadBreakdowns(db, id).map(({ name }) => name),
    ['Site'],
  ],
  [
    'it has a value',
    () => done('POST', '/breakdowns/1/values', { name: 'Orchard' }),
    () => loadBreakdowns(db, id)[0]?.values.map(({ name }) => name),
    ['Orchard'],
  ],
  [
    'the value is renamed',
    () => server.lookedAt('PUT', `${path}/breakdowns/1/values/1`, { name: 'Press house' }),
    () => loadBreakdowns(db, id)[0]?.values.map(({ name }) => name),
    ['Press house'],
  ],
  [
    'an account needs it',
    () =>
      done('PUT', `/accounts/${accountNamed('Stamps')?.id}`, {
        ...account,
        name: 'Stamps',
        breakdowns: ['Site'],
        version: 2,
      }),
    () => accountNamed('Stamps')?.requiredBreakdowns,
    [1],
  ],
  [
    'the account is removed',
    () => remove(`/accounts/${accountNamed('Stamps')?.id}`),
    () => accountNamed('Stamps'),
    undefined,
  ],
  ['the value is removed', () => remove('/breakdowns/1/values/1'), () => loadBreakdowns(db, id)[0]?.values, []],
  ['the breakdown is removed', () => remove('/breakdowns/1'), () => loadBreakdowns(db, id), []],
  [
    'statements are arranged',
    () =>
      done('PUT', '/reports/arrangement', {
        ...arrangement,
        words: [{ key: 'income-statement', word: 'What is left' }],
        version: 0,
      }),
    () => JSON.stringify(arrangementOf(db, id)).includes('What is left'),
    true,
  ],
  [
    'and otherwise',
    () => done('PUT', '/reports/arrangement', { ...arrangement, version: 1 }),
    () => JSON.stringify(arrangementOf(db, id)).includes('What is left'),
    false,
  ],
];

test.each(CHANGES)('%s: it is read anew', async (_, change, asked, expected) => {
  read();
  await change();
  expect(asked()).toEqual(expected);
});

test('nothing else that is committed has it read anew', async () => {
  const { chart, breakdowns, arrangement, rules } = read();
  const lines = fromTo('1010', '6100', '10.00');
  await done('POST', '/entries', { date: '2026-02-01', explanation: 'Rent', lines });
  await done('POST', '/contacts', { name: 'Osier Beds', roles: ['customer'] });
  const after = read();
  expect(after.chart).toBe(chart);
  expect(after.breakdowns).toBe(breakdowns);
  expect(after.arrangement).toBe(arrangement);
  expect(after.rules).toBe(rules);
});

test('the rules of a year are those it is closed by, and of today once it is open again', async () => {
  const rules = () => read().rules;
  const today = rules();
  expect(rules()).toBe(today);
  await done('POST', '/fiscal-years/2026/closing', {});
  expect(rules()).not.toBe(today);
  await done('POST', '/fiscal-years/2026/reopening', { reason: 'A late bill' });
  expect(rules()).toEqual(today);
});
