import type { Cells } from './take-on-of-books.js';
import { RunningServer, problemCodes, type Reply } from './running-server.js';

// Expected figures are worked out here from what was put in, cents added up account by account.

const CHART = [
  'number,name,element,classification,role,closes_to',
  '1010,Bank,asset,current-assets,cash,',
  '2600,Loan,liability,non-current-liabilities,,',
  '3000,Share capital,equity,equity,share-capital,',
  '3200,Retained earnings,equity,equity,retained-earnings,',
  '3250,Old results,equity,equity,reserve,',
  '3300,Dividends,equity,equity,dividends,3200',
  '4000,Sales,revenue,,,',
  '4100,Rent received,revenue,,,',
  '6000,Wages,expense,,,',
  '6100,Heating,expense,,,',
].join('\n');
const TEMPORARY = ['3300', '4000', '4100', '6000', '6100'];

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.start({ today: '2028-02-10' });
});
afterAll(() => server.stop());

const cents = (amount: string): number => Math.round(Number(amount) * 100);
const written = (amount: number): string => (Math.abs(amount) / 100).toFixed(2);

/** Books of a company, begun with the first of January 2026, and what should stand in them. */
class Books {
  /** Cents by account, debit positive, brought forward and posted. */
  readonly expected = new Map<string, number>();

  private constructor(readonly path: string) {}

  static async begin(fields: Record<string, unknown> = {}): Promise<Books> {
    const path = await server.organisation({ starterChart: false, changeoverDate: '2025-12-31', ...fields });
    expect((await server.request('POST', `${path}/accounts/import`, CHART)).status).toBe(200);
    return new Books(path);
  }

  ask(method: string, to: string, body?: unknown): Promise<Reply> {
    return server.request(method, `${this.path}${to}`, body);
  }

  async done(method: string, to: string, body?: unknown): Promise<Reply['body']> {
    const reply = await this.ask(method, to, body);
    if (reply.status >= 300) throw new Error(`${method} ${to}: ${JSON.stringify(reply.body)}`);
    return reply.body;
  }

  async rows(tray: string, balances: Record<string, number>): Promise<void> {
    const rows = Object.entries(balances).map(([account, amount]) => ({
      cells: { account, [amount > 0 ? 'debit' : 'credit']: written(amount) },
    }));
    if (rows.length > 0) await this.done('POST', `/take-on/trays/${tray}/rows`, { rows });
  }

  async post(date: string, kind: string, amounts: Record<string, number>): Promise<string> {
    const lines = Object.entries(amounts).map(([account, amount]) => ({
      account,
      [amount > 0 ? 'debit' : 'credit']: written(amount),
    }));
    return (await this.done('POST', '/entries', { date, kind, explanation: kind, lines })).number;
  }

  /** Changes or signs off the take-on, as it is now. */
  async lookedAt(method: string, to: string, change: object = {}): Promise<void> {
    const { version } = await this.done('GET', '/take-on');
    await this.done(method, to, { ...change, version });
  }

  /** Asks for the old trial balance to be posted, as it is now. */
  async postTrial(): Promise<void> {
    const { version } = await this.done('GET', '/take-on/trays/trial-balance');
    await this.ask('POST', '/take-on/trays/trial-balance/posting', { version });
  }

  /** Cents by account, debit positive. */
  async balances(asAt: string, stage = 'post-closing'): Promise<Record<string, number>> {
    const csv = (await this.done('GET', `/reports/trial-balance.csv?asAt=${asAt}&stage=${stage}`)) as string;
    return Object.fromEntries(
      csv
        .trim()
        .split(/\r?\n/)
        .slice(1, -1)
        .map((row) => row.split(','))
        .map((cells) => [cells[0], cents(cells.at(-2) || '0') - cents(cells.at(-1) || '0')]),
    );
  }

  /** Rows of a statement by label and account. */
  async rowsOf(statement: string): Promise<string[]> {
    const csv = (await this.done('GET', `/reports/${statement}`)) as string;
    return csv.trim().split(/\r?\n/).slice(1);
  }

  async result(year: number): Promise<number> {
    const rows = await this.rowsOf(`income-statement.csv?from=${year}-01-01&to=${year}-12-31`);
    return cents(
      rows
        .find((row) => row.includes('net-result'))
        ?.split(',')
        .at(-1) ?? '',
    );
  }

  async failingProofs(asAt: string): Promise<string[]> {
    const { proofs } = await this.done('GET', `/proofs?asAt=${asAt}`);
    return (proofs as { key: string; holds: boolean }[]).filter(({ holds }) => !holds).map(({ key }) => key);
  }
}

const OLD = { 1010: 100_000, 2600: -40_000, 3000: -50_000, 3300: 1_500, 4000: -80_000, 6000: 60_000, 6100: 8_500 };
const CARRIED = { 1010: 100_000, 2600: -40_000, 3000: -50_000, 3250: -10_000 };
const YEAR = { 1010: 25_050, 4000: -70_000, 6000: 45_000, 6100: -50 };

describe('temporary balances of a year that ended before these books', () => {
  const ways: [string, (books: Books) => Promise<void>][] = [
    [
      'in the old trial balance',
      async (books) => {
        await books.rows('trial-balance', OLD);
      },
    ],
    [
      'in the trays for the running year and for equity',
      async (books) => {
        await books.rows('running-year', { 4000: -80_000, 6000: 60_000, 6100: 8_500 });
        await books.rows('equity', { 3000: -50_000, 3300: 1_500 });
        await books.rows('trial-balance', OLD);
      },
    ],
  ];
  test.each(ways)(
    '%s go where the bookkeeper chose, and the first closing takes just its own year',
    async (_, way) => {
      const books = await Books.begin();
      await way(books);
      expect(
        (
          await books.ask('PUT', '/take-on', {
            closesInto: '3300',
            version: (await books.done('GET', '/take-on')).version,
          })
        ).status,
      ).toBe(422);
      await books.lookedAt('PUT', '/take-on', { closesInto: '3250' });
      await books.lookedAt('POST', '/take-on/sign-off');
      expect(await books.balances('2025-12-31')).toEqual(CARRIED);
      await thenCloses(books);
    },
  );

  test('in an opening entry typed by hand go there too, whenever it was chosen', async () => {
    const books = await Books.begin();
    const number = await books.post('2025-12-31', 'opening', OLD);
    // nobody chose: as each year's closing would take it
    expect(await books.balances('2025-12-31')).toEqual({ ...CARRIED, 3250: undefined, 3200: -10_000 });
    await books.lookedAt('PUT', '/take-on', { closesInto: '3250' });
    expect(await books.balances('2025-12-31')).toEqual(CARRIED);
    await books.done('POST', `/entries/${number}/reverse`, { date: '2025-12-31' });
    expect(await books.balances('2025-12-31')).toEqual({});
    await books.post('2025-12-31', 'opening', OLD);
    await thenCloses(books);
  });

  async function thenCloses(books: Books): Promise<void> {
    const eve = (await books.rowsOf('balance-sheet.csv?asAt=2025-12-31')).join('\n');
    expect((await books.rowsOf('balance-sheet.csv?asAt=2026-01-01')).join('\n')).toBe(eve);
    await books.post('2026-05-01', 'ordinary', YEAR);
    expect(await books.result(2026)).toBe(25_050);
    const { entries } = await books.done('GET', '/fiscal-years/2026/closing');
    const closed = entries.flatMap(({ lines }: { lines: Cells[] }) => lines);
    expect(closed.find((line: Cells) => line['account'] === '4000')?.['debit']).toBe('700.00');
    await books.done('POST', '/fiscal-years/2026/closing');
    expect(await books.balances('2026-12-31')).toEqual({ ...CARRIED, 1010: 125_050, 3200: -25_050 });
    expect(await books.result(2026)).toBe(25_050);
    expect(await books.failingProofs('2026-12-31')).toEqual([]);
  }

  test('wait, and say so, while no account could take them', async () => {
    const books = await Books.begin();
    const accounts = (await books.done('GET', '/accounts')) as Cells[];
    const retained = accounts.find(({ number }) => number === '3200');
    await books.done('PUT', `/accounts/${retained?.['id']}`, { ...fieldsOf(retained), role: '' });
    await books.post('2025-12-31', 'opening', { 1010: 500, 4000: -500 });
    expect(await books.failingProofs('2025-12-31')).toEqual(['ended-years']);
    await books.post('2026-02-01', 'ordinary', { 1010: 700, 4000: -700 });
    const closing = await books.ask('POST', '/fiscal-years/2026/closing');
    expect(problemCodes(closing)).toContain('brought-forward-open at ');
    await books.lookedAt('PUT', '/take-on', { closesInto: '3250' });
    expect(await books.failingProofs('2025-12-31')).toEqual([]);
  });

  test('of partners go by the rules of closing, if that is what was chosen', async () => {
    const path = await server.organisation({
      kind: 'partnership',
      starterChart: false,
      changeoverDate: '2025-12-31',
    });
    const chart = [
      'number,name,element,role,closes_to,share',
      '1010,Bank,asset,cash,,',
      '3010,Capital Ash,equity,owner-capital,,3',
      '3020,Capital Birch,equity,owner-capital,,2',
      '3110,Drawings Ash,equity,drawings,3010,',
      '4000,Fees,revenue,,,',
    ].join('\n');
    expect((await server.request('POST', `${path}/accounts/import`, chart)).status).toBe(200);
    const lines = [
      { account: '1010', debit: '90.01' },
      { account: '3110', debit: '10.00' },
      { account: '4000', credit: '100.01' },
    ];
    const opening = { date: '2025-12-31', kind: 'opening', explanation: 'From the old books', lines };
    const { version } = await server.done('GET', `${path}/take-on`);
    await server.request('PUT', `${path}/take-on`, { closesInto: 'closing-rules', version });
    expect((await server.request('POST', `${path}/entries`, opening)).status).toBe(201);
    const { body } = await server.request('GET', `${path}/reports/trial-balance.csv?asAt=2025-12-31`);
    // 100.01 at 3 : 2 is 60.006 and 40.004; Ash drew 10.00
    expect(body).toMatch(/3010,Capital Ash,,50\.01/);
    expect(body).toMatch(/3020,Capital Birch,,40\.00/);
  });
});

/** What a change of an account has to name: the whole of it. */
function fieldsOf(account: Cells | undefined): Record<string, unknown> {
  const { number, name, element, role, closesTo, share, version } = account ?? {};
  return Object.fromEntries(
    Object.entries({ number, name, element, role, closesTo, share, version }).filter(([, value]) => value !== null),
  );
}

/** A generator of numbers that is the same each time (mulberry32). */
function seeded(seed: number): (most: number) => number {
  let state = seed;
  return (most) => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return Math.floor((((mixed ^ (mixed >>> 14)) >>> 0) / 2 ** 32) * most);
  };
}

test.each(Array.from({ length: 20 }, (_, index) => index))(
  'take-on %i, made up, closes two years to what is worked out apart',
  async (seed) => {
    const draw = seeded(seed + 1);
    const books = await Books.begin();
    const amounts = (accounts: readonly string[], balance: string): Record<string, number> => {
      const made = Object.fromEntries(
        accounts.map((account) => [account, (draw(2) ? 1 : -1) * (1 + draw(5_000_000))]),
      );
      made[balance] = -Object.entries(made).reduce((sum, [text, cents]) => sum + (text === balance ? 0 : cents), 0);
      return made[balance] === 0 ? { ...made, [balance]: 0 } : made;
    };
    const old = amounts(['2600', '3000', '3200', ...TEMPORARY.filter(() => draw(4) > 0)], '1010');
    const only = (wanted: readonly string[]): Record<string, number> =>
      Object.fromEntries(Object.entries(old).filter(([text]) => wanted.includes(text)));
    const into = ['3200', '3250'][draw(2)] as string;
    const steps: (() => Promise<unknown>)[] = [
      () => books.lookedAt('PUT', '/take-on', { closesInto: into }),
      () => books.rows('trial-balance', old),
      () => books.rows('running-year', only(['4000', '4100', '6000', '6100'])),
      () => books.rows('equity', only(['3000', '3200', '3300'])),
    ];
    if (draw(4) === 0) {
      await books.lookedAt('PUT', '/take-on', { closesInto: into });
      await books.post('2025-12-31', 'opening', old);
    } else {
      const optional = draw(3);
      const chosen = steps.slice(0, optional === 0 ? 2 : 4).sort(() => draw(3) - 1);
      for (const step of chosen) {
        await step();
        if (draw(2)) await books.postTrial();
      }
      await books.lookedAt('POST', '/take-on/sign-off');
    }
    const expected = new Map<string, number>();
    const add = (account: string, amount: number): void =>
      void expected.set(account, (expected.get(account) ?? 0) + amount);
    const held = (): Record<string, number> => Object.fromEntries([...expected].filter(([, amount]) => amount !== 0));
    for (const [account, amount] of Object.entries(old)) add(TEMPORARY.includes(account) ? into : account, amount);
    expect(await books.balances('2025-12-31')).toEqual(held());
    for (const year of [2026, 2027]) {
      const flows = amounts(
        TEMPORARY.filter(() => draw(5) > 0),
        '1010',
      );
      if (Object.keys(flows).length > 1) await books.post(`${year}-0${1 + draw(9)}-15`, 'ordinary', flows);
      let result = 0;
      for (const [account, amount] of Object.entries(flows)) {
        if (account === '1010') add(account, amount);
        else add('3200', amount);
        if (['4000', '4100', '6000', '6100'].includes(account)) result -= amount;
      }
      expect(await books.result(year)).toBe(result);
      const before = await books.rowsOf(`balance-sheet.csv?asAt=${year}-12-31`);
      await books.done('POST', `/fiscal-years/${year}/closing`);
      expect(await books.balances(`${year}-12-31`)).toEqual(held());
      expect(await books.rowsOf(`balance-sheet.csv?asAt=${year}-12-31`)).toEqual(before);
      expect(await books.failingProofs(`${year}-12-31`)).toEqual([]);
    }
  },
);

describe('closed years', () => {
  test('close all before them: what is dated there is refused until the year is reopened', async () => {
    const books = await Books.begin();
    await books.post('2027-03-01', 'ordinary', { 1010: 900, 4000: -900 });
    await books.done('POST', '/fiscal-years/2027/closing');
    const late = {
      date: '2026-06-30',
      kind: 'ordinary',
      explanation: 'late',
      lines: [
        { account: '1010', debit: '5.00' },
        { account: '4000', credit: '5.00' },
      ],
    };
    expect(problemCodes(await books.ask('POST', '/entries', late))).toEqual(['period-locked at date']);
    expect((await books.ask('POST', '/entries', { ...late, date: '2025-12-31', kind: 'opening' })).status).toBe(422);
    expect((await books.ask('POST', '/periods/2026-06/unlock', { reason: 'late' })).status).toBe(422);
    const years = (await books.done('GET', '/fiscal-years')).years as { year: string; closed: boolean }[];
    expect(years.filter(({ closed }) => closed).map(({ year }) => year)).toEqual(['2026', '2027']);
    expect((await books.ask('POST', '/fiscal-years/2026/reopening', { reason: 'late' })).status).toBe(422);
    await books.done('POST', '/fiscal-years/2027/reopening', { reason: 'late' });
    await books.done('POST', '/fiscal-years/2026/reopening', { reason: 'late' });
    expect((await books.ask('POST', '/entries', late)).status).toBe(201);
  });

  test('give back the locks as they were, when they are reopened', async () => {
    const books = await Books.begin();
    await books.post('2026-03-01', 'ordinary', { 1010: 900, 4000: -900 });
    for (const month of ['2026-01', '2026-02']) await books.done('POST', `/periods/${month}/lock`);
    const locked = async (): Promise<string[]> => {
      const { years, broughtForward } = await books.done('GET', '/fiscal-years');
      const periods = [broughtForward, ...years[0].periods] as { period: string; locked: boolean }[];
      return periods.filter((period) => period.locked).map(({ period }) => period);
    };
    const before = await locked();
    await books.done('POST', '/fiscal-years/2026/closing');
    expect(await locked()).toHaveLength(13);
    await books.done('POST', '/fiscal-years/2026/reopening', { reason: 'late' });
    expect([before, await locked()]).toEqual([
      ['2026-01', '2026-02'],
      ['2026-01', '2026-02'],
    ]);
  });

  test('are drawn as they were closed, whatever the set-up says later', async () => {
    const path = await server.organisation({ kind: 'partnership', starterChart: false });
    const ask = async (method: string, to: string, body?: unknown): Promise<Reply['body']> => {
      const reply = await server.request(method, `${path}${to}`, body);
      if (reply.status >= 300) throw new Error(`${method} ${to}: ${JSON.stringify(reply.body)}`);
      return reply.body;
    };
    await ask(
      'POST',
      '/accounts/import',
      [
        'number,name,element,role,closes_to,share',
        '1010,Bank,asset,cash,,',
        '3010,Capital Ash,equity,owner-capital,,3',
        '3020,Capital Birch,equity,owner-capital,,2',
        '3110,Drawings Ash,equity,drawings,3010,',
        '4000,Fees,revenue,,,',
      ].join('\n'),
    );
    const { id: sites } = await ask('POST', '/breakdowns', { name: 'Site' });
    for (const name of ['Mill', 'Weir', 'Quay']) await ask('POST', `/breakdowns/${sites}/values`, { name });
    const earn = (date: string, credit: string, site: string): Promise<unknown> =>
      ask('POST', '/entries', {
        date,
        kind: 'ordinary',
        explanation: 'Fees',
        lines: [
          { account: '1010', debit: credit },
          { account: '4000', credit, breakdowns: { Site: site } },
        ],
      });
    // 3 : 2 of 0.04 is 0.024 and 0.016, site by site two cents each: 0.06 and 0.06; of the 0.12 it is 0.07 and 0.05
    for (const site of ['Mill', 'Weir', 'Quay']) await earn('2026-04-01', '0.04', site);
    await ask('POST', '/entries', {
      date: '2026-05-01',
      kind: 'ordinary',
      explanation: 'Drawn',
      lines: [
        { account: '3110', debit: '0.01' },
        { account: '1010', credit: '0.01' },
      ],
    });
    const statement = '/reports/equity-statement.csv?from=2026-01-01&to=2026-12-31';
    const quarter = '/reports/equity-statement.csv?from=2026-01-01&to=2026-06-30';
    const sheet = '/reports/balance-sheet.csv?asAt=2026-12-31';
    const before = [await ask('GET', statement), await ask('GET', quarter), await ask('GET', sheet)];
    await ask('POST', '/fiscal-years/2026/closing');
    const { body: post } = await server.request(
      'GET',
      `${path}/reports/trial-balance.csv?asAt=2026-12-31&stage=post-closing`,
    );
    expect(post).toMatch(/3010,Capital Ash,,0\.06/);
    expect(post).toMatch(/3020,Capital Birch,,0\.05/);
    await earn('2027-04-01', '100.00', 'Mill');

    const accounts = (await ask('GET', '/accounts')) as Cells[];
    const change = async (number: string, fields: Record<string, unknown>): Promise<void> => {
      const found = accounts.find((account) => account.number === number);
      await ask('PUT', `/accounts/${found?.['id']}`, { ...fieldsOf(found), ...fields });
    };
    await change('3010', { share: 1 });
    await change('3110', { closesTo: '3020' });
    await ask('POST', '/accounts', {
      number: '3030',
      name: 'Capital Cedar',
      element: 'equity',
      role: 'owner-capital',
      share: 5,
    });
    expect([await ask('GET', statement), await ask('GET', quarter), await ask('GET', sheet)]).toEqual(before);

    // the open year is shared as the set-up says now, 1 : 2 : 5, and no span shows a transfer between partners
    const both = (await ask('GET', '/reports/equity-statement.csv?from=2026-01-01&to=2027-12-31')) as string;
    expect(both).not.toMatch(/transfers/);
    expect(both).toMatch(/closing-equity,[^,]*,Capital Ash,3010,12\.56/);
    expect(both).toMatch(/closing-equity,[^,]*,Capital Cedar,3030,62\.50/);
  });
});
