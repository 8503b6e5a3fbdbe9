import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { DAY_BOOKS } from '@just-ledger/core';
import ExcelJS from 'exceljs';
import { fromTo } from './entries.js';
import { fileOf, pagesOfPdf } from './written-files.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

let server: RunningServer;
let base: string;
const numbers = new Map<string, string>();
const get = (path: string): Promise<Reply> => server.request('GET', `${base}${path}`);

/** Invented entries, one for each way in which a line can touch cash, receivables and payables. */
const ENTRIES: readonly (readonly [
  explanation: string,
  book: string,
  date: string,
  lines: object[],
  more?: object,
])[] = [
  ['Till opened', 'general', '2025-12-31', fromTo('3000', '1010', '5000'), { kind: 'opening' }],
  [
    'Crates on account',
    'sales',
    '2026-02-01',
    fromTo('4000', '1100', '120.50', { contact: 'Low Weir', document: 'K 1' }),
  ],
  [
    'Crates come back',
    'sales',
    '2026-02-03',
    [
      { account: '4000', debit: '20.50' },
      { account: '1100', credit: '20.50', contact: 'Low Weir', document: 'K 1' },
    ],
  ],
  [
    'Bottles on account',
    'purchases',
    '2026-02-04',
    [
      { account: '6100', debit: '80' },
      { account: '2100', credit: '80', contact: 'Glass Yard', document: 'G 9' },
    ],
    { reference: 'Folder 3' },
  ],
  [
    'Low Weir pays',
    'receipts',
    '2026-02-10',
    [
      { account: '1010', debit: '98' },
      { account: '6100', debit: '2' },
      { account: '1100', credit: '100', contact: 'Low Weir', document: 'K 1' },
    ],
  ],
  [
    'Glass Yard is paid',
    'payments',
    '2026-02-11',
    [
      { account: '2100', debit: '80', contact: 'Glass Yard', document: 'g 9' },
      { account: '1010', credit: '80' },
    ],
  ],
  [
    'Set off',
    'general',
    '2026-02-12',
    [
      { account: '2100', debit: '5', contact: 'Low Weir' },
      { account: '1100', credit: '5', contact: 'Low Weir' },
    ],
  ],
  ['Used up', 'general', '2026-02-28', fromTo('6100', '6200', '7'), { kind: 'adjusting' }],
  [
    'Glass again',
    'purchases',
    '2026-03-04',
    [
      { account: '6100', debit: '80' },
      { account: '2100', credit: '80', contact: 'Glass Yard', document: 'G 10' },
    ],
    { reference: 'Folder 3' },
  ],
];

beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation();
  for (const [name, role] of [
    ['Low Weir', 'customer'],
    ['Glass Yard', 'supplier'],
  ] as const)
    await server.request('POST', `${base}/contacts`, { name, roles: [role] });
  for (const [explanation, , date, lines, more] of ENTRIES) {
    const { status, body } = await server.request('POST', `${base}/entries`, { date, explanation, lines, ...more });
    expect([explanation, status, body.problems]).toEqual([explanation, 201, undefined]);
    numbers.set(explanation, body.number);
  }
});
afterAll(() => server.stop());

const found = async (query: string): Promise<string[]> =>
  (await get(`/entries?${query}`)).body.entries
    .map(({ explanation }: { explanation: string }) => explanation)
    .reverse();

describe('the journal by day book', () => {
  test.each(DAY_BOOKS)('%s', async (book) => {
    expect(await found(`book=${book}`)).toEqual(ENTRIES.filter((entry) => entry[1] === book).map(([name]) => name));
    const { body } = await get(`/entries/sums?book=${book}`);
    expect(body.count).toBe(ENTRIES.filter((entry) => entry[1] === book).length);
  });

  test('follows the chart: what holds cash from now on, has always held it', async () => {
    const { body: accounts } = await get('/accounts');
    const costs = accounts.find(({ number }: { number: string }) => number === '6100');
    const { id, name, version } = costs;
    expect(await found('book=purchases')).toEqual(['Bottles on account', 'Glass again']);
    const change = { number: '6100', name, version, settles: true };
    expect((await server.request('PUT', `${base}/accounts/${id}`, change)).status).toBe(200);
    expect(await found('book=purchases')).toEqual(['Bottles on account', 'Glass again']);
    expect(problemCodes(await get('/entries?book=cash'))).toHaveLength(1);
  });
});

test('what was reversed, and what stands', async () => {
  const number = numbers.get('Used up') ?? '';
  const { status } = await server.request('POST', `${base}/entries/${number}/reverse`, { date: '2026-03-01' });
  expect(status).toBe(201);
  expect(await found('reversed=yes')).toEqual(['Used up']);
  expect(await found('reversed=no')).toEqual(ENTRIES.map(([name]) => name).filter((name) => name !== 'Used up'));
  expect(await found('reversed=no&book=general')).toEqual(['Till opened', 'Set off']);
});

describe('entries with something in common', () => {
  test.each([
    ['Crates on account', [['document', 'K 1', ['Low Weir pays', 'Crates come back']]]],
    [
      'Bottles on account',
      [
        ['reference', null, ['Glass again']],
        ['document', 'G 9', ['Glass Yard is paid']],
      ],
    ],
    [
      'Glass again',
      [
        ['reference', null, ['Bottles on account']],
        ['amount', null, ['Glass Yard is paid']],
      ],
    ],
    ['Till opened', []],
  ])('%s', async (explanation, expected) => {
    const { status, body } = await get(`/entries/${numbers.get(explanation)}/related`);
    expect(status).toBe(200);
    expect(
      body.map((item: { by: string; document: string; entries: { explanation: string }[] }) => [
        item.by,
        item.document,
        item.entries.map((entry) => entry.explanation),
      ]),
    ).toEqual(expected);
  });

  test('of an entry that is not there nothing is said', async () => {
    expect((await get('/entries/2026-9999/related')).status).toBe(404);
  });
});

describe('files of the journal', () => {
  test('the workbook has what the CSV file has, amounts as numbers and dates as dates', async () => {
    const book = new ExcelJS.Workbook();
    await book.xlsx.load((await fileOf(server, `${base}/entries.xlsx?text=glass`, WORKBOOK)).buffer as ArrayBuffer);
    const rows: unknown[][] = [];
    book.worksheets[0]?.eachRow((row) => rows.push((row.values as unknown[]).slice(1)));
    const csv = ((await get('/entries.csv?text=glass')).body as string).trim().split('\r\n');
    expect(rows.length).toBe(csv.length);
    expect(rows[0]?.join(',')).toBe(csv[0]);
    expect(rows[1]?.slice(0, 7)).toEqual([
      numbers.get('Bottles on account'),
      new Date('2026-02-04'),
      'ordinary',
      'Bottles on account',
      '6100',
      80,
    ]);
  });

  test('the general journal on paper: every line, both sides, what is carried, and the total at its end', async () => {
    for (let at100 = 0; at100 < 60; at100 += 1) {
      await server.request('POST', `${base}/entries`, {
        date: '2026-06-01',
        explanation: `Weekly sale ${at100}, of a name so long that it cannot stand in one line of its column beside amounts`,
        lines: fromTo('4000', '1010', '1.25'),
      });
    }
    const pages = await pagesOfPdf(server, `${base}/entries.pdf?from=2026-06-01&to=2026-06-30`);
    expect(pages.length).toBeGreaterThan(2);
    expect(pages[0]).toContain('Sallow Reach General journal 1 Jun 2026 to 30 Jun 2026');
    expect(pages.join(' ').match(/Weekly sale \d+,/g)).toHaveLength(60);
    expect(pages.every((page, index) => page.includes(`${index + 1} of ${pages.length}`))).toBe(true);
    const carried = pages.map((page) => [
      /brought forward ([\d,.]+) \1/.exec(page)?.[1],
      /carried forward ([\d,.]+) \1/.exec(page)?.[1],
    ]);
    expect(carried.slice(1).map(([brought]) => brought)).toEqual(carried.slice(0, -1).map(([, forward]) => forward));
    expect(carried[0]?.[1]).toMatch(/^\d+\.\d\d$/);
    expect(pages.at(-1)).toContain('Total of 60 entries 75.00 75.00');
    expect(problemCodes(await get('/entries.pdf?text=nothing-like-it'))).toEqual(['no-entries at ']);
  });
});
