import type {
  AccountDetailResponse,
  ContactItemsResponse,
  OpenItemsResponse,
  EntryResponse,
} from '@just-ledger/contract';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { RunningServer, csv, problemCodes, type Reply } from './running-server.js';

// Expected figures are worked out beside each entry; rates and amounts are invented.

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());
beforeEach(async () => {
  path = await server.organisation();
  await done('POST', '/contacts', { name: 'Low Weir', roles: ['customer', 'supplier'], terms: '30' });
});

type Line = Record<string, unknown>;
const ask = (method: string, to: string, body?: unknown): Promise<Reply> =>
  server.request(method, `${path}${to}`, body);
const done = async (method: string, to: string, body?: unknown): Promise<Reply['body']> => {
  const reply = await ask(method, to, body);
  if (reply.status >= 300) throw new Error(`${method} ${to}: ${JSON.stringify(reply.body)}`);
  return reply.body;
};
const post = (date: string, ...lines: Line[]): Promise<EntryResponse> =>
  done('POST', '/entries', { date, kind: 'ordinary', explanation: 'Trade', lines });
const owes = (debit: string, more: Line = {}): Line => ({ account: '1100', contact: 'Low Weir', debit, ...more });
const pays = (credit: string, more: Line = {}): Line => ({ account: '1100', contact: 'Low Weir', credit, ...more });
const aged = async (asAt: string, ledger = 'receivables'): Promise<ContactItemsResponse | undefined> =>
  ((await done('GET', `/reports/open-items?ledger=${ledger}&asAt=${asAt}`)) as OpenItemsResponse).contacts[0];
const items = async (asAt: string, ledger?: string): Promise<unknown[]> =>
  ((await aged(asAt, ledger))?.items ?? []).map(({ document, open, age, dueDate, notAllocated }) => [
    document,
    open,
    age,
    dueDate,
    notAllocated,
  ]);

describe('terms', () => {
  test('say when a document falls due that came without a day, by API and file; a day of its own stands', async () => {
    await post('2026-01-10', owes('100.00', { document: 'A' }), { account: '4000', credit: '100.00' });
    await post('2026-01-10', owes('50.00', { document: 'B', dueDate: '2026-01-20' }), {
      account: '4000',
      credit: '50.00',
    });
    await post('2026-01-12', owes('40.00', { document: 'C', documentDate: '2026-01-02' }), {
      account: '4000',
      credit: '40.00',
    });
    const file = csv([
      ['entry', 'date', 'explanation', 'account', 'debit', 'credit', 'contact', 'document'],
      ['1', '2026-01-15', 'Bought', '2100', '', '70.00', 'Low Weir', 'P 1'],
      ['1', '2026-01-15', 'Bought', '6100', '70.00', '', '', ''],
    ]);
    await done('POST', '/entries/import', file);
    expect(await items('2026-02-09')).toEqual([
      ['B', '50.00', '1-30', '2026-01-20', null],
      ['C', '40.00', '1-30', '2026-02-01', null],
      ['A', '100.00', 'not-due', '2026-02-09', null],
    ]);
    expect(await items('2026-02-15', 'payables')).toEqual([['P 1', '70.00', '1-30', '2026-02-14', null]]);
  });
  test('say it for documents taken on too', async () => {
    path = await server.organisation({ changeoverDate: '2025-12-31' });
    await done('POST', '/contacts', { name: 'Low Weir', roles: ['customer'], terms: '10 after month end' });
    await done('POST', '/take-on/trays/customers/rows', {
      rows: [{ cells: { contact: 'Low Weir', document: 'OLD', date: '2025-11-03', unpaid: '9.00' } }],
    });
    const { version } = await done('GET', '/take-on/trays/customers');
    await done('POST', '/take-on/trays/customers/posting', { version });
    expect(await items('2025-12-31')).toEqual([['OLD', '9.00', '1-30', '2025-12-10', null]]);
  });
});

describe('pairing', () => {
  test('a reversal takes back its own document, in whatever order they came', async () => {
    await post('2026-01-05', owes('100.00'), { account: '4000', credit: '100.00' });
    const { number } = await post('2026-01-06', owes('100.00'), { account: '4000', credit: '100.00' });
    await done('POST', `/entries/${number}/reverse`, { date: '2026-01-07' });
    expect((await aged('2026-02-28'))?.items.map(({ date }) => date)).toEqual(['2026-01-05']);
  });
  test('a receipt that names nothing is not an overdue negative', async () => {
    await post('2026-01-05', owes('100.00', { document: 'TR-131' }), { account: '4000', credit: '100.00' });
    await post('2026-01-20', { account: '1010', debit: '30.00' }, pays('30.00', { document: 'tr-131' }));
    await post('2026-04-20', { account: '1010', debit: '90.00' }, pays('90.00'));
    expect(await items('2026-04-19')).toEqual([['TR-131', '70.00', '61-90', '2026-02-04', null]]);
    expect(await items('2026-12-31')).toEqual([[null, '-20.00', 'not-due', '2026-04-20', '20.00']]);
  });
  test('a number used again is told at entry as settled before', async () => {
    const { number } = await post('2026-01-05', owes('100.00', { document: '7' }), {
      account: '4000',
      credit: '100.00',
    });
    await post('2026-01-20', { account: '1010', debit: '100.00' }, pays('100.00', { document: '7' }));
    const detail = (await done(
      'GET',
      '/reports/account-detail?account=1100&contact=Low%20Weir&document=7',
    )) as AccountDetailResponse;
    expect(detail).toMatchObject({ items: [], used: { name: '7', date: '2026-01-05', entry: number } });
    await post('2026-06-05', owes('40.00', { document: '7' }), { account: '4000', credit: '40.00' });
    expect(await items('2026-06-30')).toEqual([['7', '40.00', 'not-due', '2026-07-05', null]]);
  });
  test('a contact that owes and is owed has both on its statement', async () => {
    await post('2026-01-05', owes('100.00'), { account: '4000', credit: '100.00' });
    await post(
      '2026-01-05',
      { account: '6100', debit: '30.00' },
      { account: '2100', contact: 'Low Weir', credit: '30.00' },
    );
    const statement = await done(
      'GET',
      '/reports/statement-of-account?contact=Low%20Weir&from=2026-01-01&to=2026-01-31',
    );
    expect([statement.owed, statement.owing, statement.closing]).toEqual(['100.00', '30.00', '70.00']);
  });
});

describe('another currency', () => {
  const usd = (foreignAmount: string, rate: string, document = 'INV 1'): Line => ({
    currency: 'USD',
    foreignAmount,
    rate,
    document,
  });
  beforeEach(async () => {
    await done('POST', '/accounts', { number: '4950', name: 'Exchange gains', element: 'revenue' });
    await done('POST', '/accounts', { number: '6950', name: 'Exchange losses', element: 'expense' });
    await done('POST', '/currencies', { currency: 'USD', realisedGain: '4950', realisedLoss: '6950' });
  });
  test('a document paid whole there is closed, and the difference realised at once', async () => {
    // 1,000 USD at 0.92 and at 0.90: 920.00 owed, 900.00 received, 20.00 lost
    await post('2026-01-05', owes('920.00', usd('1000.00', '0.92')), { account: '4000', credit: '920.00' });
    const paid = await post(
      '2026-02-05',
      { account: '1010', debit: '900.00' },
      pays('900.00', usd('1000.00', '0.90', 'inv 1')),
    );
    expect(paid.lines.map(({ account, debit, credit }) => [account, debit, credit])).toEqual([
      ['1010', '900.00', null],
      ['1100', null, '900.00'],
      ['1100', null, '20.00'],
      ['6950', '20.00', null],
    ]);
    expect(await items('2026-02-28')).toEqual([]);
  });
  test('in parts, the last of them realises what all left over, a gain as a gain', async () => {
    await post('2026-01-05', owes('920.00', usd('1000.00', '0.92')), { account: '4000', credit: '920.00' });
    await post('2026-02-05', { account: '1010', debit: '372.00' }, pays('372.00', usd('400.00', '0.93')));
    expect((await aged('2026-02-28'))?.items[0]).toMatchObject({ open: '548.00', foreignOpen: '600.00' });
    // 600 at 0.95 is 570.00; 942.00 came in for 920.00
    const last = await post(
      '2026-03-05',
      { account: '1010', debit: '570.00' },
      pays('570.00', usd('600.00', '0.95')),
    );
    expect(last.lines.slice(2).map(({ account, debit, credit }) => [account, debit, credit])).toEqual([
      ['1100', '22.00', null],
      ['4950', null, '22.00'],
    ]);
    expect(await items('2026-03-31')).toEqual([]);
  });
  test('from a file, each entry realises what those before it left; a difference that the file tells stands alone', async () => {
    const line = (
      entry: string,
      date: string,
      account: string,
      debit: string,
      credit: string,
      foreign = '',
    ): string[] => {
      const isControl = account === '1100';
      const contact = isControl ? 'Low Weir' : '';
      const document = isControl ? `INV ${entry.slice(0, 1)}` : '';
      return [entry, date, 'Trade', account, debit, credit, contact, document, foreign && 'USD', foreign];
    };
    const heads = ['entry', 'date', 'explanation', 'account', 'debit', 'credit', 'contact', 'document'];
    const file = csv([
      [...heads, 'currency', 'foreign_amount'],
      // 500 USD at 0.92 are 460.00; paid at 0.90 in two halves of 225.00: 10.00 lost with the second
      line('1', '2026-01-05', '1100', '460.00', '', '500.00'),
      line('1', '2026-01-05', '4000', '', '460.00'),
      line('1a', '2026-02-05', '1010', '225.00', ''),
      line('1a', '2026-02-05', '1100', '', '225.00', '250.00'),
      line('1b', '2026-02-06', '1010', '225.00', ''),
      line('1b', '2026-02-06', '1100', '', '225.00', '250.00'),
      // 100 USD at 0.92 are 92.00; paid at 0.95, and the 3.00 gained posted two days later by the file itself
      line('2', '2026-01-06', '1100', '92.00', '', '100.00'),
      line('2', '2026-01-06', '4000', '', '92.00'),
      line('2a', '2026-02-07', '1010', '95.00', ''),
      line('2a', '2026-02-07', '1100', '', '95.00', '100.00'),
      line('2b', '2026-02-09', '1100', '3.00', ''),
      line('2b', '2026-02-09', '4950', '', '3.00'),
    ]);
    expect(await done('POST', '/entries/import', file)).toMatchObject({ posted: 6 });
    const { entries } = await done('GET', '/entries?limit=50');
    const lines = entries.flatMap((entry: EntryResponse) => entry.lines);
    expect(lines.filter(({ account }: { account: string }) => ['4950', '6950'].includes(account))).toMatchObject([
      { account: '4950', credit: '3.00' },
      { account: '6950', debit: '10.00' },
    ]);
    expect(await items('2026-02-28')).toEqual([]);
  });
  test('an open document there is offered with what is open of it there', async () => {
    await post('2026-01-05', owes('920.00', usd('1000.00', '0.92')), { account: '4000', credit: '920.00' });
    const detail = (await done(
      'GET',
      '/reports/account-detail?account=1100&contact=Low%20Weir',
    )) as AccountDetailResponse;
    expect(detail.items).toEqual([
      { name: 'INV 1', amount: '920.00', dueDate: '2026-02-04', currency: 'USD', foreignAmount: '1000.00' },
    ]);
  });
  test('an amount alone stands on an account kept there as a difference of rates, and as nothing else', async () => {
    await done('POST', '/accounts', { number: '1015', name: 'Dollars', element: 'asset', currency: 'USD' });
    const lines = [
      { account: '1015', credit: '7.00' },
      { account: '6950', debit: '7.00' },
    ];
    expect((await post('2026-03-31', ...lines)).lines).toHaveLength(2);
    const other = await ask('POST', '/entries', {
      date: '2026-03-31',
      explanation: 'Not a difference',
      lines: [
        { account: '1015', credit: '7.00' },
        { account: '6100', debit: '7.00' },
      ],
    });
    expect(problemCodes(other)).toEqual(['foreign-amount-missing at lines.0.foreignAmount']);
  });
  test('what an account holds there stands beside what it holds here, in chart, ledger and file', async () => {
    await done('POST', '/accounts', { number: '1015', name: 'Dollars', element: 'asset', currency: 'USD' });
    const held = (debit: string, foreignAmount: string): Line => ({
      account: '1015',
      debit,
      currency: 'USD',
      foreignAmount,
    });
    await post('2026-01-05', held('92.00', '100.00'), { account: '4000', credit: '92.00' });
    await post('2026-02-05', held('90.00', '98.00'), { account: '4000', credit: '90.00' });
    const accounts = await done('GET', '/accounts?asAt=2026-01-31');
    expect(accounts.find(({ number }: { number: string }) => number === '1015')).toMatchObject({
      balance: '92.00',
      foreignBalance: '100.00',
    });
    const ledger = await done('GET', '/reports/account-ledger?account=1015&from=2026-02-01&to=2026-02-28');
    expect(ledger).toMatchObject({ currency: 'USD', foreignBroughtForward: '100.00', foreignClosing: '198.00' });
    expect(ledger.rows[0]).toMatchObject({ foreignAmount: '98.00', foreignBalance: '198.00' });
    const file = (await done(
      'GET',
      '/reports/account-ledger.csv?account=1015&from=2026-02-01&to=2026-02-28',
    )) as string;
    expect(file.split(/\r?\n/).slice(0, 2)).toEqual([
      'date,entry,explanation,note,debit,credit,balance,currency,foreign_amount,foreign_balance',
      '2026-02-01,,brought forward,,,,92.00,USD,,100.00',
    ]);
  });
  test('an absurd rate is doubted, unless it is said', async () => {
    await done('PUT', '/exchange-rates/USD/2026-01-01', { rate: '0.92' });
    const entry = (more: Line): Line => ({
      date: '2026-01-05',
      explanation: 'Slip',
      lines: [
        owes('30.00', { currency: 'USD', foreignAmount: '0.01', ...more }),
        { account: '4000', credit: '30.00' },
      ],
    });
    const doubted = await ask('POST', '/entries', entry({}));
    expect(doubted.body.problems[0]).toMatchObject({
      code: 'rate-doubtful',
      path: 'lines.0.foreignAmount',
      message: 'That is 3000 EUR for one USD; the table has 0.92. If it is meant, enter the rate too.',
    });
    expect((await ask('POST', '/entries', entry({ rate: '3000' }))).status).toBe(201);
    const near = { ...entry({ foreignAmount: '31.00' }) };
    expect((await ask('POST', '/entries', near)).status).toBe(201);
  });
});

describe('files and search', () => {
  test('tell all that is recorded: what is written reads back as the same, and is found', async () => {
    const two = await server.organisation();
    for (const base of [path, two]) {
      const { body: breakdown } = await server.request('POST', `${base}/breakdowns`, { name: 'Site' });
      for (const name of ['Mill; upper', 'Weir']) {
        await server.request('POST', `${base}/breakdowns/${breakdown.id}/values`, { name });
      }
      if (base === two) await server.request('POST', `${base}/contacts`, { name: 'Low Weir', roles: ['customer'] });
    }
    await post(
      '2026-01-05',
      owes('920.00', {
        document: 'INV-77',
        documentDate: '2026-01-02',
        ownNumber: 'S 12',
        dueDate: '2026-03-01',
        currency: 'USD',
        foreignAmount: '1000.00',
        ratePerBase: '1.0870',
        note: '=1',
      }),
      { account: '4000', credit: '920.00', breakdowns: { Site: 'Mill; upper' }, cashBasis: false },
    );
    await post(
      '2026-01-06',
      { account: '1010', debit: '5.00' },
      { account: '3000', credit: '5.00', movement: 'contribution' },
    );
    const file = (await done('GET', '/entries.csv')) as string;
    expect((await server.request('POST', `${two}/entries/import`, file)).body).toMatchObject({ posted: 2 });
    const again = (await server.request('GET', `${two}/entries.csv`)).body;
    expect(again).toBe(file);
    expect(file).toContain('2026-03-01,INV-77,2026-01-02,S 12');
    for (const text of ['inv-77', 'S 12']) {
      const found = await done('GET', `/entries?text=${encodeURIComponent(text)}`);
      expect([text, found.count]).toEqual([text, 1]);
    }
  });
  test('the journal of an account is looked up by the account’s own lines, never line by line for each entry', async () => {
    await post('2026-01-05', { account: '1010', debit: '5.00' }, { account: '4000', credit: '5.00' });
    await post('2026-01-06', { account: '6100', debit: '3.00' }, { account: '1010', credit: '3.00' });
    const ask = async (account: string): Promise<number> => (await done('GET', `/entries?account=${account}`)).count;
    expect([await ask('1010'), await ask('4000'), await ask('2100')]).toEqual([2, 1, 0]);
    const file = join(server.folder, 'books.sqlite');
    const plan = (condition: string): string =>
      spawnSync(
        'sqlite3',
        [file, `EXPLAIN QUERY PLAN SELECT place FROM entry WHERE organisation = 1 AND ${condition}`],
        {
          encoding: 'utf8',
        },
      ).stdout;
    expect(
      plan(
        'place IN (SELECT line.entry FROM line INDEXED BY line_account WHERE line.organisation = 1 AND line.account = 5)',
      ),
    ).toMatch(/LIST SUBQUERY[^]*line_account \(organisation=\? AND account=\?\)/);
    expect(
      plan(
        'EXISTS (SELECT 1 FROM line NOT INDEXED WHERE line.organisation = 1 AND line.entry = entry.place AND amount = 5)',
      ),
    ).toMatch(/SEARCH line USING PRIMARY KEY \(organisation=\? AND entry=\?\)/);
  });
});
