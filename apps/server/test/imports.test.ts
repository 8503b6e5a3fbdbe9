import type { ImportResponse } from '@just-ledger/contract';
import { request } from 'node:http';
import { RunningServer, type Reply } from './running-server.js';
import { workbookOf, zipOf } from './files.js';

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  path = await server.organisation({ kind: 'non-profit' });
});
afterAll(() => server.stop());

const text = (content: string): Uint8Array => new TextEncoder().encode(content);
const codes = (problems: ImportResponse['problems']): string[] =>
  problems.map((problem) => `${problem.code} at ${problem.path}`);

/** Sends a file and waits until it has been read. */
async function send(subject: string, file: Uint8Array, books = path): Promise<ImportResponse> {
  const reply = await fetch(`${server.url}${books}/imports?subject=${subject}&name=file`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: file as never,
  });
  expect(reply.status).toBe(201);
  return settled((await reply.json()) as ImportResponse, books);
}

/** Waits as long as something is under way. */
async function settled(job: ImportResponse, books = path): Promise<ImportResponse> {
  let now = job;
  while (['reading', 'checking', 'writing', 'posting'].includes(now.state)) {
    await new Promise((resolve) => setTimeout(resolve, 20));
    now = (await server.request('GET', `${books}/imports/${job.id}`)).body as ImportResponse;
  }
  return now;
}

/** Matches a file as it was recognised, or otherwise, and compares it with the books. */
async function check(job: ImportResponse, columns?: string[], books = path): Promise<ImportResponse> {
  // a file that could not be read says why
  if (job.headings.length === 0) expect(job).toMatchObject({ state: 'matching', problems: [] });
  const body = { columns: columns ?? job.headings.map((heading) => heading.column) };
  const reply = await server.request('PUT', `${books}/imports/${job.id}/matching`, body);
  // the answer may come before the comparison has ended, or after it
  expect([reply.status, reply.body.id]).toEqual([200, job.id]);
  return settled(reply.body as ImportResponse, books);
}

async function take(job: ImportResponse, books = path): Promise<ImportResponse> {
  const reply = await server.request('POST', `${books}/imports/${job.id}/taking`);
  expect(reply.status).toBe(202);
  return settled(reply.body as ImportResponse, books);
}

async function exported(file: string, books = path): Promise<Uint8Array> {
  const reply = await fetch(`${server.url}${books}/exports/${file}`, { headers: { cookie: server.session } });
  expect(reply.status).toBe(200);
  return new Uint8Array(await reply.arrayBuffer());
}

describe('a file of contacts', () => {
  const FILE =
    'Customer,Colour,E-Mail,IBAN\n"Low Weir, Farm Shop",green,shop@low-weir.test,GB82 WEST 1234 5698 7654 32\n\'+Plus,,,\n';

  test('has its columns recognised, is compared with the books, and then taken in', async () => {
    const read = await send('contacts', text(FILE));
    expect(read).toMatchObject({
      state: 'matching',
      rows: 2,
      notes: [],
      headings: [
        { heading: 'Customer', column: 'name', samples: ['Low Weir, Farm Shop', "'+Plus"] },
        { heading: 'Colour', column: '', samples: ['green'] },
        { heading: 'E-Mail', column: 'email' },
        { heading: 'IBAN', column: 'iban' },
      ],
    });
    const checked = await check(read);
    expect(checked).toMatchObject({
      state: 'checked',
      result: { added: 2, changed: 0, unchanged: 0 },
      problems: [],
    });
    expect((await server.request('GET', `${path}/contacts`)).body).toEqual([]);
    expect(await take(checked)).toMatchObject({ state: 'done', result: { added: 2, changed: 0, unchanged: 0 } });
    const { body } = await server.request('GET', `${path}/contacts`);
    expect(body).toMatchObject([
      { number: '2', name: '+Plus', roles: ['customer'] },
      { number: '1', name: 'Low Weir, Farm Shop', bank: { iban: 'GB82WEST12345698765432' } },
    ]);
    const trail = await server.request('GET', `${path}/set-up-changes?subject=contact`);
    expect(trail.body.map((item: { action: string; title: string }) => `${item.action} ${item.title}`)).toEqual([
      'added 2 +Plus',
      'added 1 Low Weir, Farm Shop',
    ]);
  });

  test('is matched by hand, and the matching is remembered', async () => {
    const other = text('Firma;Ort;Rolle\nHatch Orchards;supplier;nobody\n');
    const read = await send('contacts', other);
    expect([read.notes, read.headings.map((heading) => heading.column)]).toEqual([
      ['parted by semicolons'],
      ['', '', ''],
    ]);
    const match = (columns: string[]): Promise<Reply> =>
      server.request('PUT', `${path}/imports/${read.id}/matching`, { columns });
    expect(codes((await match(['', '', ''])).body.problems)).toEqual(['column-missing at columns']);
    expect(codes((await match(['name', 'name', 'size'])).body.problems)).toEqual([
      'column-unknown at columns',
      'column-twice at columns',
    ]);
    expect((await check(read, ['name', 'roles', ''])).result).toEqual({ added: 1, changed: 0, unchanged: 0 });
    const again = await send('contacts', other);
    expect(again.headings.map((heading) => heading.column)).toEqual(['name', 'roles', '']);
  });

  test('tells every problem by row and column, and then nothing of it is taken in', async () => {
    const bad = await send(
      'contacts',
      text(
        'number,name,roles,terms,iban\n1,Low Weir,king,soon,\n,,customer,,GB00\n7,Otter,customer,,\n8,OTTER,customer,,\n9\n,+Plus,,,x\n',
      ),
    );
    const checked = await check(bad);
    expect([checked.problemCount, codes(checked.problems)]).toEqual([
      7,
      [
        'contact-roles at rows.2.roles',
        'terms at rows.2.terms',
        'contact-name-missing at rows.3.name',
        'bank-iban at rows.3.iban',
        'contact-taken at rows.5.name',
        'ragged at rows.6',
        'bank-iban at rows.7.iban',
      ],
    ]);
    expect((await server.request('POST', `${path}/imports/${bad.id}/taking`)).status).toBe(409);
    expect((await server.request('GET', `${path}/contacts`)).body).toHaveLength(2);
  });
});

describe('what was exported', () => {
  beforeAll(async () => {
    await server.request('POST', `${path}/contacts`, {
      name: '=cmd|calc',
      roles: ['supplier', 'member'],
      terms: '10 after month end',
      currency: 'USD',
      phone: '+44 20 7946 0000',
      address: '-1 High Street\nSallow; Reach',
    });
    await server.request('POST', `${path}/contacts`, { name: "'s-Lane Mill", roles: ['customer'] });
    await server.request('POST', `${path}/breakdowns`, { name: 'Site' });
    for (const value of [{ name: 'Orchards' }, { name: '@Ferry', parent: 'Orchards' }])
      await server.request('POST', `${path}/breakdowns/2/values`, value);
    await server.request('POST', `${path}/currencies`, { currency: 'USD' });
    await server.request('PUT', `${path}/exchange-rates/USD/2026-12-31`, { ratePerBase: '1.0845' });
    await server.request('PUT', `${path}/exchange-rates/USD/2027-01-04`, { rate: '0.92' });
  });
  test.each(
    ['chart', 'contacts', 'breakdown-values', 'rates'].flatMap((subject) =>
      ['csv', 'xlsx'].map((ending) => [subject, ending]),
    ),
  )('%s as %s is taken in again unchanged', async (subject, ending) => {
    const file = await exported(`${subject}.${ending}`);
    const checked = await check(await send(subject, file));
    expect(checked).toMatchObject({ state: 'checked', problems: [], result: { added: 0, changed: 0 } });
    expect(checked.result?.unchanged).toBeGreaterThan(1);
  });
  test.each(['contacts', 'breakdown-values', 'chart'])('%s fill other books with the same', async (subject) => {
    const other = await server.organisation({
      kind: 'non-profit',
      starterChart: subject !== 'chart',
      name: `To ${subject}`,
    });
    await server.request('POST', `${other}/breakdowns`, { name: 'Site' });
    if (subject === 'chart') await server.request('POST', `${other}/breakdowns`, { name: 'Fund' });
    const [before] = [await exported(`${subject}.csv`)];
    const done = await take(await check(await send(subject, before, other), undefined, other), other);
    expect(done.state).toBe('done');
    expect(new TextDecoder().decode(await exported(`${subject}.csv`, other))).toBe(new TextDecoder().decode(before));
  });
  test('carries a mark where a spreadsheet would run it', async () => {
    const file = new TextDecoder().decode(await exported('contacts.csv'));
    expect(file).toContain("'=cmd|calc");
    expect(file).toContain("''s-Lane Mill");
    expect(file).toContain("'+44 20 7946 0000");
  });
  test('has a name that is there, or is not found', async () => {
    for (const file of ['chart.pdf', 'entries.pdf', 'chart', '..%2Fbooks.sqlite'])
      expect((await server.request('GET', `${path}/exports/${file}`)).status).toBe(404);
  });
});

describe('a workbook', () => {
  test('gives numbers, dates, formulas and rich text as somebody would type them', async () => {
    const file = await workbookOf(
      [
        ['currency', 'date', 'rate'],
        ['USD', new Date('2027-01-05T00:00:00Z'), 0.1 + 0.2],
        [{ richText: [{ text: 'U' }, { text: 'SD' }] }, '2027-01-06', { formula: '0.5+0.4', result: 0.9 }],
      ],
      [['another sheet']],
    );
    const read = await send('rates', file);
    expect([read.notes, read.headings[1]?.samples, read.headings[2]?.samples]).toEqual([
      ['the first of 2 sheets'],
      ['2027-01-05', '2027-01-06'],
      ['0.3', '0.9'],
    ]);
    expect((await check(read)).result).toEqual({ added: 2, changed: 0, unchanged: 0 });
  });
  test('with a cell in error is refused at that cell', async () => {
    const file = await workbookOf([['name'], [{ error: '#N/A' }]]);
    expect(codes((await send('contacts', file)).problems)).toEqual(['cell-error at rows.2.1']);
  });
});

describe('hostile and broken files change nothing and are answered clearly', () => {
  const utf16 = (content: string, mark: boolean): Uint8Array =>
    new Uint8Array(Buffer.from(`${mark ? '\ufeff' : ''}${content}`, 'utf16le'));
  const CSV = 'name\nCafé Têtu\n';
  test.each<[string, Uint8Array, string[]]>([
    ['UTF-8 with its mark', text(`\ufeff${CSV}`), []],
    ['UTF-16 with its mark', utf16(CSV, true), ['read as UTF-16LE']],
    ['UTF-16 without it', utf16(CSV, false), ['read as UTF-16LE']],
    ['UTF-16, the other way', new Uint8Array(Buffer.from(`\ufeff${CSV}`, 'utf16le').swap16()), ['read as UTF-16BE']],
    ['Windows-1252', new Uint8Array(Buffer.from(CSV, 'latin1')), ['read as Windows-1252']],
  ])('%s is read as what it is', async (_, file, notes) => {
    const read = await send('contacts', file);
    expect([read.state, read.notes, read.headings[0]?.samples]).toEqual(['matching', notes, ['Café Têtu']]);
  });
  const big = Buffer.alloc(300 * 1024 * 1024);
  test.each<[string, () => Uint8Array | Promise<Uint8Array>, string, RegExp]>([
    ['an empty file', () => text(''), 'file-empty', /empty/],
    ['headings only', () => text('name,iban\n'), 'no-rows', /no rows/],
    ['an empty first row', () => text(',\na,b\n'), 'no-headings', /first row/],
    ['open quotes', () => text('name\n"Low Weir\n'), 'csv-quotes', /quotes/],
    ['a PDF', () => text('%PDF-1.7 …'), 'not-a-table', /PDF/],
    ['an old workbook', () => new Uint8Array([0xd0, 0xcf, 0x11, 0xe0, 1, 2]), 'not-a-table', /XLS/],
    ['bytes of no kind', () => new Uint8Array([1, 2, 3, 250, 251, 4]), 'not-a-table', /neither/],
    [
      'a ZIP without a workbook',
      () => zipOf([{ name: 'a.txt', content: Buffer.from('hello') }]),
      'not-a-table',
      /without a workbook/,
    ],
    [
      'an OpenDocument file',
      () => zipOf([{ name: 'content.xml', content: Buffer.from('<x/>') }]),
      'not-a-table',
      /OpenDocument/,
    ],
    [
      'a ZIP cut off',
      async () => (await workbookOf([['name'], ['a']])).slice(0, 900),
      'zip-broken',
      /broken or cut off/,
    ],
    [
      'a workbook that is none inside',
      () => zipOf([{ name: 'xl/workbook.xml', content: Buffer.from('<nonsense') }]),
      'workbook-broken',
      /may be broken/,
    ],
    ['a bomb', () => zipOf([{ name: 'xl/workbook.xml', content: big }]), 'unpacks-too-large', /256 MB/],
    [
      'a bomb that claims to be small',
      () => zipOf([{ name: 'xl/workbook.xml', content: big, claims: 100 }]),
      'zip-broken',
      /broken/,
    ],
    [
      'too many columns',
      () => text(`${'a,'.repeat(300)}b\n${'1,'.repeat(300)}2\n`),
      'too-many-columns',
      /301 columns/,
    ],
    [
      'a workbook with a cell in the last column there is',
      async () => workbookOf([['name'], [...new Array<null>(16_383).fill(null), 'far out']]),
      'too-many-columns',
      /16384 columns/,
    ],
    ['too many rows', () => text(`name\n${'a\n'.repeat(100_001)}`), 'too-many-rows', /100,000 rows/],
  ])('%s', async (_, file, code, message) => {
    const read = await send('contacts', await file());
    expect([read.state, read.problems.map((problem) => problem.code)]).toEqual(['failed', [code]]);
    expect(read.problems[0]?.message).toMatch(message);
  });
  test.each([
    ['chart', 5_000],
    ['breakdown-values', 5_000],
    ['rates', 50_000],
  ] as const)('more rows than are written in one go: %s', async (subject, most) => {
    const read = await send(subject, text(`number,name,element\n${'1,a,asset\n'.repeat(most + 1)}`));
    expect([read.state, read.problems.map(({ code, message }) => [code, message])]).toEqual([
      'failed',
      [['too-many-rows', `The file has more than ${most.toLocaleString('en')} rows; part it.`]],
    ]);
  });
  test('a file larger than is taken, of another kind of request, or about nothing', async () => {
    const raw = (type: string, query: string, body: Uint8Array): Promise<Response> =>
      fetch(`${server.url}${path}/imports?${query}`, {
        method: 'POST',
        headers: { 'content-type': type, cookie: server.session },
        body: body as never,
      });
    expect(await announced(33 * 1024 * 1024)).toBe(413);
    expect((await raw('text/csv', 'subject=contacts', text(CSV))).status).toBe(415);
    expect((await raw('application/octet-stream', 'subject=cats', text(CSV))).status).toBe(422);
  });
  test('somebody else’s import is not there', async () => {
    const { id } = await send('contacts', text(CSV));
    const other = await server.organisation({ name: 'Other books' });
    expect((await server.request('GET', `${other}/imports/${id}`)).status).toBe(404);
    expect((await server.request('GET', `${path}/imports/none`)).status).toBe(404);
  });
});

/** What is answered to a file of so many bytes before the first of them is sent. */
function announced(bytes: number): Promise<number | undefined> {
  const headers = { 'content-type': 'application/octet-stream', 'content-length': bytes, cookie: server.session };
  return new Promise((resolve, reject) => {
    const asked = request(`${server.url}${path}/imports?subject=contacts`, { method: 'POST', headers }, (answer) => {
      resolve(answer.statusCode);
      asked.destroy();
    });
    asked.on('error', reject);
    asked.flushHeaders();
  });
}

describe('fifty thousand rows', () => {
  const rows = (count: number): Uint8Array =>
    text(
      `number,name,email\n${Array.from({ length: count }, (_, index) => `C${index},Contact ${index},c${index}@x.test`).join('\n')}\n`,
    );
  test('are compared and taken in while others are served', async () => {
    const mine = await server.organisation({ name: 'Many' });
    const checked = await check(await send('contacts', rows(50_000), mine), undefined, mine);
    expect(checked.result).toEqual({ added: 50_000, changed: 0, unchanged: 0 });
    const taking = take(checked, mine);
    expect((await server.request('GET', `${path}/accounts`)).status).toBe(200);
    expect((await taking).state).toBe('done');
    const again = await check(await send('contacts', await exported('contacts.xlsx', mine), mine), undefined, mine);
    expect(again.result).toEqual({ added: 0, changed: 0, unchanged: 50_000 });
  }, 300_000);
  test('can be given up, and then nothing has been changed', async () => {
    const mine = await server.organisation({ name: 'Given up' });
    const read = await send('contacts', rows(50_000), mine);
    await server.request('PUT', `${mine}/imports/${read.id}/matching`, { columns: ['number', 'name', 'email'] });
    expect((await server.request('DELETE', `${mine}/imports/${read.id}`)).status).toBe(204);
    expect((await server.request('GET', `${mine}/imports/${read.id}`)).status).toBe(404);
    expect((await server.request('GET', `${mine}/contacts`)).body).toEqual([]);
  }, 60_000);
  test('can still be given up as long as none is written: nothing is there, and the same file can be taken in again', async () => {
    const mine = await server.organisation({ name: 'Given up late' });
    const checked = await check(await send('contacts', rows(50_000), mine), undefined, mine);
    await server.request('POST', `${mine}/imports/${checked.id}/taking`);
    let now = checked;
    while (now.state !== 'writing' || (now.progress?.done ?? 0) < 20_000) {
      now = (await server.request('GET', `${mine}/imports/${checked.id}`)).body;
      expect(['checked', 'writing']).toContain(now.state);
    }
    expect((await server.request('DELETE', `${mine}/imports/${checked.id}`)).status).toBe(204);
    while (now.state === 'writing') now = (await server.request('GET', `${mine}/imports/${checked.id}`)).body;
    expect([now.state, now.problems.map(({ message }) => message)]).toEqual([
      'failed',
      ['The import was given up. Nothing has been changed.'],
    ]);
    expect((await server.request('GET', `${mine}/contacts`)).body).toEqual([]);
    const again = await check(now, ['number', 'name', 'email'], mine);
    expect((await take(again, mine)).state).toBe('done');
  }, 300_000);
  test('of one person are one import at a time', async () => {
    const first = await send('contacts', text('name\nA\n'));
    await send('contacts', text('name\nB\n'));
    expect((await server.request('GET', `${path}/imports/${first.id}`)).status).toBe(404);
  });
});

describe('a file of entries', () => {
  let books: string;
  beforeAll(async () => {
    books = await server.organisation({ name: 'Entries from files' });
    await server.request('POST', `${books}/contacts`, { name: 'Low Weir', roles: ['customer'] });
  });
  const entries = async (): Promise<{ number: string; explanation: string; amount: string; source: string }[]> =>
    (await server.request('GET', `${books}/entries?limit=500`)).body.entries;

  test.each([
    [
      'from and to',
      'Date;What;From;To;Value\n1/3/2026;Rent, March;Bank account;6100;1.300,50\n15/3/2026;Fees;1010;6900;4,50\n',
      2,
    ],
    [
      'one signed column',
      'date,description,account,amount\n2026-04-01,Sale,1010,12.50\n2026-04-01,Sale,4000,-12.50\n',
      1,
    ],
    [
      'two columns',
      'Voucher,Date,Text,Account,Dr,Cr,Customer\n9,2026-04-02,On account,1100,80,,Low Weir\n9,2026-04-02,On account,4000,,80,\n',
      1,
    ],
  ])('is recognised with %s, compared, and taken in', async (_, content, added) => {
    const before = (await entries()).length;
    const checked = await check(await send('entries', text(content), books), undefined, books);
    expect(checked).toMatchObject({ state: 'checked', problemCount: 0, result: { added } });
    expect((await entries()).length).toBe(before);
    expect(await take(checked, books)).toMatchObject({ state: 'done', result: { added } });
    expect((await entries()).length).toBe(before + added);
    expect((await entries()).every(({ source }) => source === 'import')).toBe(true);
    // the same file again is told, before anything is posted
    const again = await check(await send('entries', text(content), books), undefined, books);
    expect(again.remarks.join(' ')).toMatch(
      /to be in the books already, with the same date, explanation and total: 2026-/,
    );
  });

  test('says every problem by row and by its own column, and takes nothing', async () => {
    const content =
      'date,explanation,from account,to account,amount\n2026-04-01,Sale,1010,nope,5\n1999-01-01,Old,1010,6100,5\n2026-04-01,Nothing,1010,6100,\n2026-04-01,,1010,6100,5\n';
    const checked = await check(await send('entries', text(content), books), undefined, books);
    expect(codes(checked.problems)).toEqual(
      expect.arrayContaining(['account-unknown at rows.2.to_account', 'explanation-missing at rows.5.explanation']),
    );
    expect(new Set(checked.problems.map(({ path }) => /rows\.(\d)/.exec(path)?.[1]))).toEqual(
      new Set(['2', '3', '4', '5']),
    );
    expect((await server.request('POST', `${books}/imports/${checked.id}/taking`)).status).toBe(409);
  });

  test('is taken in as it was compared, or not at all, whatever happened between', async () => {
    const late = await server.organisation({ name: 'Locked meanwhile' });
    const content = 'date,explanation,from account,to account,amount\n3/4/2026,Rent,1010,6100,5\n';
    const own = (dates: string): Promise<Reply> =>
      server.request('PUT', '/api/own-sign-in/preferences', {
        amounts: 'point',
        dates,
        colours: 'system',
        paper: 'a4',
      });
    expect((await own('month-first')).status).toBeLessThan(300);
    const checked = await check(await send('entries', text(content), late), undefined, late);
    expect(checked.remarks.join(' ')).toContain('3/4/2026 is read as 4 March 2026');
    await own('day-first');
    await server.request('POST', `${late}/periods/2026-03/lock`);
    const refused = await take(checked, late);
    expect([refused.state, codes(refused.problems)[0]]).toEqual(['failed', 'period-locked at rows.2.date']);
    expect((await server.request('GET', `${late}/entries`)).body.count).toBe(0);
    await server.request('POST', `${late}/periods/2026-03/unlock`, { reason: 'one more' });
    await own('month-first');
    const again = await check(await send('entries', text(content), late), undefined, late);
    await own('day-first');
    expect(await take(again, late)).toMatchObject({ state: 'done' });
    expect((await server.request('GET', `${late}/entries`)).body.entries[0].date).toBe('2026-03-04');
  });

  test('has to have accounts and amounts in one of the ways', async () => {
    const read = await send('entries', text('date,explanation,account\n2026-04-01,Sale,1010\n'), books);
    const reply = await server.request('PUT', `${books}/imports/${read.id}/matching`, {
      columns: read.headings.map(({ column }) => column),
    });
    expect(reply.status).toBe(422);
    expect(reply.body.problems[0].message).toMatch(
      /^Match account and debit, .*or from account and to account and amount\.$/,
    );
  });

  test('that was written reads back the same, as CSV and as a workbook', async () => {
    const columns = (text: string): string[] =>
      text
        .trim()
        .split('\r\n')
        .map((row) => row.slice(row.indexOf(',')));
    const written = (await server.request('GET', `${books}/entries.csv`)).body as string;
    for (const ending of ['csv', 'xlsx']) {
      const other = await server.organisation({ name: `Read back from ${ending}` });
      await server.request('POST', `${other}/contacts`, { name: 'Low Weir', roles: ['customer'] });
      const file = await exported(`entries.${ending}`, books);
      const checked = await check(await send('entries', file, other), undefined, other);
      expect(codes(checked.problems)).toEqual([]);
      await take(checked, other);
      const again = (await server.request('GET', `${other}/entries.csv`)).body as string;
      expect(columns(again)).toEqual(columns(written));
    }
  });

  test('with what takes others back, and what is to be taken back, reads back the same and is linked', async () => {
    const post = (books: string, date: string, more: object = {}): Promise<{ number: string }> =>
      server.done('POST', `${books}/entries`, {
        date,
        explanation: `Wages ${date}`,
        lines: [
          { account: '6000', debit: '50.00' },
          { account: '1010', credit: '50.00' },
        ],
        ...more,
      });
    const first = await server.organisation({ name: 'With reversals' });
    await post(first, '2026-02-01');
    const wrong = await post(first, '2026-02-10');
    await server.done('POST', `${first}/entries/${wrong.number}/reverse`, { date: '2026-02-10' });
    await post(first, '2026-02-10');
    await post(first, '2026-03-31', { kind: 'adjusting', reversesOn: '2026-04-01' });
    await post(first, '2026-05-31', { kind: 'adjusting', reversesOn: '2027-01-01' });
    const written = (await server.request('GET', `${first}/entries.csv`)).body as string;
    expect(written).toContain(`,${wrong.number},`);
    expect(written).toContain('2027-01-01');

    for (const ending of ['csv', 'xlsx']) {
      const second = await server.organisation({ name: `Reversals from ${ending}` });
      const checked = await check(
        await send('entries', await exported(`entries.${ending}`, first), second),
        undefined,
        second,
      );
      expect(codes(checked.problems)).toEqual([]);
      expect((await take(checked, second)).state).toBe('done');
      expect((await server.request('GET', `${second}/entries.csv`)).body).toBe(written);
      const { body } = await server.request('GET', `${second}/entries/${wrong.number}`);
      expect([body.reversedBy, body.number]).toEqual(['2026-0003', wrong.number]);
      const { proofs } = (await server.request('POST', `${second}/proofs/check?asAt=2026-12-31`)).body;
      expect(proofs.filter(({ holds }: { holds: boolean }) => !holds)).toEqual([]);
    }
    // of a file that was read twice nothing is reversed twice
    const later = await server.organisation({ name: 'Twice' });
    expect((await server.request('POST', `${later}/entries/import`, written)).status).toBe(201);
    const own = written.split('\r\n').filter((row, index) => index === 0 || row.includes('reversing'));
    const again = await server.request('POST', `${later}/entries/import`, own.join('\r\n'));
    expect([again.status, again.body.problems?.[0]?.code]).toEqual([422, 'already-reversed']);
  });
});
