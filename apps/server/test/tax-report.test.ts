import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { caseOf } from '../../../packages/core/test/cases.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.start({ today: '2027-01-18' });
});
afterAll(() => server.stop());

interface Row {
  code: string;
  rate: string;
  base: string;
  owed: string;
  reclaimed: string;
  cost: string;
  adjusted: string;
  rounding: string;
}
interface Report {
  from: string;
  to: string;
  groups: { group: string; rows: Row[] }[];
  due: string;
  accounts: Record<string, string | boolean | string[]>[];
  holds: boolean;
  settlement: { entry: string; amount: string; from: string } | null;
  unsettled: string | null;
}

const CODES = [
  {
    code: 'S',
    name: 'Sales',
    side: 'sales',
    rates: [
      { parts: [{ rate: '20', side: 'credit', account: '2200' }] },
      { from: '2026-07-01', parts: [{ rate: '21', side: 'credit', account: '2200' }] },
    ],
  },
  {
    code: 'SD',
    name: 'Sales, rounded on the document',
    side: 'sales',
    rounding: 'document',
    rates: [{ parts: [{ rate: '7', side: 'credit', account: '2200' }] }],
  },
  {
    code: 'P',
    name: 'Purchases',
    side: 'purchases',
    rates: [{ parts: [{ rate: '20', side: 'debit', account: '1350' }] }],
  },
  {
    code: 'H',
    name: 'Half reclaimed',
    side: 'purchases',
    rates: [
      {
        parts: [
          { rate: '20', share: '50', side: 'debit', account: '1350' },
          { rate: '20', share: '50', side: 'debit' },
        ],
      },
    ],
  },
  {
    code: 'RC',
    name: 'Reverse charge',
    side: 'purchases',
    rates: [
      {
        parts: [
          { rate: '20', side: 'debit', account: '1350' },
          { rate: '20', side: 'credit', account: '2200' },
        ],
      },
    ],
  },
  { code: 'Z', name: 'Reported, not taxed', side: 'sales', rates: [{ parts: [] }] },
];

/** Books with these codes, and what is asked of them. */
async function taxedBooks() {
  const base = await server.organisation();
  const ask = (method: string, path: string, body?: object): Promise<Reply> =>
    server.request(method, `${base}${path}`, body);
  const done = async (method: string, path: string, body?: object): Promise<Reply['body']> => {
    const reply = await ask(method, path, body);
    expect([reply.status, reply.body]).toEqual([reply.status < 300 ? reply.status : 201, expect.anything()]);
    return reply.body;
  };
  for (const code of CODES) await done('POST', '/tax-codes', code);
  await done('POST', '/accounts', { number: '2290', name: 'Tax due', classification: 'current-liabilities' });
  /** A line on an account, what it is balanced by left to the bank. */
  const entry = (date: string, lines: object[], bank: string, more: object = {}): Promise<Reply['body']> =>
    done('POST', '/entries', {
      date,
      explanation: 'Taxed',
      lines: [
        ...lines,
        bank.startsWith('-') ? { account: '1010', credit: bank.slice(1) } : { account: '1010', debit: bank },
      ],
      ...more,
    });
  const report = (from: string, to: string): Promise<Report> => done('GET', `/reports/tax?from=${from}&to=${to}`);
  return { at: base, ask, done, entry, report };
}
type Books = Awaited<ReturnType<typeof taxedBooks>>;

const rowsOf = ({ groups }: Report, group = 'period'): string[] =>
  (groups.find((candidate) => candidate.group === group)?.rows ?? []).map(
    ({ code, rate, base, owed, reclaimed, cost, adjusted, rounding }) =>
      `${code} ${rate} % of ${base}: ${[owed, reclaimed, cost].join(' / ')}${adjusted === '0.00' ? '' : ` moved ${adjusted}`}${rounding === '0.00' ? '' : ` rounded ${rounding}`}`,
  );

describe('a year of taxed entries', () => {
  let books: Books;
  beforeAll(async () => {
    books = await taxedBooks();
    const { entry } = books;
    // first quarter: net and gross, by line and by document, a credit note, half reclaimed
    await entry('2026-01-10', [{ account: '4000', credit: '1000.00', taxCode: 'S' }], '1200.00');
    await entry('2026-02-11', [{ account: '4000', credit: '99.99', taxCode: 'S', amountIs: 'gross' }], '99.99');
    await entry(
      '2026-02-12',
      [
        { account: '4000', credit: '0.50', taxCode: 'SD' },
        { account: '4000', credit: '0.50', taxCode: 'SD' },
        { account: '4000', credit: '0.50', taxCode: 'SD' },
      ],
      '1.61',
    );
    await entry('2026-03-01', [{ account: '4000', debit: '50.00', taxCode: 'S' }], '-60.00');
    await entry('2026-03-02', [{ account: '6100', debit: '0.25', taxCode: 'H' }], '-0.30');
    await entry('2026-03-31', [{ account: '4000', credit: '300.00', taxCode: 'Z' }], '300.00');
    // second quarter: purchases with a tax a cent more, reverse charge
    await entry('2026-04-01', [{ account: '6100', debit: '400.00', taxCode: 'P', taxAdjustment: '0.01' }], '-480.01');
    await entry('2026-05-05', [{ account: '6200', debit: '80.00', taxCode: 'RC' }], '-80.00');
    // third quarter: the rate went up, one supply was before
    await entry('2026-07-03', [{ account: '4000', credit: '100.00', taxCode: 'S' }], '121.00');
    await entry('2026-07-04', [{ account: '4000', credit: '100.00', taxCode: 'S' }], '120.00', {
      supplyDate: '2026-06-30',
    });
  });

  // reckoned by hand from the rules that each entry is commented with
  test.each<[string, string, string[], string]>([
    [
      '2026-01-01',
      '2026-03-31',
      [
        'S 20 % of 1033.32: 206.67 / 0.00 / 0.00 rounded 0.01',
        'SD 7 % of 1.50: 0.11 / 0.00 / 0.00',
        'Z 0 % of 300.00: 0.00 / 0.00 / 0.00',
        'H 20 % of 0.25: 0.00 / 0.03 / 0.02',
      ],
      '206.75',
    ],
    [
      '2026-04-01',
      '2026-06-30',
      ['P 20 % of 400.00: 0.00 / 80.01 / 0.00 moved 0.01', 'RC 20 % of 80.00: 16.00 / 16.00 / 0.00'],
      '-80.01',
    ],
    [
      '2026-07-01',
      '2026-09-30',
      ['S 21 % of 100.00: 21.00 / 0.00 / 0.00', 'S 20 % of 100.00: 20.00 / 0.00 / 0.00'],
      '41.00',
    ],
    ['2026-10-01', '2026-12-31', [], '0.00'],
  ])('%s to %s', async (from, to, rows, due) => {
    const report = await books.report(from, to);
    expect([rowsOf(report), report.due, report.holds]).toEqual([rows, due, true]);
  });

  test('each figure leads to its entries, page by page, which come to it', async () => {
    const lines = (more: string): Promise<Reply> =>
      books.ask('GET', `/reports/tax/lines?from=2026-01-01&to=2026-03-31&code=S&rate=20${more}`);
    const { body } = await lines('');
    expect(body.entries.map(({ number, base, owed }: Record<string, string>) => [number, base, owed])).toEqual([
      ['2026-0001', '1000.00', '200.00'],
      ['2026-0002', '83.32', '16.67'],
      ['2026-0004', '-50.00', '-10.00'],
    ]);
    const first = (await lines('&limit=2')).body;
    const second = (await lines(`&limit=2&after=${encodeURIComponent(first.next)}`)).body;
    expect([first.entries.length, second.entries.length, second.next]).toEqual([2, 1, null]);
    const unknown = await books.ask('GET', '/reports/tax/lines?code=X&rate=20');
    expect([unknown.status, problemCodes(unknown)]).toEqual([422, ['tax-code-unknown at code']]);
  });

  test('is written as a file', async () => {
    const csv = (await books.ask('GET', '/reports/tax.csv?from=2026-01-01&to=2026-03-31')).body as string;
    const [head, first, ...rest] = csv.trim().split('\r\n');
    expect(head).toBe('group,code,name,rate,base,owed,reclaimed,cost,adjusted,rounding');
    expect(first).toBe('period,S,Sales,20,1033.32,206.67,0.00,0.00,0.00,0.01');
    expect(rest.at(-1)).toBe('due,,Owed,,,206.75,,,,');
  });

  test('asked for days that are none, says so', async () => {
    const wrong = await books.ask('GET', '/reports/tax?from=2026-04-01&to=2026-03-01');
    expect([wrong.status, problemCodes(wrong)]).toEqual([422, ['from-after-to at from']]);
  });
});

test('the boxes of a published return, from the documents of a quarter', async () => {
  // HMRC Notice 700/12, from memory; its documents are invented there
  interface Document {
    type: string;
    date: string;
    net: string;
    vat: string;
    rate?: string;
  }
  const { inputs, expected } = caseOf<{ documents: Document[] }, Record<string, string>>(
    'sales-tax',
    'vat-return-nine-boxes',
  );
  const { done, entry, report } = await taxedBooks();
  for (const rate of ['20', '5', '0']) {
    await done('POST', '/tax-codes', {
      code: `V${rate}`,
      name: `Sales at ${rate} %`,
      side: 'sales',
      rates: [{ parts: rate === '0' ? [] : [{ rate, side: 'credit', account: '2200' }] }],
    });
  }
  for (const { type, date, net, vat, rate = '20' } of inputs.documents) {
    const isSale = type.startsWith('sale');
    const [plain, tax] = [Math.abs(Number(net)), Math.abs(Number(vat))];
    const isCredit = isSale !== net.startsWith('-');
    const line = {
      account: isSale ? '4000' : '6100',
      [isCredit ? 'credit' : 'debit']: plain.toFixed(2),
      taxCode: isSale ? `V${rate}` : 'P',
    };
    // the case is of 2024; these books begin two years later
    const day = `${Number(date.slice(0, 4)) + 2}${date.slice(4)}`.replace('2026-02-29', '2026-02-28');
    if (day >= '2026-01-01') await entry(day, [line], `${isCredit ? '' : '-'}${(plain + tax).toFixed(2)}`);
  }
  const { groups, due } = await report('2026-01-01', '2026-03-31');
  const rows = groups.flatMap((group) => group.rows);
  const sum = (codes: RegExp, field: 'base' | 'owed' | 'reclaimed'): string =>
    rows
      .filter(({ code }) => codes.test(code))
      .reduce((all, row) => all + Number(row[field]), 0)
      .toFixed(2);
  expect({
    box1: sum(/./, 'owed'),
    box4: sum(/./, 'reclaimed'),
    box5: due,
    box6: sum(/^V/, 'base'),
    box7: sum(/^P/, 'base'),
  }).toEqual({
    box1: expected['box1'],
    box4: expected['box4'],
    box5: expected['box5'],
    box6: expected['box6'],
    box7: expected['box7'],
  });
});

describe('settling', () => {
  let books: Books;
  const settle = (from: string, to: string, more: object = {}): Promise<Reply> =>
    books.ask('POST', '/tax-settlements', { from, to, account: '2290', ...more });
  const account = (report: Report, number: string) =>
    report.accounts.find((account) => account['account'] === number);
  beforeAll(async () => {
    books = await taxedBooks();
    await books.entry('2026-01-10', [{ account: '4000', credit: '1000.00', taxCode: 'S' }], '1200.00');
    await books.entry('2026-02-10', [{ account: '6100', debit: '100.00', taxCode: 'P' }], '-120.00');
  });

  test('brings the accounts to zero on the last day, and marks the period', async () => {
    const settled = await settle('2026-01-01', '2026-03-31');
    expect([settled.status, settled.body.date, settled.body.source]).toEqual([201, '2026-03-31', 'tax-settlement']);
    expect(
      settled.body.lines.map(({ account: number, debit, credit }: Record<string, string | null>) => [
        number,
        debit,
        credit,
      ]),
    ).toEqual([
      ['1350', null, '20.00'],
      ['2200', '200.00', null],
      ['2290', null, '180.00'],
    ]);
    const report = await books.report('2026-01-01', '2026-03-31');
    expect([report.due, report.settlement?.entry, report.settlement?.amount, report.holds]).toEqual([
      '180.00',
      '2026-0003',
      '180.00',
      true,
    ]);
    expect(account(report, '2200')).toMatchObject({
      opening: '0.00',
      tax: '-200.00',
      settled: '200.00',
      balance: '0.00',
    });
  });

  test('a period, or days before one that is settled, are not settled again', async () => {
    for (const [from, to] of [
      ['2026-01-01', '2026-03-31'],
      ['2026-03-01', '2026-04-30'],
      ['2025-10-01', '2025-12-31'],
    ] as const) {
      const again = await settle(from, to);
      expect([again.status, problemCodes(again)]).toEqual([422, ['settled-already at from']]);
    }
  });

  test('is refused where nothing stands there, the account cannot take it, or the days are none', async () => {
    const refused = async (reply: Promise<Reply>): Promise<string[]> => problemCodes(await reply);
    expect(await refused(settle('2026-04-01', '2026-06-30'))).toEqual(['nothing-to-settle at to']);
    expect(await refused(settle('2026-04-01', '2026-06-30', { account: '1100' }))).toEqual([
      'account-unfit at account',
    ]);
    expect(await refused(settle('2026-04-01', 'June', { account: 'x' }))).toEqual([
      'not-a-date at to',
      'account-unfit at account',
    ]);
  });

  test('what is posted into it later is told there, and goes into the next one', async () => {
    await books.entry('2026-02-20', [{ account: '4000', credit: '10.00', taxCode: 'S' }], '12.00');
    const first = await books.report('2026-01-01', '2026-03-31');
    expect([rowsOf(first), rowsOf(first, 'since'), first.due, first.holds]).toEqual([
      ['S 20 % of 1000.00: 200.00 / 0.00 / 0.00', 'P 20 % of 100.00: 0.00 / 20.00 / 0.00'],
      ['S 20 % of 10.00: 2.00 / 0.00 / 0.00'],
      '180.00',
      true,
    ]);
    await books.entry('2026-04-04', [{ account: '4000', credit: '50.00', taxCode: 'S' }], '60.00');
    const second = await books.report('2026-04-01', '2026-06-30');
    expect([rowsOf(second), rowsOf(second, 'late'), second.due, second.unsettled]).toEqual([
      ['S 20 % of 50.00: 10.00 / 0.00 / 0.00'],
      ['S 20 % of 10.00: 2.00 / 0.00 / 0.00'],
      '12.00',
      null,
    ]);
  });

  test('what reverses or corrects an entry of an earlier period is told apart; a credit note is not', async () => {
    await books.done('POST', '/entries/2026-0002/reverse', { date: '2026-05-01' });
    await books.entry('2026-05-02', [{ account: '4000', debit: '30.00', taxCode: 'S' }], '-36.00', {
      corrects: '2026-0001',
    });
    await books.entry('2026-05-03', [{ account: '4000', debit: '5.00', taxCode: 'S' }], '-6.00');
    const report = await books.report('2026-04-01', '2026-06-30');
    expect([rowsOf(report), rowsOf(report, 'corrections'), report.due, report.holds]).toEqual([
      ['S 20 % of 45.00: 9.00 / 0.00 / 0.00'],
      ['S 20 % of -30.00: -6.00 / 0.00 / 0.00', 'P 20 % of -100.00: 0.00 / -20.00 / 0.00'],
      '25.00',
      true,
    ]);
    const lines = '/reports/tax/lines?from=2026-04-01&to=2026-06-30&code=P&rate=20&group=corrections';
    expect((await books.ask('GET', lines)).body.entries).toEqual([
      expect.objectContaining({ date: '2026-05-01', base: '-100.00', reclaimed: '-20.00' }),
    ]);
  });

  test('an entry without a code on an account of tax is named as what explains the difference, and settled with it', async () => {
    const other = await books.done('POST', '/entries', {
      date: '2026-06-10',
      explanation: 'Tax of the old books',
      lines: [
        { account: '6200', debit: '3.00' },
        { account: '2200', credit: '3.00' },
      ],
    });
    const report = await books.report('2026-04-01', '2026-06-30');
    expect(account(report, '2200')).toMatchObject({
      opening: '-2.00',
      tax: '-3.00',
      other: '-3.00',
      balance: '-8.00',
      holds: true,
      otherEntries: [other.number],
    });
    expect([report.due, report.holds]).toEqual(['25.00', true]);
    const settled = await settle('2026-04-01', '2026-06-30', { explanation: 'Second quarter' });
    expect(settled.body.lines.at(-1)).toMatchObject({ account: '2290', credit: '28.00' });
    const { body } = await books.ask('GET', '/tax-settlements');
    expect(body.map(({ from, amount }: Record<string, string>) => [from, amount])).toEqual([
      ['2026-04-01', '28.00'],
      ['2026-01-01', '180.00'],
    ]);
  });

  test('reversed, a settlement leaves its period to be settled again', async () => {
    const [latest] = (await books.ask('GET', '/tax-settlements')).body;
    await books.done('POST', `/entries/${latest.entry}/reverse`, { date: '2026-06-30' });
    const report = await books.report('2026-04-01', '2026-06-30');
    expect([report.settlement, report.unsettled, account(report, '2200')?.['balance'], report.holds]).toEqual([
      null,
      null,
      '-8.00',
      true,
    ]);
    expect((await settle('2026-04-01', '2026-06-30')).status).toBe(201);
  });

  test('asked for twice with the same key it is posted once', async () => {
    await books.entry('2026-08-04', [{ account: '4000', credit: '100.00', taxCode: 'S' }], '121.00');
    const body = { from: '2026-07-01', to: '2026-09-30', account: '2290' };
    const both = await Promise.all(
      [1, 2].map(() => server.request('POST', `${books.at}/tax-settlements`, body, { 'idempotency-key': 'q3' })),
    );
    expect(both.map(({ status, body: { number } }) => [status, number])).toEqual([
      [201, both[0]?.body.number],
      [201, both[0]?.body.number],
    ]);
  });

  test('in a locked month it waits, and says why', async () => {
    await books.entry('2026-10-04', [{ account: '4000', credit: '100.00', taxCode: 'S' }], '121.00');
    await books.done('POST', '/periods/2026-12/lock');
    const refused = await settle('2026-10-01', '2026-12-31');
    expect([refused.status, problemCodes(refused)]).toEqual([422, ['period-locked at to']]);
    await books.ask('POST', '/periods/2026-12/unlock', { reason: 'Tax' });
    expect((await settle('2026-10-01', '2026-12-31')).status).toBe(201);
  });

  test('the database takes no second settlement of a day, none without its entry, and keeps those there are', () => {
    const file = join(server.folder, 'books.sqlite');
    const sql = (statement: string): string => {
      try {
        return execFileSync('sqlite3', ['-bail', file, statement], { stdio: 'pipe' }).toString();
      } catch (error) {
        return String((error as { stderr: Buffer }).stderr);
      }
    };
    const organisation = books.at.split('/').at(-1);
    const insert = (entry: string, first: string, last: string): string =>
      sql(`INSERT OR REPLACE INTO tax_settlement VALUES (${organisation}, ${entry}, '${first}', '${last}', 1)`);
    expect(insert('1', '2026-01-01', '2026-03-31')).toContain('not of its last day');
    expect(insert('1', '2026-01-10', '2026-01-10')).toContain('is settled already');
    expect(sql('UPDATE tax_settlement SET first_day = last_day')).toContain('never changed');
    expect(sql('DELETE FROM tax_settlement')).toContain('never deleted');
  });
});

test('each value of a breakdown that balances by itself is settled by itself', async () => {
  const books = await taxedBooks();
  const fund = await books.done('POST', '/breakdowns', { name: 'Fund', selfBalancing: true });
  for (const name of ['Orchard', 'Mill']) await books.done('POST', `/breakdowns/${fund.id}/values`, { name });
  for (const [value, amount, bank] of [
    ['Orchard', '100.00', '120.00'],
    ['Mill', '50.00', '60.00'],
  ]) {
    const breakdowns = { Fund: value };
    await books.done('POST', '/entries', {
      date: '2026-01-10',
      explanation: 'Taxed',
      lines: [
        { account: '4000', credit: amount, taxCode: 'S', breakdowns },
        { account: '1010', debit: bank, breakdowns },
      ],
    });
  }
  const { body } = await books.ask('POST', '/tax-settlements', {
    from: '2026-01-01',
    to: '2026-03-31',
    account: '2290',
  });
  const taxLines = body.lines.map(
    (line: { account: string; debit: string; credit: string; breakdowns: { Fund: string } }) =>
      [line.account, line.debit ?? `-${line.credit}`, line.breakdowns.Fund].join(' '),
  );
  expect(taxLines.sort()).toEqual([
    '2200 10.00 Mill',
    '2200 20.00 Orchard',
    '2290 -10.00 Mill',
    '2290 -20.00 Orchard',
  ]);
});

test('an account of tax that is retired and still holds some keeps the settlement waiting, and says so', async () => {
  const books = await taxedBooks();
  await books.entry('2026-01-10', [{ account: '4000', credit: '10.00', taxCode: 'S' }], '12.00');
  const accounts: { id: number; number: string; name: string; classification: string; version: number }[] =
    await books.done('GET', '/accounts');
  const owed = accounts.find(({ number }) => number === '2200');
  const { name, classification, version } = owed ?? { name: '', classification: '', version: 0 };
  const retired = { number: '2200', name, classification, active: false, version };
  await books.done('PUT', `/accounts/${owed?.id}`, retired);
  const refused = await books.ask('POST', '/tax-settlements', {
    from: '2026-01-01',
    to: '2026-03-31',
    account: '2290',
  });
  expect([refused.status, problemCodes(refused)]).toEqual([422, ['account-retired at to']]);
});
