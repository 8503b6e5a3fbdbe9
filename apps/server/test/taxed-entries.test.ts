import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { pagesOfPdf } from './written-files.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.start();
  base = await taxedBooks();
});
afterAll(() => server.stop());

/** Books with a code of sales, one of purchases half reclaimed, and one under reverse charge. */
async function taxedBooks(): Promise<string> {
  const path = await server.organisation();
  const add = async (code: object): Promise<void> => {
    const { status, body } = await server.request('POST', `${path}/tax-codes`, code);
    expect([status, body]).toEqual([201, expect.anything()]);
  };
  await add({
    code: 'STD',
    name: 'Sales, standard',
    side: 'sales',
    rates: [
      { parts: [{ rate: '20', side: 'credit', account: '2200' }] },
      { from: '2026-07-01', parts: [{ rate: '21', side: 'credit', account: '2200' }] },
    ],
  });
  await add({
    code: 'HALF',
    name: 'Purchases, half reclaimed',
    side: 'purchases',
    rates: [
      {
        parts: [
          { rate: '20', share: '50', side: 'debit', account: '1350' },
          { rate: '20', share: '50', side: 'debit' },
        ],
      },
    ],
  });
  await add({
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
  });
  return path;
}

const post = (path: string, body: object): Promise<Reply> => server.lookedAt('POST', `${base}${path}`, body);
const get = (path: string): Promise<Reply> => server.request('GET', `${base}${path}`);
const SALE = {
  date: '2026-07-05',
  supplyDate: '2026-06-30',
  explanation: 'Cider sold',
  lines: [
    { account: '1010', debit: '120.01' },
    { account: '4000', credit: '100', taxCode: 'STD', amountIs: 'net', taxAdjustment: '0.01' },
  ],
};
interface Line {
  account: string;
  debit: string | null;
  credit: string | null;
  taxCode: string | null;
  taxRate: string | null;
  taxBase: string | null;
  taxSide: string | null;
  taxAdjustment: string | null;
}
const told = (lines: Line[]): string[] =>
  lines.map(({ account, debit, credit, ...tax }) =>
    [
      account,
      debit ? `dr ${debit}` : `cr ${credit}`,
      tax.taxCode,
      tax.taxRate,
      tax.taxBase,
      tax.taxSide,
      tax.taxAdjustment,
    ]
      .filter(Boolean)
      .join(' '),
  );
const SALE_TOLD = ['1010 dr 120.01', '4000 cr 100.00 STD 20 100.00 0.01', '2200 cr 20.01 STD 20 100.00 credit'];
const sql = (statement: string): string => {
  try {
    return execFileSync('sqlite3', ['-bail', join(server.folder, 'books.sqlite'), statement], {
      stdio: 'pipe',
    }).toString();
  } catch (error) {
    return String((error as { stderr: Buffer }).stderr);
  }
};

describe('a taxed entry', () => {
  test('is posted with its tax, which stands behind the lines as typed', async () => {
    const { status, body } = await post('/entries', SALE);
    expect([status, body.supplyDate, told(body.lines)]).toEqual([201, '2026-06-30', SALE_TOLD]);
    expect(told((await get(`/entries/${body.number}`)).body.lines)).toEqual(SALE_TOLD);
    const [page] = await pagesOfPdf(server, `${base}/entries/${body.number}/voucher.pdf`);
    for (const said of ['30 June 2026', 'STD 20 %, its tax more by 0.01', 'STD 20 % of 100.00'])
      expect(page).toContain(said);
    expect((await pagesOfPdf(server, `${base}/entries.pdf`)).join('')).toContain('STD 20 % of 100.00');
  });

  test('is refused at the line whose tax is not right, and nothing is kept of it', async () => {
    const before = (await get('/entries')).body.count;
    const refused = await post('/entries', {
      ...SALE,
      supplyDate: 'June',
      lines: [SALE.lines[0], { ...SALE.lines[1], taxCode: 'WHAT', taxAdjustment: 'x' }],
    });
    expect([refused.status, problemCodes(refused)]).toEqual([
      422,
      ['not-a-date at supplyDate', 'tax-code-unknown at lines.1.taxCode'],
    ]);
    const odd = await post('/entries', { ...SALE, lines: [SALE.lines[0], { ...SALE.lines[1], amountIs: 'both' }] });
    expect([odd.status, (await get('/entries')).body.count]).toEqual([422, before]);
  });

  test('half reclaimed, the rest is cost; under reverse charge both sides stand; reversed, all of it is', async () => {
    const { body } = await post('/entries', {
      date: '2026-05-05',
      explanation: 'Van',
      lines: [
        { account: '6100', debit: '0.30', taxCode: 'HALF', amountIs: 'gross' },
        { account: '6200', debit: '50', taxCode: 'RC' },
        { account: '1010', credit: '50.30' },
      ],
    });
    const lines = [
      '6100 dr 0.27 HALF 20 0.25',
      '6200 dr 50.00 RC 20 50.00',
      '1010 cr 50.30',
      '1350 dr 0.03 HALF 20 0.25 debit',
      '1350 dr 10.00 RC 20 50.00 debit',
      '2200 cr 10.00 RC 20 50.00 credit',
    ];
    expect(told(body.lines)).toEqual(lines);
    const reversal = await post(`/entries/${body.number}/reverse`, { date: '2026-08-01' });
    const turned = lines.map((line) =>
      line.replace(/ (dr|cr) /, (side) => (side === ' dr ' ? ' cr ' : ' dr ')).replace(/(\w+ 20) /, '$1 -'),
    );
    expect([reversal.status, told(reversal.body.lines)]).toEqual([201, turned]);
  });

  test('goes into accounts that take no typed entries', async () => {
    const books = base;
    base = await taxedBooks();
    const account = (await get('/accounts')).body.find(({ number }: { number: string }) => number === '2200');
    const changed = await server.request('PUT', `${base}/accounts/${account.id}`, {
      number: '2200',
      name: account.name,
      classification: account.classification,
      parent: account.parent,
      typedEntries: false,
      version: account.version,
    });
    const answers = [changed.status, (await post('/entries', SALE)).status];
    const typed = await post('/entries', { ...SALE, lines: [SALE.lines[0], { account: '2200', credit: '120.01' }] });
    base = books;
    expect([...answers, problemCodes(typed)]).toEqual([200, 201, ['no-typed-entries at lines.1.account']]);
  });

  test('leaves in a file from which the same comes back, tax and all', async () => {
    const csv = (await get('/entries.csv')).body as string;
    expect(csv.split('\r\n')[0]).toContain(
      'supply_date,tax_code,amount_is,tax_adjustment,tax_rate,tax_base,tax_side',
    );
    const other = await taxedBooks();
    const imported = await server.request('POST', `${other}/entries/import`, csv);
    expect([imported.status, imported.body]).toEqual([201, expect.objectContaining({ posted: 3 })]);
    const both = await Promise.all([base, other].map((path) => server.request('GET', `${path}/entries?limit=500`)));
    const [mine, theirs] = both.map(({ body }) =>
      body.entries.map(({ date, supplyDate, lines }: { date: string; supplyDate: string; lines: Line[] }) => [
        date,
        supplyDate,
        told(lines),
      ]),
    );
    expect(theirs).toEqual([...mine].sort((a, b) => (a[0] < b[0] ? 1 : -1)));
  });

  test('is read from a file of amounts with their codes as well', async () => {
    const other = await taxedBooks();
    const file = [
      'entry,date,explanation,account,debit,credit,tax_code,amount_is',
      '1,2026-03-01,Cider,1010,120.00,,,',
      '1,2026-03-01,Cider,4000,,120.00,std,gross',
    ].join('\n');
    expect((await server.request('POST', `${other}/entries/import`, file)).status).toBe(201);
    const { body } = await server.request('GET', `${other}/entries/2026-0001`);
    expect(told(body.lines)).toEqual([
      '1010 dr 120.00',
      '4000 cr 100.00 STD 20 100.00',
      '2200 cr 20.00 STD 20 100.00 credit',
    ]);
    const wrong = await server.request('POST', `${other}/entries/import`, file.replace('std,gross', 'x,gross'));
    expect(problemCodes(wrong)).toEqual(['tax-code-unknown at rows.3.tax_code']);
  });
});

test('in a ledger the tax of an entry is not told as its opposite account', async () => {
  const opposite = async (number: string, more = ''): Promise<unknown[]> =>
    (await get(`/reports/account-ledger?account=${number}&from=2026-07-01&to=2026-07-31${more}`)).body.rows.map(
      (row: { opposite: string }) => row.opposite,
    );
  expect([await opposite('1010'), await opposite('1010', '&text=cider'), await opposite('2200')]).toEqual([
    ['4000 Sales'],
    ['4000 Sales'],
    ['2 accounts'],
  ]);
});

test('a taxed entry is said again in one sentence, its tax in the amount', async () => {
  const fuel = (more: object): Promise<Reply> =>
    post('/entries', {
      date: '2026-05-06',
      explanation: 'Fuel',
      lines: [
        { account: '6100', debit: '24', taxCode: 'HALF', amountIs: 'gross', ...more },
        { account: '1010', credit: '24' },
      ],
    });
  expect((await fuel({})).status).toBe(201);
  const said = (await get('/entries/sentences')).body.find(
    (candidate: { explanation: string }) => candidate.explanation === 'Fuel',
  );
  expect(said).toMatchObject({
    from: { account: '1010', taxCode: null },
    to: { account: '6100', taxCode: 'HALF' },
    amount: '24.00',
    times: 1,
  });
});

describe('a tax code that entries name', () => {
  test('is neither removed nor turned round, by the server or by the file', async () => {
    const [code] = (await get('/tax-codes')).body.filter((candidate: { code: string }) => candidate.code === 'STD');
    const removed = await server.remove(`${base}/tax-codes/${code.id}`);
    expect([removed.status, problemCodes(removed)]).toEqual([422, ['tax-code-in-use at ']]);
    const turned = await server.request('PUT', `${base}/tax-codes/${code.id}`, {
      code: 'STD',
      name: code.name,
      side: 'purchases',
      rates: [{ parts: [] }],
      version: code.version,
    });
    expect([turned.status, problemCodes(turned)]).toEqual([422, ['tax-code-in-use at side']]);
    expect(sql('DELETE FROM tax_code')).toContain('entries name it');
    expect(sql("UPDATE tax_code SET side = 'purchases' WHERE code = 'STD'")).toContain('entries name it');
    expect(sql('INSERT OR REPLACE INTO tax_code SELECT * FROM tax_code')).toContain('there is one already');
  });

  test('renamed, it is the same to drafts, patterns and schedules, and its rate of then stays with what was posted', async () => {
    const draft = (await post('/drafts', SALE)).body;
    const [code] = (await get('/tax-codes')).body.filter((candidate: { code: string }) => candidate.code === 'STD');
    const change = (name: string, rate: string, version: number): Promise<Reply> =>
      server.request('PUT', `${base}/tax-codes/${code.id}`, {
        code: name,
        name: code.name,
        side: 'sales',
        rates: [{ parts: [{ rate, side: 'credit', account: '2200' }] }],
        version,
      });
    expect((await change('NORM', '25', code.version)).status).toBe(200);
    const kept = (await get(`/drafts/${draft.id}`)).body;
    expect([kept.lines[1].taxCode, kept.supplyDate, kept.lacks.length]).toEqual(['NORM', '2026-06-30', 1]);
    expect(told((await get('/entries/2026-0001')).body.lines)[2]).toBe('2200 cr 20.01 NORM 20 100.00 credit');
    expect((await change('STD', '20', code.version + 1)).status).toBe(200);
    const posted = await post(`/drafts/${draft.id}/post`, { version: draft.version });
    expect([posted.status, told(posted.body.lines)]).toEqual([201, SALE_TOLD]);
  });
});

describe('a schedule of taxed entries', () => {
  const rent = (more: object): object => ({
    name: `Rent ${JSON.stringify(more).length}`,
    schedule: { unit: 'month', every: 1, day: 'last', from: '2026-10-31', count: 3 },
    entry: {
      explanation: 'Let',
      lines: [
        { account: '1010', debit: '120' },
        { account: '4000', credit: '100', taxCode: 'STD' },
      ],
    },
    ...more,
  });
  const latest = async (): Promise<Line[]> => (await get('/entries?limit=1')).body.entries[0].lines;
  test('shows what is paid, and posts it with its tax', async () => {
    const { body: schedule } = await post('/recurring-journals', rent({}));
    expect(schedule.amount).toBe('120.00');
    const posted = await post(`/recurring-journals/${schedule.id}/post`, { date: '2026-10-31' });
    expect([posted.status, told(await latest())]).toEqual([
      201,
      ['1010 dr 120.00', '4000 cr 100.00 STD 20 100.00', '2200 cr 20.00 STD 20 100.00 credit'],
    ]);
    // another amount of one date is what is paid as well
    await post(`/recurring-journals/${schedule.id}/post`, { date: '2026-11-30', amount: '60.00' });
    expect(told(await latest())).toEqual([
      '1010 dr 60.00',
      '4000 cr 50.00 STD 20 50.00',
      '2200 cr 10.00 STD 20 50.00 credit',
    ]);
  });
  test('spread, the parts are gross; asked for, the last one is proposed as it was typed', async () => {
    const spread = await post('/recurring-journals', rent({ amounts: 'spread', spread: { total: '100.00' } }));
    const { body } = await get(`/recurring-journals/${spread.body.id}/preview?until=2026-12-31`);
    expect(body.occurrences.map(({ amount }: { amount: string }) => amount)).toEqual(['33.33', '33.34', '33.33']);
    const asked = (await post('/recurring-journals', rent({ amounts: 'asked' }))).body;
    await post(`/recurring-journals/${asked.id}/post`, { date: '2026-10-31', amount: '12.00' });
    const next = (await get(`/recurring-journals/${asked.id}/preview?until=2026-12-31`)).body.occurrences[1];
    expect([next.amount, next.lines[1]]).toEqual([
      '12.00',
      expect.objectContaining({ account: '4000', credit: '10.00', taxCode: 'STD', amountIs: 'net' }),
    ]);
  });
});
