import { RunningServer, problemCodes, type Reply } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

const post = (path: string, body: object): Promise<Reply> => server.request('POST', path, body);
const put = (path: string, body: object): Promise<Reply> => server.request('PUT', path, body);
const get = (path: string): Promise<Reply> => server.request('GET', path);
const drop = (path: string): Promise<Reply> => server.remove(path);

const standard = {
  code: 'P20',
  name: 'Purchases, standard rate',
  side: 'purchases',
  rates: [
    { from: '2026-07-01', parts: [{ rate: '21', side: 'debit', account: '1350' }] },
    { parts: [{ rate: '20', side: 'debit', account: '1350' }] },
  ],
};

describe('tax codes', () => {
  let path: string;
  beforeAll(async () => {
    path = await server.organisation({ kind: 'company' });
  });

  test('are kept with their rates in the order of their days', async () => {
    const { status, body } = await post(`${path}/tax-codes`, standard);
    expect(status).toBe(201);
    expect(body).toEqual({
      id: 1,
      code: 'P20',
      name: 'Purchases, standard rate',
      side: 'purchases',
      rounding: 'line',
      active: true,
      rates: [
        { from: null, parts: [{ rate: '20', share: '100', side: 'debit', account: '1350' }] },
        { from: '2026-07-01', parts: [{ rate: '21', share: '100', side: 'debit', account: '1350' }] },
      ],
      usedBy: [],
      version: 1,
    });
    const reverse = await post(`${path}/tax-codes`, {
      code: 'PR',
      name: 'Services from abroad',
      side: 'purchases',
      rounding: 'document',
      rates: [
        {
          parts: [
            { rate: '20', share: '60', side: 'debit', account: '1350' },
            { rate: '20', share: '40', side: 'debit' },
            { rate: '20', side: 'credit', account: '2200' },
          ],
        },
      ],
    });
    expect(reverse.body.rates[0].parts).toHaveLength(3);
    expect((await get(`${path}/tax-codes`)).body.map((item: { code: string }) => item.code)).toEqual(['P20', 'PR']);
  });

  test('are refused at the place of each problem, and nothing of them is kept', async () => {
    const refused = await post(`${path}/tax-codes`, {
      code: 'p20',
      name: '',
      side: 'both',
      rates: [{ from: 'soon', parts: [{ rate: 'x', share: '0', side: 'up', account: '1100' }] }],
    });
    expect([refused.status, problemCodes(refused)]).toEqual([
      422,
      [
        'tax-code-taken at code',
        'tax-code-name-missing at name',
        'tax-side at side',
        'not-a-date at rates.0.from',
        'not-a-percentage at rates.0.parts.0.rate',
        'tax-share at rates.0.parts.0.share',
        'tax-part-side at rates.0.parts.0.side',
        'tax-account at rates.0.parts.0.account',
      ],
    ]);
    expect((await get(`${path}/tax-codes`)).body).toHaveLength(2);
  });

  test('change with a version, and leave a trail', async () => {
    const next = { ...standard, name: 'Purchases', rates: [{ parts: [] }], version: 1 };
    const { status, body } = await put(`${path}/tax-codes/1`, next);
    expect([status, body.version, body.rates]).toEqual([200, 2, [{ from: null, parts: [] }]]);
    expect((await put(`${path}/tax-codes/1`, next)).status).toBe(409);
    expect((await put(`${path}/tax-codes/99`, next)).status).toBe(404);
    const trail = await get(`${path}/set-up-changes?subject=tax-code&object=1`);
    expect(trail.body[0].fields).toEqual([
      { field: 'name', from: 'Purchases, standard rate', to: 'Purchases' },
      {
        field: 'from the beginning',
        from: '20 % in debit of 1350 Tax to be reclaimed',
        to: 'no tax',
      },
      { field: 'from 1 July 2026', from: '21 % in debit of 1350 Tax to be reclaimed', to: null },
    ]);
  });

  test('are proposed by accounts, in requests and in the chart file', async () => {
    const { body: accounts } = await get(`${path}/accounts`);
    const rent = accounts.find((account: { number: string }) => account.number === '6100');
    const change = { number: '6100', name: 'Rent', element: 'expense', version: rent.version };
    expect(problemCodes(await put(`${path}/accounts/${rent.id}`, { ...change, taxCode: 'P99' }))).toEqual([
      'tax-code-unknown at taxCode',
    ]);
    const { body } = await put(`${path}/accounts/${rent.id}`, { ...change, taxCode: 'p20' });
    expect(body.taxCode).toBe('P20');
    expect((await get(`${path}/tax-codes`)).body[0].usedBy).toEqual(['6100']);
    const file = (await get(`${path}/accounts.csv`)).body;
    expect(file.split('\n').find((row: string) => row.startsWith('6100'))).toMatch(/,P20,,\r?$/);
    expect((await server.request('POST', `${path}/accounts/import`, file)).body).toMatchObject({ created: 0 });
    const wrong = 'number,name,element,tax_code\n6100,Rent,expense,P99\n';
    expect(problemCodes(await server.request('POST', `${path}/accounts/import`, wrong))).toEqual([
      'tax-code-unknown at rows.2.tax_code',
    ]);
  });

  test('stay while an account proposes them, and keep the accounts they write to', async () => {
    expect((await drop(`${path}/tax-codes/1`)).body.problems[0].message).toBe(
      'Proposed by 6100 Rent; remove it there first.',
    );
    const { body: accounts } = await get(`${path}/accounts`);
    const owed = accounts.find((account: { number: string }) => account.number === '2200');
    expect((await drop(`${path}/accounts/${owed.id}`)).body.problems[0].message).toBe(
      'The tax code PR writes to 2200 Tax owed.',
    );
    const anew = await post(`${path}/accounts/starter`, {});
    expect([anew.status, anew.body.problems[0].message]).toEqual([
      422,
      'The tax code PR writes to one of these accounts. Remove that first.',
    ]);
    expect((await drop(`${path}/tax-codes/2`)).status).toBe(204);
    expect((await drop(`${path}/accounts/${owed.id}`)).status).toBe(204);
  });
});

describe('currencies', () => {
  let path: string;
  beforeAll(async () => {
    path = await server.organisation({ kind: 'company' });
  });

  test('are those of ISO 4217 beside the books’ own, with accounts for gains and losses', async () => {
    expect(problemCodes(await post(`${path}/currencies`, { currency: 'EUR' }))).toEqual([
      'currency-base at currency',
    ]);
    expect(problemCodes(await post(`${path}/currencies`, { currency: 'QQQ' }))).toEqual([
      'currency-unknown at currency',
    ]);
    const { status, body } = await post(`${path}/currencies`, { currency: 'usd', realisedGain: '4600' });
    expect([status, body]).toEqual([
      201,
      {
        currency: 'USD',
        realisedGain: '4600',
        realisedLoss: null,
        unrealisedGain: null,
        unrealisedLoss: null,
        rates: 0,
        opening: null,
        closing: null,
        accounts: [],
        contacts: 0,
        version: 1,
      },
    ]);
    expect(problemCodes(await post(`${path}/currencies`, { currency: 'USD' }))).toEqual([
      'currency-taken at currency',
    ]);
    const change = { currency: 'USD', realisedGain: '4600', realisedLoss: '7100', version: 1 };
    expect((await put(`${path}/currencies/USD`, change)).body).toMatchObject({ realisedLoss: '7100', version: 2 });
    expect((await put(`${path}/currencies/USD`, change)).status).toBe(409);
    expect((await put(`${path}/currencies/GBP`, change)).status).toBe(404);
  });

  test('have rates by date, kept as they were quoted, with the opening and closing rate of a span', async () => {
    const first = await put(`${path}/exchange-rates/USD/2025-12-31`, { ratePerBase: '1.0811' });
    expect([first.status, first.body]).toEqual([
      200,
      {
        currency: 'USD',
        date: '2025-12-31',
        rate: null,
        ratePerBase: '1.0811',
        inverse: '0.924984',
        version: expect.any(Number),
      },
    ]);
    await put(`${path}/exchange-rates/USD/2026-01-15`, { rate: '0.93' });
    const [usd] = (await get(`${path}/currencies?from=2026-01-01&to=2026-01-31`)).body;
    expect([usd.opening.ratePerBase, usd.closing.rate, usd.rates]).toEqual(['1.0811', '0.93', 2]);
    const [early] = (await get(`${path}/currencies?from=2025-12-01&to=2026-01-14`)).body;
    expect([early.opening, early.closing.date]).toEqual([null, '2025-12-31']);
    expect((await get(`${path}/exchange-rates?currency=USD&on=2026-01-14`)).body).toMatchObject([
      { date: '2025-12-31' },
    ]);
    expect((await get(`${path}/exchange-rates?on=2025-01-14`)).body).toEqual([]);
  });

  test('refuse what is no rate, no day, or of a currency that is not there', async () => {
    const ask = (day: string, body: object, currency = 'USD'): Promise<Reply> =>
      put(`${path}/exchange-rates/${currency}/${day}`, body);
    expect(problemCodes(await ask('2026-02-30', { rate: '1' }))).toEqual(['not-a-date at date']);
    expect(problemCodes(await ask('2026-02-01', {}))).toEqual(['rate-missing at rate']);
    expect(problemCodes(await ask('2026-02-01', { rate: '-1' }))).toEqual(['not-a-rate at rate']);
    expect(problemCodes(await ask('2026-02-01', { rate: '1', ratePerBase: '1' }))).toEqual([
      'two-rates at ratePerBase',
    ]);
    expect((await ask('2026-02-01', { rate: '1' }, 'GBP')).status).toBe(404);
    expect((await drop(`${path}/exchange-rates/USD/2026-02-01`)).status).toBe(404);
  });

  test('read a file of rates: all of it, or every problem by row', async () => {
    const read = (text: string): Promise<Reply> => server.request('POST', `${path}/exchange-rates/import`, text);
    const bad = await read(
      'currency,date,rate\nUSD,2026-03-01,0.9\nGBP,2026-03-01,1.2\nUSD,2026-03-01,0.91\nUSD,March,free\n',
    );
    expect([bad.status, problemCodes(bad)]).toEqual([
      422,
      [
        'currency-unknown at rows.3.currency',
        'row-twice at rows.4.date',
        'not-a-date at rows.5.date',
        'not-a-rate at rows.5.rate',
      ],
    ]);
    expect(problemCodes(await read('currency,date,rate\n'))).toEqual(['no-rows at ']);
    const good = await read(
      'currency,date,rate,rate_per_base\nUSD,2026-01-15,0.93,\nUSD,2025-12-31,,1.09\nUSD,2026-03-01,0.9,\n',
    );
    expect(good.body).toEqual({ added: 1, changed: 1, unchanged: 1 });
    const written = (await get(`${path}/exchange-rates.csv`)).body;
    expect(written.trim().split(/\r?\n/)).toEqual([
      'currency,date,rate,rate_per_base',
      'USD,2025-12-31,,1.09',
      'USD,2026-01-15,0.93,',
      'USD,2026-03-01,0.9,',
    ]);
    expect((await read(written)).body).toEqual({ added: 0, changed: 0, unchanged: 3 });
  });

  test('tell in their trail what became of accounts and rates', async () => {
    expect((await drop(`${path}/exchange-rates/USD/2026-01-15`)).status).toBe(204);
    const { body } = await get(`${path}/set-up-changes?subject=currency`);
    expect(body.map((item: { title: string; fields: object[] }) => [item.title, item.fields])).toEqual([
      ['USD', [{ field: 'rate of 15 January 2026', from: '0.93', to: null }]],
      ['USD', [{ field: 'rates read from a file', from: null, to: '2, from 31 December 2025 to 1 March 2026' }]],
      ['USD', [{ field: 'rate of 15 January 2026', from: null, to: '0.93' }]],
      ['USD', [{ field: 'rate of 31 December 2025', from: null, to: '1.0811 to one of the books' }]],
      ['USD', [{ field: 'loss, realised', from: null, to: '7100 Exchange losses' }]],
      [
        'USD',
        [
          { field: 'currency', from: null, to: 'USD' },
          { field: 'gain, realised', from: null, to: '4600 Exchange gains' },
        ],
      ],
    ]);
  });

  test('go with their rates; accounts for their gains and losses stay as long as they do', async () => {
    const { body: accounts } = await get(`${path}/accounts`);
    const gains = accounts.find((account: { number: string }) => account.number === '4600');
    expect((await drop(`${path}/accounts/${gains.id}`)).body.problems[0].message).toBe(
      'Gains and losses on USD go to 4600 Exchange gains.',
    );
    expect((await drop(`${path}/currencies/USD`)).status).toBe(204);
    expect((await get(`${path}/exchange-rates`)).body).toEqual([]);
    expect((await drop(`${path}/accounts/${gains.id}`)).status).toBe(204);
  });
});
