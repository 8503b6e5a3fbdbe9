import type { ImportResponse, TakeOnResponse, TrayRowsResponse } from '@just-ledger/contract';
import { displayAmount, minor, type TrayKey } from '@just-ledger/core';
import {
  CHANGEOVER,
  EUR,
  OLD,
  RATE,
  banks,
  bare,
  chartFile,
  customers,
  files,
  inBase,
  omitted,
  plain,
  slid,
  sum,
  suppliers,
  transposed,
  type Item,
} from './other-books.js';
import { agedWithItems } from './aged-items.js';
import { RunningServer } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

async function books(): Promise<string> {
  const path = await server.organisation({ starterChart: false, changeoverDate: CHANGEOVER });
  const reply = await server.request('POST', `${path}/accounts/import`, chartFile());
  expect([reply.status, reply.body.problems]).toEqual([200, undefined]);
  await server.request('POST', `${path}/currencies`, { currency: 'USD' });
  await server.request('PUT', `${path}/exchange-rates/USD/2025-12-30`, RATE);
  return path;
}

/** Reads a file into a tray as its headings are recognised. */
async function readFile(path: string, tray: string, bytes: Uint8Array): Promise<ImportResponse> {
  const sent = await fetch(`${server.url}${path}/imports?subject=tray-${tray}&name=${tray}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: bytes as never,
  });
  let job = (await sent.json()) as ImportResponse;
  const settle = async (): Promise<void> => {
    while (['reading', 'checking', 'writing', 'posting'].includes(job.state)) {
      await new Promise((resolve) => setTimeout(resolve, 20));
      job = (await server.request('GET', `${path}/imports/${job.id}`)).body as ImportResponse;
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
  job = (await server.request('POST', `${path}/imports/${job.id}/taking`)).body as ImportResponse;
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
  const rowsOf = async (tray: string): Promise<TrayRowsResponse> =>
    (await server.request('GET', `${path}/take-on/trays/${tray}`)).body as TrayRowsResponse;
  const find = async (tray: string, key: string, text: string): Promise<TrayRowsResponse['rows'][number]> => {
    const found = (await rowsOf(tray)).rows.find(({ cells }) => cells[key] === text);
    return found as NonNullable<typeof found>;
  };
  const mend = async (
    tray: string,
    row: TrayRowsResponse['rows'][number],
    cells: Record<string, string>,
  ): Promise<void> => {
    await server.request('PUT', `${path}/take-on/trays/${tray}/rows/${row.id}`, {
      cells: { ...row.cells, ...cells },
      version: row.version,
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
    expect((await first('customers')).map((item) => (item as unknown[])[1])).toContain(wrong.id);
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
    expect((await first('stock')).map((item) => (item as unknown[])[1])).toContain(tenfold.id);
    await mend('stock', tenfold, { quantity: String(slid.quantity) });

    const { version } = await server.done('GET', `${path}/take-on`);
    const signed = await server.request('POST', `${path}/take-on/sign-off`, { version });
    expect([signed.status, signed.body.problems]).toEqual([200, undefined]);
    expect((signed.body as TakeOnResponse).clearing.every(({ posted }) => posted === '0.00')).toBe(true);

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
      Object.fromEntries(
        [...OLD].filter(([, count]) => count !== 0).map(([number, count]) => [number, plain(count)]),
      ),
    );
    const { body: proofs } = await server.request('GET', `${path}/proofs?asAt=${CHANGEOVER}`);
    expect(proofs.proofs.filter((proof: { holds: boolean }) => !proof.holds)).toEqual([]);
    expect(proofs.proofs.map((proof: { key: string }) => proof.key)).toEqual(
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
      const aged = await agedWithItems(server, path, ledger, CHANGEOVER);
      expect([aged.total, aged.control]).toEqual([plain(sum(taken.map(inBase))), plain(sum(taken.map(inBase)))]);
      expect(
        aged.contacts
          .flatMap(({ items: open }) => open.map(({ document, date, open: left }) => `${document} ${date} ${left}`))
          .sort(),
      ).toEqual(taken.map((item) => `${item.document} ${item.date} ${plain(inBase(item))}`).sort());
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
      const aged = await agedWithItems(server, path, 'receivables', asAt);
      expect(aged.total).toBe(aged.control);
      return aged.contacts.some(({ items: own }) => own.some(({ document }) => document === paid.document));
    };
    expect([await open('2026-01-09'), await open('2026-01-10')]).toEqual([true, false]);
  });
});
