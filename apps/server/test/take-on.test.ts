import type { TakeOnResponse, TrayRowsResponse } from '@just-ledger/contract';
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { RunningServer } from './running-server.js';
import { TakeOn, type Cells } from './take-on-of-books.js';
import { fileOf, readPdf } from './written-files.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

const left = ({ clearing }: TakeOnResponse): Cells =>
  Object.fromEntries(clearing.filter(({ posted }) => posted !== '0.00').map(({ part, posted }) => [part, posted]));

/** A take-on that adds up. */
const OLD: Cells[] = [
  { account: '1010', debit: '5,000.00' },
  { account: '1100', debit: '410.00' },
  { account: '2100', credit: '95.00' },
  { account: '2600', credit: '2,000.00' },
  { account: '3000', credit: '3,315.00' },
];
const CUSTOMERS: Cells[] = [
  { contact: 'Low Weir', document: 'A 1', date: '3 Dec 2025', due: '2 Jan 2026', unpaid: '440.00' },
  { contact: 'Ferry Lane School', document: 'C 9', unpaid: '(30.00)' },
];
const SUPPLIERS: Cells[] = [{ contact: 'Low Weir', document: '77', due: '2026-01-15', unpaid: '95' }];
const BANKS: Cells[] = [
  { account: '1010', statement: '5,120.00' },
  { account: '1010', date: '2025-12-30', reference: 'cheque 12', payee: 'Nursery', amount: '-120.00' },
];
const BALANCES = { 1010: '5000.00', 1100: '410.00', 2100: '-95.00', 2600: '-2000.00', 3000: '-3315.00' };

describe('a take-on', () => {
  test('keeps every row as it was typed, out of balance or not', async () => {
    const books = await TakeOn.begin(server);
    const [count, two] = await books.add(
      'customers',
      { contact: 'Nobody', unpaid: 'much' },
      { contact: 'Low Weir', unpaid: '12' },
    );
    const [between] = (
      await books.ask('POST', '/trays/customers/rows', { rows: [{ cells: { contact: 'Between' } }], after: count })
    ).body.ids;
    expect((await books.change('customers', two, { contact: 'Low Weir', unpaid: '13' })).status).toBe(204);
    const { rows } = await books.rows('customers');
    expect(rows.map(({ id, cells, amount }) => [id, cells, amount])).toEqual([
      [count, { contact: 'Nobody', unpaid: 'much' }, null],
      [between, { contact: 'Between' }, null],
      [two, { contact: 'Low Weir', unpaid: '13' }, '13.00'],
    ]);
    expect(rows[0]?.problems.map((problem) => `${problem.code} at ${problem.path}`)).toEqual([
      'amount-not-an-amount at unpaid',
    ]);
    expect((await books.remove('customers', count)).status).toBe(204);
    expect((await books.remove('customers', count)).status).toBe(404);
    const { version } = await books.rows('customers');
    expect((await books.ask('DELETE', `/trays/customers/rows?version=${version}`)).status).toBe(204);
    expect((await books.rows('customers')).rows).toEqual([]);
    expect((await books.ask('GET', '/trays/cupboard')).status).toBe(404);
    expect(
      (await books.ask('POST', '/trays/customers/rows', { rows: [{ cells: { contact: 'x'.repeat(501) } }] })).status,
    ).toBe(422);
  });

  test.each<[string, string[]]>([
    ['totals first', ['trial-balance', 'customers', 'suppliers', 'banks']],
    ['totals last', ['banks', 'suppliers', 'customers', 'trial-balance']],
  ])('comes out the same with %s, posted tray by tray', async (_, order) => {
    const books = await TakeOn.begin(server);
    const filled: Record<string, Cells[]> = {
      'trial-balance': OLD,
      customers: CUSTOMERS,
      suppliers: SUPPLIERS,
      banks: BANKS,
    };
    for (const tray of order) {
      await books.add(tray, ...(filled[tray] ?? []));
      await books.post(tray);
    }
    expect(await books.balances()).toEqual(BALANCES);
    const now = await books.now();
    expect([left(now), now.inTheWay]).toEqual([{}, []]);
    expect(now.trays.filter(({ state }) => state !== 'nothing').map(({ state }) => state)).toEqual(
      Array(4).fill('posted'),
    );
    const { body: proofs } = await server.request('GET', `${books.path}/proofs?asAt=2026-01-31`);
    expect(proofs.proofs.filter((proof: { holds: boolean }) => !proof.holds)).toEqual([]);
  });

  test('lets each side wait in clearing for the other, marked with its tray', async () => {
    const books = await TakeOn.begin(server);
    await books.add('customers', ...CUSTOMERS);
    expect(left(await books.post('customers'))).toEqual({ customers: '-410.00' });
    expect(await books.balances()).toEqual({ 1100: '410.00', 3990: '-410.00' });
    await books.add('trial-balance', ...OLD);
    expect(left(await books.post('trial-balance'))).toEqual({ suppliers: '-95.00' });
    expect((await books.now()).trays.find(({ tray }) => tray === 'suppliers')).toMatchObject({
      detail: '0.00',
      trialBalance: '-95.00',
      difference: '95.00',
    });
  });

  test('posted again reverses what it had posted; posted unchanged it does nothing', async () => {
    const books = await TakeOn.begin(server);
    const [row] = await books.add('customers', ...CUSTOMERS);
    const [first] = (await books.post('customers')).trays.find(({ tray }) => tray === 'customers')?.entries ?? [];
    await books.post('customers');
    const count = async (): Promise<number> =>
      (await server.request('GET', `${books.path}/entries?from=2025-01-01&to=2026-12-31`)).body.total ??
      (await server.request('GET', `${books.path}/entries?from=2025-01-01&to=2026-12-31`)).body.entries.length;
    expect(await count()).toBe(1);
    await books.change('customers', row, { ...CUSTOMERS[0], unpaid: '340.00' });
    expect((await books.now()).trays.find(({ tray }) => tray === 'customers')?.state).toBe('changed');
    const after = await books.post('customers');
    expect(await count()).toBe(3);
    expect((await server.request('GET', `${books.path}/entries/${first}`)).body.reversedBy).not.toBeNull();
    expect(left(after)).toEqual({ customers: '-310.00' });
    const { status, body } = await books.ask('DELETE', '/trays/customers/posting');
    expect([status, left(body)]).toEqual([200, {}]);
    expect(await books.balances()).toEqual({});
  });

  test('stands no more once somebody has reversed its entry, and is posted anew', async () => {
    const books = await TakeOn.begin(server);
    await books.add('customers', ...CUSTOMERS);
    const [first] = (await books.post('customers')).trays.find(({ tray }) => tray === 'customers')?.entries ?? [];
    const reply = await server.request('POST', `${books.path}/entries/${first}/reverse`, { date: '2025-12-31' });
    expect(reply.status).toBe(201);
    const state = async (): Promise<unknown> =>
      (await books.now()).trays.find(({ tray }) => tray === 'customers')?.state;
    expect(await state()).toBe('waiting');
    expect(left(await books.post('customers'))).toEqual({ customers: '-410.00' });
    expect(await state()).toBe('posted');
  });

  test('posts the old trial balance anew where a tray takes an account over', async () => {
    const books = await TakeOn.begin(server);
    await books.add('trial-balance', { account: '1010', debit: '50' }, { account: '3000', credit: '50' });
    await books.post('trial-balance');
    expect(await books.balances()).toEqual({ 1010: '50.00', 3000: '-50.00' });
    await books.add('banks', { account: '1010', statement: '50' });
    await books.post('banks');
    expect(await books.balances()).toEqual({ 1010: '50.00', 3000: '-50.00' });
    expect(left(await books.now())).toEqual({});
  });

  test('does not post rows that cannot be read, and says which', async () => {
    const books = await TakeOn.begin(server);
    const [row] = await books.add('customers', { contact: 'Nobody', unpaid: '1' });
    const { status, body } = await books.askToPost('customers');
    expect([status, body.problems[0]]).toEqual([
      422,
      {
        code: 'contact-unknown',
        path: `customers.${row}.contact`,
        message: 'Customers: There is no contact “Nobody”.',
      },
    ]);
    expect((await books.askToPost('history')).status).toBe(422);
  });

  test('finds a planted slip and leads to its row', async () => {
    const books = await TakeOn.begin(server);
    await books.add('trial-balance', ...OLD);
    const [, wrong] = await books.add('customers', CUSTOMERS[0] as Cells, { ...CUSTOMERS[1], unpaid: '30.00' });
    const { suggestions } = await books.rows('customers');
    expect(suggestions[0]).toMatchObject({
      slip: 'wrong-side',
      sentence: 'Ferry Lane School C 9, 30.00 may stand on the wrong side.',
      lines: [{ tray: 'customers', row: wrong }],
    });
  });

  test('is signed off at zero only, locked then, and reopened by an owner with a reason', async () => {
    const books = await TakeOn.begin(server);
    await books.add('trial-balance', ...OLD.slice(0, -1));
    await books.add('customers', ...CUSTOMERS);
    await books.add('suppliers', ...SUPPLIERS);
    const refused = await books.signOff();
    expect([refused.status, refused.body.problems[0].message]).toEqual([
      422,
      'The old trial balance is out by 3,315.00.',
    ]);
    const wrong = await books.ask('POST', '/equity', { account: '3000', amount: '12.00' });
    expect([wrong.status, wrong.body.problems[0].message]).toEqual([
      409,
      'The difference is 3,315.00 now. Look at it again.',
    ]);
    expect((await books.ask('POST', '/equity', { account: '1010', amount: '3315.00' })).status).toBe(422);
    expect((await books.ask('POST', '/equity', { account: '3000', amount: '3315.00' })).status).toBe(200);
    const signed = await books.signOff();
    expect([signed.status, signed.body.signedOff.by, signed.body.inTheWay]).toEqual([200, 'owner', []]);
    expect(await books.balances()).toEqual(BALANCES);
    const pack = await fileOf(server, `${books.path}/take-on/pack.pdf?size=letter`, 'application/pdf');
    expect(Buffer.from(pack).toString('latin1')).toMatch(/\/MediaBox \[0 0 612 792\][^]*\/StructTreeRoot/);
    const { pages, missing } = await readPdf(pack);
    expect(missing).toBe(0);
    expect(pages[0]).toMatch(/Take-on of the opening balances as at 31 December 2025 signed off by owner/);
    const titles = pages
      .slice(2)
      .map((page) => /(Old trial balance|New trial balance|Customers|Suppliers|Proofs)/.exec(page)?.[1]);
    expect(titles).toEqual(['Old trial balance', 'New trial balance', 'Customers', 'Suppliers', 'Proofs']);

    expect((await books.ask('POST', '/trays/customers/rows', { rows: [{ cells: {} }] })).status).toBe(409);
    expect((await books.ask('DELETE', '/trays/customers/posting')).status).toBe(409);
    const opening = {
      date: '2025-12-31',
      kind: 'opening',
      explanation: 'Late',
      lines: [
        { account: '1010', debit: '1' },
        { account: '3000', credit: '1' },
      ],
    };
    expect((await server.request('POST', `${books.path}/entries`, opening)).body.problems[0].code).toBe(
      'period-locked',
    );
    const file = join(server.folder, 'books.sqlite');
    const id = books.path.split('/').at(-1);
    for (const attack of [
      `DELETE FROM take_on_row WHERE organisation = ${id}`,
      `UPDATE take_on_row SET cells = '{}' WHERE organisation = ${id}`,
      `DELETE FROM take_on_event`,
      `UPDATE take_on_event SET by = 2`,
    ]) {
      expect(spawnSync('sqlite3', [file, attack]).stderr.toString()).toMatch(/take-on: /);
    }

    expect((await books.ask('POST', '/reopening', { reason: '' })).status).toBe(422);
    const reopened = await books.ask('POST', '/reopening', { reason: 'a bill was found' });
    expect(
      reopened.body.events.map((event: { event: string; reason: string | null }) => [event.event, event.reason]),
    ).toEqual([
      ['reopened', 'a bill was found'],
      ['signed-off', null],
    ]);
    await books.add('suppliers', { contact: 'Low Weir', document: '78', unpaid: '5' });
    expect((await books.signOff()).body.problems.map((problem: { message: string }) => problem.message)).toEqual([
      'Suppliers: a difference of 5.00.',
    ]);
  });

  test('takes the running year by month; it counts in the year’s statements and is closed with it', async () => {
    const books = await TakeOn.begin(server, { changeoverDate: '2026-03-31' });
    await books.add(
      'trial-balance',
      { account: '1010', debit: '300' },
      { account: '4000', credit: '320' },
      { account: '6100', debit: '20' },
    );
    await books.add(
      'running-year',
      { account: '4000', month: 'jan', credit: '100' },
      { account: '4000', month: 'feb', credit: '150' },
      { account: '4000', month: 'mar', credit: '70' },
    );
    expect((await books.signOff()).status).toBe(200);
    const result = async (from: string, to: string): Promise<string> =>
      (await server.request('GET', `${books.path}/reports/income-statement.csv?from=${from}&to=${to}`)).body
        .split('\n')
        .find((row: string) => row.includes('net-result'))
        ?.trim()
        .split(',')
        .at(-1) ?? '';
    expect(await result('2026-01-01', '2026-01-31')).toBe('100.00');
    expect(await result('2026-01-01', '2026-12-31')).toBe('300.00');
    expect(
      (await server.request('GET', `${books.path}/fiscal-years`)).body.years[0].periods
        .slice(0, 4)
        .map((period: { locked: unknown }) => Boolean(period.locked)),
    ).toEqual([true, true, true, false]);
    expect((await server.request('POST', `${books.path}/fiscal-years/2026/closing`)).status).toBeLessThan(300);
    expect((await books.balances('2026-12-31', 'post-closing'))['4000']).toBeUndefined();
    const reopened = await books.ask('POST', '/reopening', { reason: 'too late' });
    expect([reopened.status, reopened.body.problems[0].code]).toEqual([422, 'year-closed']);
  });

  test('asks into what revenue and expense of an ended year are closed', async () => {
    const books = await TakeOn.begin(server);
    await books.add(
      'trial-balance',
      { account: '1010', debit: '60' },
      { account: '4000', credit: '100' },
      { account: '6100', debit: '40' },
    );
    expect((await books.signOff()).body.problems[0].message).toMatch(/say into which account they are closed/);
    const { version } = await books.now();
    expect((await books.ask('PUT', '', { version, closesInto: '1010' })).status).toBe(422);
    expect((await books.ask('PUT', '', { version, closesInto: '3200' })).body.closesInto).toBe('3200');
    expect((await books.signOff()).status).toBe(200);
    expect(await books.balances()).toEqual({ 1010: '60.00', 3200: '-60.00' });
  });

  test('is worked on by several at once: no row is lost, nothing is posted twice', async () => {
    const books = await TakeOn.begin(server);
    const item = (index: number): Cells => ({ contact: 'Low Weir', document: `P ${index}`, unpaid: `${index}.01` });
    const stationary = await books.add('customers', item(1), item(2));
    const requests = Array.from({ length: 30 }, (_, index) => index + 3).flatMap((index) => [
      books.ask('POST', '/trays/customers/rows', { rows: [{ cells: item(index) }] }),
      books.change('customers', stationary[0], { ...item(1), unpaid: `${index}.00` }),
      ...(index % 5 === 0 ? [books.askToPost('customers')] : []),
      ...(index % 11 === 0 ? [books.ask('DELETE', '/trays/customers/posting')] : []),
    ]);
    const statuses = new Set((await Promise.all(requests)).map(({ status }) => status));
    expect([...statuses].filter((status) => status >= 500)).toEqual([]);
    const { rows } = await books.rows('customers');
    expect(rows.map(({ cells }) => cells['document']).sort()).toEqual(
      Array.from({ length: 32 }, (_, index) => `P ${index + 1}`).sort(),
    );
    const detail = rows.reduce((sum, { cells }) => sum + Math.round(Number(cells['unpaid']) * 100), 0);
    await books.post('customers');
    const written = (detail / 100).toFixed(2);
    expect(await books.balances()).toEqual({ 1100: written, 3990: `-${written}` });
    const { body } = await server.request('POST', `${books.path}/proofs/check`);
    const failing = (body.proofs as { key: string; holds: boolean }[]).filter(({ holds }) => !holds);
    expect(failing.map(({ key }) => key)).toEqual(['take-on-clearing']);
  });

  test('survives a server that is killed: what was acknowledged is there, nothing half done', async () => {
    const fresh = await RunningServer.start();
    const path = await fresh.organisation({ changeoverDate: '2025-12-31' });
    const acknowledged = [];
    const many = Array.from({ length: 2_000 }, (_, index) => ({
      cells: { account: '1010', debit: String(index + 1) },
    }));
    for (let round = 0; round < 3; round += 1)
      acknowledged.push(
        ...(await fresh.request('POST', `${path}/take-on/trays/trial-balance/rows`, { rows: many })).body.ids,
      );
    const { trays } = await fresh.done('GET', `${path}/take-on`);
    const pending = fresh
      .request('POST', `${path}/take-on/trays/trial-balance/posting`, { version: trays[0].version })
      .catch(() => undefined);
    await fresh.kill();
    await pending;
    const again = await RunningServer.start({ folder: fresh.folder });
    const { body } = await again.request('GET', `${path}/take-on/trays/trial-balance`);
    expect((body as TrayRowsResponse).rows.map(({ id }) => id)).toEqual(acknowledged);
    const entries = (await again.request('GET', `${path}/take-on`)).body as TakeOnResponse;
    expect(['waiting', 'posted']).toContain(entries.trays[0]?.state);
    const { body: proofs } = await again.request('POST', `${path}/proofs/check`);
    expect(proofs.proofs.every((proof: { holds: boolean }) => proof.holds)).toBe(true);
    await again.stop();
  });
});

test('the proofs of detail go on as entries touch the accounts', async () => {
  const books = await TakeOn.begin(server);
  await books.add(
    'trial-balance',
    { account: '1010', debit: '500' },
    { account: '1200', debit: '30' },
    { account: '1500', debit: '900' },
    { account: '1509', credit: '300' },
    { account: '3000', credit: '1130' },
  );
  await books.add('banks', { account: '1010', statement: '520' }, { account: '1010', payee: 'Mill', amount: '-20' });
  await books.add('asset-classes', { name: 'Tools', cost: '1500', accumulated: '1509', method: 'none' });
  await books.add('assets', {
    name: 'Press',
    class: 'Tools',
    acquired: '2024-01-01',
    cost: '900',
    accumulated: '300',
  });
  await books.add('stock', { item: 'Stakes', quantity: '10', cost: '3', account: '1200' });
  expect((await books.signOff()).status).toBe(200);

  const post = async (date: string, debit: Cells, credit: Cells): Promise<string> => {
    const lines = [
      { amount: '40.00', ...debit },
      { amount: '40.00', ...credit },
    ].map(({ amount, ...line }, index) => ({ ...line, [index === 0 ? 'debit' : 'credit']: amount }));
    const { status, body } = await server.request('POST', `${books.path}/entries`, {
      date,
      explanation: 'On',
      lines,
    });
    expect([status, body.problems]).toEqual([201, undefined]);
    return body.number as string;
  };
  const proof = async (key: string, asAt: string): Promise<unknown[]> => {
    const { body } = await server.request('GET', `${books.path}/proofs?asAt=${asAt}`);
    const found = (body.proofs as { key: string; left: string; right: string; remark: string }[]).find(
      (proof) => proof.key === key,
    );
    return [found?.left, found?.right, found?.remark];
  };
  const detail = async (account: string): Promise<unknown> => {
    const { body } = await server.request(
      'GET',
      `${books.path}/reports/account-detail?account=${account}&asAt=2026-03-31`,
    );
    return [body.of, body.items.map(({ name, amount }: Cells) => `${name} ${amount}`)];
  };

  await post('2026-01-31', { account: '6500' }, { account: '1509', document: 'press' });
  await post('2026-02-01', { account: '1500', document: 'Ladder' }, { account: '1010' });
  const unnamed = await post('2026-03-01', { account: '1500' }, { account: '1010' });
  expect(await proof('bank-ledger', '2026-02-28')).toEqual([
    '460.00',
    '460.00',
    'At the changeover 1 item was not cleared; 1 line since.',
  ]);
  expect(await proof('assets-cost', '2026-02-28')).toEqual(['940.00', '940.00', '2 assets, with all entries since.']);
  expect(await proof('assets-written-off', '2026-02-28')).toEqual([
    '340.00',
    '340.00',
    '1 asset, with all entries since.',
  ]);
  expect(await proof('assets-cost', '2026-03-31')).toEqual([
    '940.00',
    '980.00',
    `${unnamed} of 1 March 2026, 40.00, names no asset.`,
  ]);
  const { body: march } = await server.request('GET', `${books.path}/proofs?asAt=2026-03-31`);
  expect(march.proofs.find(({ key }: { key: string }) => key === 'assets-cost').explanations).toEqual({
    largest: [
      {
        label: 'of 1 March 2026, names no asset',
        amount: '-40.00',
        entry: unnamed,
        account: null,
        from: null,
        to: null,
      },
    ],
    count: 1,
    amount: '-40.00',
  });
  expect(await detail('1500')).toEqual(['assets', ['Press 900.00', 'Ladder 40.00']]);
  expect(await detail('1509')).toEqual(['assets', ['Press -340.00']]);
  expect(await detail('1200')).toEqual(['stock', ['Stakes 30.00']]);
  expect(await detail('1300')).toEqual([null, []]);

  // taken back and posted with its asset, it holds again
  const reversed = await server.request('POST', `${books.path}/entries/${unnamed}/reverse`, { date: '2026-03-01' });
  expect(reversed.status).toBe(201);
  await post('2026-03-01', { account: '1500', document: 'Ladder' }, { account: '1010' });
  expect((await proof('assets-cost', '2026-03-31')).slice(0, 2)).toEqual(['980.00', '980.00']);
  expect((await proof('stock-inventory', '2026-03-31')).slice(0, 2)).toEqual(['30.00', '30.00']);
});
