import type { AgedBalancesAnswer, ImportAnswer, TakeOnAnswer, TrayRowsAnswer } from '@just-ledger/contract';
import {
  accumulatedDepreciation,
  baseAmount,
  displayAmount,
  formatAmount,
  minor,
  parseCivilDate as d,
  parseCurrencyCode,
  parseRate,
  type TrayKey,
} from '@just-ledger/core';
import { workbookOf } from './files.js';
import { RunningServer } from './running-server.js';

// A whole take-on from other books, invented by a seed: 150 accounts, 300 open items in two currencies, 40 assets, 80
// items of stock, 5 banks with uncleared items, in files with foreign headings and customs, and five slips in them.

const [EUR, USD] = [parseCurrencyCode('EUR'), parseCurrencyCode('USD')];
const COMMA = { decimal: ',', thousands: '.' } as const;
const CHANGEOVER = '2025-12-31';
const RATE = { rate: parseRate('0.9') };

let state = 20261126;
/** A whole number below a limit (a linear congruential generator, from memory of its constants). */
const draw = (below: number): number => {
  state = (Math.imul(state, 1664525) + 1013904223) >>> 0;
  return Math.floor((state / 2 ** 32) * below);
};
const amount = (): number => Math.round(800 * 10 ** ((draw(1000) / 1000) * 3));
const day = (): string => `2025-${String(1 + draw(12)).padStart(2, '0')}-${String(1 + draw(28)).padStart(2, '0')}`;
const plain = (cents: number): string => formatAmount(minor(cents), EUR);
const comma = (cents: number): string => displayAmount(minor(cents), EUR, COMMA);

interface Item {
  readonly contact: string;
  readonly document: string;
  readonly date: string;
  readonly currency: string;
  unpaid: number;
}
const items = (count: number, prefix: string): Item[] =>
  Array.from({ length: count }, (_, at) => ({
    contact: `${prefix} ${1 + draw(30)}`,
    document: `${prefix[0]}-${1000 + at}`,
    date: day(),
    currency: draw(10) < 3 ? 'USD' : 'EUR',
    unpaid: draw(12) === 0 ? -amount() : amount(),
  }));
const inBase = ({ currency, unpaid }: Item): number =>
  currency === 'USD' ? baseAmount(minor(unpaid), USD, EUR, RATE) : unpaid;
const sum = (numbers: readonly number[]): number => numbers.reduce((all, one) => all + one, 0);

const CLASSES = ['Machines', 'Vehicles', 'Furniture', 'Computers'].map((name, at) => ({
  name,
  cost: `15${at}0`,
  accumulated: `15${at}9`,
  life: [10, 6, 8, 4][at] ?? 5,
}));
const customers = items(200, 'Customer');
const suppliers = items(100, 'Supplier');
const assets = Array.from({ length: 40 }, (_, at) => {
  const of = CLASSES[at % 4] as (typeof CLASSES)[number];
  const [cost, acquired] = [amount() * 10, `20${20 + draw(5)}-0${1 + draw(9)}-10`];
  const asset = {
    cost: minor(cost),
    residual: minor(0),
    acquired: d(acquired),
    method: 'straight-line',
    life: String(of.life),
  } as const;
  return {
    name: `${of.name} ${at}`,
    class: of,
    acquired,
    cost,
    written: accumulatedDepreciation(asset, d(CHANGEOVER), 1) ?? 0,
  };
});
const stock = Array.from({ length: 80 }, (_, at) => ({
  item: `Part ${at}`,
  quantity: 1 + draw(400),
  cost: 5 + draw(5000),
}));
const banks = ['1010', '1011', '1012', '1013', '1014'].map((account) => ({
  account,
  statement: amount() * 20,
  uncleared: Array.from({ length: 1 + draw(4) }, () => -amount()),
}));
const bankBalance = ({ account, statement, uncleared }: (typeof banks)[number]): number =>
  account === '1014'
    ? sum([statement, ...uncleared].map((one) => baseAmount(minor(one), USD, EUR, RATE)))
    : sum([statement, ...uncleared]);
const others = Array.from({ length: 150 - 19 }, (_, at) => ({
  number: String((at % 2 === 0 ? 1300 : 2300) + at),
  amount: at % 2 === 0 ? amount() : -amount(),
}));

/** The old books, debit positive. */
const OLD = new Map<string, number>([
  ...banks.map((bank) => [bank.account, bankBalance(bank)] as const),
  ['1100', sum(customers.map(inBase))],
  ['2100', -sum(suppliers.map(inBase))],
  ['1200', sum(stock.map(({ quantity, cost }) => quantity * cost))],
  ...CLASSES.flatMap((of) => {
    const own = assets.filter((asset) => asset.class === of);
    return [
      [of.cost, sum(own.map(({ cost }) => cost))] as const,
      [of.accumulated, -sum(own.map(({ written }) => written))] as const,
    ];
  }),
  ...others.map(({ number, amount: one }) => [number, one] as const),
]);
OLD.set('3000', -sum([...OLD.values()]));

const swapped = (cents: number): number => {
  const digits = String(Math.abs(cents));
  const at = [...digits].findIndex(
    (digit, place) => place > 0 && place + 1 < digits.length && digit !== digits[place + 1],
  );
  return Math.sign(cents) * Number(`${digits.slice(0, at)}${digits[at + 1]}${digits[at]}${digits.slice(at + 2)}`);
};
const transposed = customers.find(
  ({ unpaid, currency }) => unpaid > 0 && currency === 'EUR' && swapped(unpaid) !== unpaid,
) as Item;
const omitted = suppliers.find(({ unpaid, currency }) => unpaid > 0 && currency === 'EUR') as Item;
const bare = assets.find(({ written }) => written > 0) as (typeof assets)[number];
const slid = stock[17] as (typeof stock)[number];

/** The files as the old books would give them, with the slips. */
async function files(): Promise<Record<string, Uint8Array>> {
  const text = (rows: readonly string[]): Uint8Array => new TextEncoder().encode(rows.join('\n'));
  return {
    'trial-balance': await workbookOf([
      ['Account code', 'Account name', 'Dr', 'Cr'],
      ...[...OLD].map(([number, one]) => [
        number,
        `Account ${number}`,
        one > 0 ? one / 100 : '',
        one < 0 ? -one / 100 : '',
      ]),
    ]),
    customers: text([
      'Customer;Invoice no.;Invoice date;Ccy;Outstanding;Sales person',
      ...customers.map((one) =>
        [
          one.contact,
          one.document,
          one.date,
          one.currency,
          comma(one === transposed ? swapped(one.unpaid) : one.unpaid),
          'Jo',
        ].join(';'),
      ),
    ]),
    suppliers: await workbookOf([
      ['Vendor', 'Bill', 'Bill date', 'Currency', 'Amount due'],
      ...suppliers
        .filter((one) => one !== omitted)
        .map((one) => [
          one.contact,
          one.document,
          one.date,
          one.currency,
          one.unpaid < 0 ? `${plain(-one.unpaid)}-` : one.unpaid / 100,
        ]),
    ]),
    banks: text([
      'Bank,Statement balance,Ref,Paid to,Uncleared',
      ...banks.flatMap(({ account, statement, uncleared }) => [
        `${account},"${displayAmount(minor(statement), EUR)}",,,`,
        ...uncleared.map(
          (one, at) =>
            `${account},,cheque ${at},Somebody,"${displayAmount(minor(account === '1011' && at === 0 ? -one : one), EUR)}"`,
        ),
      ]),
    ]),
    'asset-classes': text([
      'Class,Cost account,Accumulated depreciation,Years',
      ...CLASSES.map((of) => `${of.name},${of.cost},${of.accumulated},${of.life}`),
    ]),
    assets: await workbookOf([
      ['Description', 'Category', 'Purchased', 'Purchase price', 'Depreciation to date'],
      ...assets.map((one) => [
        one.name,
        one.class.name,
        one.acquired,
        one.cost / 100,
        one === bare ? '' : one.written / 100,
      ]),
    ]),
    stock: text([
      'Product;Qty;Unit cost',
      ...stock.map((one) => `${one.item};${one === slid ? one.quantity * 10 : one.quantity};${comma(one.cost)}`),
    ]),
  };
}

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.start();
});
afterAll(() => server.stop());

async function books(): Promise<string> {
  const path = await server.organisation({ starterChart: false, changeoverDate: CHANGEOVER });
  const element = (number: string): string =>
    ({ 1: 'asset', 2: 'liability', 3: 'equity' })[number[0] as '1'] ?? 'asset';
  const control: Record<string, string> = { 1100: 'receivables', 2100: 'payables' };
  const chart = [...OLD.keys()].map((number) => {
    const cells = [
      number,
      number === '1200' ? 'Inventory' : `Account ${number}`,
      element(number),
      control[number] ?? '',
      number === '1014' ? 'USD' : '',
      number < '1015' ? 'cash' : '',
      CLASSES.some((of) => of.accumulated === number) ? 'yes' : '',
    ];
    return cells.join(',');
  });
  const reply = await server.request(
    'POST',
    `${path}/accounts/import`,
    ['number,name,element,control,currency,role,contra', ...chart].join('\n'),
  );
  expect([reply.status, reply.body.problems]).toEqual([200, undefined]);
  await server.request('POST', `${path}/currencies`, { currency: 'USD' });
  await server.request('PUT', `${path}/exchange-rates/USD/2025-12-30`, RATE);
  return path;
}

/** Reads a file into a tray as its headings are recognised. */
async function readFile(path: string, tray: string, bytes: Uint8Array): Promise<ImportAnswer> {
  const sent = await fetch(`${server.url}${path}/imports?subject=tray-${tray}&name=${tray}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: bytes as never,
  });
  let job = (await sent.json()) as ImportAnswer;
  const settle = async (): Promise<void> => {
    while (['reading', 'checking', 'writing'].includes(job.state)) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      job = (await server.request('GET', `${path}/imports/${job.id}`)).body as ImportAnswer;
    }
  };
  await settle();
  await server.request('PUT', `${path}/imports/${job.id}/matching`, {
    columns: job.headings.map(({ column }) => column),
  });
  job = { ...job, state: 'checking' };
  await settle();
  const checked = job;
  expect([tray, checked.state, checked.problems]).toEqual([tray, 'checked', []]);
  job = (await server.request('POST', `${path}/imports/${job.id}/taking`)).body as ImportAnswer;
  await settle();
  expect([tray, job.state]).toEqual([tray, 'done']);
  return checked;
}

describe.each([
  ['totals first', ['trial-balance', 'customers', 'suppliers', 'banks', 'asset-classes', 'assets', 'stock']],
  [
    'totals last, in the reverse order',
    ['stock', 'asset-classes', 'assets', 'banks', 'suppliers', 'customers', 'trial-balance'],
  ],
])('a whole take-on from files, %s', (_, order) => {
  let path: string;
  const rowsOf = async (tray: string): Promise<TrayRowsAnswer> =>
    (await server.request('GET', `${path}/take-on/trays/${tray}`)).body as TrayRowsAnswer;
  const find = async (tray: string, key: string, text: string): Promise<TrayRowsAnswer['rows'][number]> => {
    const found = (await rowsOf(tray)).rows.find(({ cells }) => cells[key] === text);
    return found as NonNullable<typeof found>;
  };
  const mend = async (
    tray: string,
    row: TrayRowsAnswer['rows'][number],
    cells: Record<string, string>,
  ): Promise<void> => {
    await server.request('PUT', `${path}/take-on/trays/${tray}/rows/${row.id}`, {
      cells: { ...row.cells, ...cells },
    });
  };

  test('is read, its contacts added, its slips found, mended and signed off; the old books to the cent', async () => {
    path = await books();
    const all = await files();
    const remarks: Record<string, string[]> = {};
    for (const tray of order) remarks[tray] = (await readFile(path, tray, all[tray] as Uint8Array)).remarks;
    expect(remarks['customers']?.[0]).toMatch(/ is read as /);
    expect(remarks['customers']?.[1]).toBe('200 rows wait in the tray to be mended.');
    for (const name of new Set([...customers, ...suppliers].map(({ contact }) => contact))) {
      await server.request('POST', `${path}/contacts`, {
        name,
        roles: [name.startsWith('C') ? 'customer' : 'supplier'],
      });
    }
    const first = async (tray: TrayKey): Promise<unknown[]> =>
      (await rowsOf(tray)).suggestions
        .slice(0, 3)
        .map(({ slip, lines, sentence }) => [slip, lines[0]?.row, sentence]);

    const wrong = await find('customers', 'document', transposed.document);
    expect((await first('customers')).map((one) => (one as unknown[])[1])).toContain(wrong.id);
    await mend('customers', wrong, { unpaid: plain(transposed.unpaid) });

    expect(await first('suppliers')).toContainEqual([
      'missing',
      undefined,
      `A line of ${displayAmount(minor(omitted.unpaid), EUR)} credit may be missing.`,
    ]);
    const found = {
      contact: omitted.contact,
      document: omitted.document,
      date: omitted.date,
      unpaid: plain(omitted.unpaid),
    };
    await server.request('POST', `${path}/take-on/trays/suppliers/rows`, { rows: [{ cells: found }] });

    const uncleared = await find(
      'banks',
      'amount',
      displayAmount(minor(-((banks[1] as (typeof banks)[number]).uncleared[0] as number)), EUR),
    );
    expect(await first('banks')).toContainEqual(['wrong-side', uncleared.id, expect.any(String)]);
    await mend('banks', uncleared, { amount: `-${uncleared.cells['amount']}` });

    const unwritten = await find('assets', 'name', bare.name);
    expect((await first('assets'))[0]).toEqual(['no-depreciation', unwritten.id, expect.any(String)]);
    await mend('assets', unwritten, { accumulated: plain(bare.written) });

    const tenfold = await find('stock', 'item', slid.item);
    expect((await first('stock')).map((one) => (one as unknown[])[1])).toContain(tenfold.id);
    await mend('stock', tenfold, { quantity: String(slid.quantity) });

    const signed = await server.request('POST', `${path}/take-on/sign-off`);
    expect([signed.status, signed.body.problems]).toEqual([200, undefined]);
    expect((signed.body as TakeOnAnswer).clearing.every(({ posted }) => posted === '0.00')).toBe(true);

    const { body: csv } = await server.request('GET', `${path}/reports/trial-balance.csv?asAt=${CHANGEOVER}`);
    const now = (csv as string)
      .trim()
      .split(/\r?\n/)
      .slice(1, -1)
      .map((row) => row.split(','));
    const written = Object.fromEntries(
      now.map((cells) => [cells[0], Number(cells.at(-2)) ? cells.at(-2) : `-${cells.at(-1)}`]),
    );
    expect(written).toEqual(
      Object.fromEntries([...OLD].filter(([, one]) => one !== 0).map(([number, one]) => [number, plain(one)])),
    );
    const { body: proofs } = await server.request('GET', `${path}/proofs?asAt=${CHANGEOVER}`);
    expect(proofs.proofs.filter((one: { holds: boolean }) => !one.holds)).toEqual([]);
    expect(proofs.proofs.map((one: { key: string }) => one.key)).toEqual(
      expect.arrayContaining([
        'receivables-control',
        'payables-control',
        'take-on-clearing',
        'bank-ledger',
        'assets-cost',
        'assets-written-off',
        'stock-inventory',
      ]),
    );
  });

  test('its aged balances are what was taken on, and each contact’s statement ends there', async () => {
    for (const [ledger, taken] of [
      ['receivables', customers],
      ['payables', suppliers],
    ] as const) {
      const { body } = await server.request(
        'GET',
        `${path}/reports/aged-balances?ledger=${ledger}&asAt=${CHANGEOVER}`,
      );
      const aged = body as AgedBalancesAnswer;
      expect([aged.total, aged.control]).toEqual([plain(sum(taken.map(inBase))), plain(sum(taken.map(inBase)))]);
      expect(
        aged.contacts
          .flatMap(({ items: open }) => open.map(({ document, date, open: left }) => `${document} ${date} ${left}`))
          .sort(),
      ).toEqual(taken.map((one) => `${one.document} ${one.date} ${plain(inBase(one))}`).sort());
      const [contact] = aged.contacts;
      const { body: statement } = await server.request(
        'GET',
        `${path}/reports/statement-of-account?contact=${encodeURIComponent(contact?.name ?? '')}&from=2025-01-01&to=${CHANGEOVER}`,
      );
      expect(statement.closing.replace('-', '')).toBe(contact?.total.replace('-', ''));
      const { body: csv } = await server.request(
        'GET',
        `${path}/reports/aged-balances.csv?ledger=${ledger}&asAt=${CHANGEOVER}`,
      );
      expect((csv as string).trim().split(/\r?\n/).at(-1)?.split(',').at(-1)).toBe(aged.total);
      expect(
        (
          await server.request(
            'GET',
            `${path}/reports/statement-of-account.csv?contact=${encodeURIComponent(contact?.name ?? '')}&to=${CHANGEOVER}&from=2025-01-01`,
          )
        ).body,
      ).toContain('brought forward');
    }
    expect((await server.request('GET', `${path}/reports/aged-balances?ledger=all`)).status).toBe(422);
    expect((await server.request('GET', `${path}/reports/statement-of-account?contact=Nobody`)).status).toBe(422);
  });

  test('what was taken on is paid by an entry: the item closes, detail and control stay together', async () => {
    const paid = customers.find(({ unpaid, currency }) => unpaid > 0 && currency === 'EUR') as Item;
    const pay = {
      date: '2026-01-10',
      explanation: 'Paid',
      lines: [
        { account: '1010', debit: plain(paid.unpaid) },
        { account: '1100', credit: plain(paid.unpaid), contact: paid.contact, document: paid.document },
      ],
    };
    expect((await server.request('POST', `${path}/entries`, pay)).status).toBe(201);
    const open = async (asAt: string): Promise<boolean> => {
      const { body } = await server.request('GET', `${path}/reports/aged-balances?ledger=receivables&asAt=${asAt}`);
      const aged = body as AgedBalancesAnswer;
      expect(aged.total).toBe(aged.control);
      return aged.contacts.some(({ items: own }) => own.some(({ document }) => document === paid.document));
    };
    expect([await open('2026-01-09'), await open('2026-01-10')]).toEqual([true, false]);
  });
});
