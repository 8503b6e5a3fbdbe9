import { RunningServer, problemCodes, csv, type Reply } from './running-server.js';

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.start();
  base = await server.organisation();
});
afterAll(() => server.stop());

const sale = {
  date: '2026-05-01',
  explanation: 'Sale',
  lines: [
    { account: '1010', debit: '12.50' },
    { account: '4000', credit: '12.50' },
  ],
};
const post = (entry: object = sale, headers: Record<string, string> = {}): Promise<Reply> =>
  server.request('POST', `${base}/entries`, entry, headers);

describe('signing in', () => {
  test('is needed for everything but health, session and description', async () => {
    const stranger = server.signedOut();
    const { body } = await stranger.request('GET', '/api/openapi.json');
    const open =
      /^\/api\/(health|session(\/passkey(\/offer)?)?|openapi\.json|archive-schema\.json|first-owner|invitations\/\{token\}|password-reset(\/\{token\})?)$/;
    for (const [path, methods] of Object.entries(body.paths as Record<string, object>)) {
      for (const method of Object.keys(methods)) {
        if (open.test(path)) continue;
        const reply = await stranger.request(
          method.toUpperCase(),
          path.replace('{organisation}', '1').replace(/\{\w+\}/g, '1'),
        );
        expect([method, path, reply.status]).toEqual([method, path, 401]);
      }
    }
  });
  test('with a wrong password is refused, and limited by failures only', async () => {
    const stranger = server.signedOut();
    const attempts = [];
    for (let n = 0; n < 11; n += 1)
      attempts.push(
        (await stranger.request('POST', '/api/session', { email: 'nobody@x.test', password: 'wrong' })).status,
      );
    expect(attempts).toEqual([...Array(10).fill(401), 429]);
  });
  test('sets a cookie that scripts cannot read and other sites do not send', async () => {
    const fresh = await RunningServer.start();
    const cookie = (await fresh.signIn()).headers.get('set-cookie');
    expect(cookie).toMatch(/HttpOnly/);
    expect(cookie).toMatch(/SameSite=Strict/);
    expect((await fresh.request('DELETE', '/api/session')).status).toBe(204);
    expect((await fresh.request('GET', '/api/organisations')).status).toBe(401);
    await fresh.stop();
  });
  test('a second first owner is refused', async () => {
    const reply = await server.request('POST', '/api/first-owner', {
      email: 'x@y.org',
      name: 'X',
      password: 'long enough indeed',
    });
    expect([reply.status, problemCodes(reply)]).toEqual([409, ['owner-exists at ']]);
  });
  test.each([
    [{ origin: 'http://elsewhere.example' }, 403],
    [{ 'sec-fetch-site': 'cross-site' }, 403],
    [{ 'sec-fetch-site': 'same-origin' }, 201],
    [{}, 201],
  ])('a change with headers %p answers %d', async (headers, status) =>
    expect((await post(sale, headers)).status).toBe(status),
  );
  test('strangers’ organisations do not exist for anybody else', async () =>
    expect((await server.request('GET', '/api/organisations/999/accounts')).status).toBe(404));
});

describe('posting', () => {
  test('gives numbers without gaps and answers the whole entry', async () => {
    const [first, second] = [await post(), await post({ ...sale, date: '2026-01-02' })];
    expect(first.status).toBe(201);
    expect(first.body).toMatchObject({
      amount: '12.50',
      kind: 'ordinary',
      source: 'manual',
      lines: [
        { account: '1010', debit: '12.50', credit: null },
        { account: '4000', credit: '12.50' },
      ],
    });
    expect(Number(second.body.number.slice(5))).toBe(Number(first.body.number.slice(5)) + 1);
    expect(second.body.postedAt.slice(0, 10)).toBe('2027-01-18');
  });
  test('the same key and body post once; another body is refused', async () => {
    const key = { 'idempotency-key': 'k-1' };
    const [first, again] = [await post(sale, key), await post(sale, key)];
    expect(again.body).toEqual(first.body);
    const other = await post({ ...sale, explanation: 'Other' }, key);
    expect([other.status, problemCodes(other)]).toEqual([422, ['idempotency-key-reused at ']]);
  });
  test('many at once give each a number of its own', async () => {
    const replies = await Promise.all(Array.from({ length: 20 }, () => post()));
    const numbers = replies.map((reply) => Number(reply.body.number.slice(5))).sort((a, b) => a - b);
    expect(numbers).toEqual(Array.from({ length: 20 }, (_, index) => (numbers[0] ?? 0) + index));
  });
  test.each<[string, unknown, string[]]>([
    ['nothing', {}, ['invalid at date', 'invalid at explanation', 'invalid at lines']],
    [
      'numbers for amounts',
      {
        ...sale,
        lines: [
          { account: '1010', debit: 12.5 },
          { account: '4000', credit: '12.50' },
        ],
      },
      ['invalid at lines.0.debit'],
    ],
    ['unknown fields', { ...sale, colour: 'red' }, ['unknown-field at colour']],
    ['lines that are none', { ...sale, lines: [1, null] }, expect.anything() as never],
    [
      'an unbalanced entry',
      {
        ...sale,
        lines: [
          { account: '1010', debit: '1' },
          { account: '4000', credit: '2' },
        ],
      },
      ['unbalanced at lines'],
    ],
    [
      'a negative debit',
      {
        ...sale,
        lines: [
          { account: '1010', debit: '-1' },
          { account: '4000', credit: '-1' },
        ],
      },
      ['amount-negative at lines.0.debit', 'amount-negative at lines.1.credit'],
    ],
  ])('%s is refused with every problem by path', async (_, entry, problems) => {
    const reply = await post(entry as object);
    expect(reply.status).toBe(422);
    expect(reply.headers.get('content-type')).toMatch('application/problem+json');
    expect(problemCodes(reply)).toEqual(problems);
  });
  test.each([
    ['POST', 'entries', '{broken', 'application/json', 400],
    ['POST', 'entries', '<x/>', 'application/xml', 415],
    ['POST', 'entries', '[]', 'application/json', 422],
    ['POST', 'entries', 'null', 'application/json', 422],
    ['POST', 'entries', JSON.stringify({ ...sale, explanation: 'x'.repeat(1_100_000) }), 'application/json', 413],
    ['POST', 'accounts/import', '{}', 'application/json', 415],
    ['PUT', 'accounts/abc', '{}', 'application/json', 400],
    ['GET', 'entries/2026-0000', undefined, undefined, 404],
    ['GET', 'entries?limit=many', undefined, undefined, 422],
    ['GET', 'entries?after=nowhere', undefined, undefined, 422],
    ['GET', 'reports/trial-balance?asAt=soon', undefined, undefined, 422],
    ['GET', 'reports/trial-balance?stage=raw', undefined, undefined, 422],
    ['GET', 'reports/trial-balance?asKnownOn=2026-13-01', undefined, undefined, 422],
    ['GET', 'reports/income-statement?from=2026-05-01&to=2026-04-01', undefined, undefined, 422],
    ['GET', 'reports/balance-sheet?asAt=2999-01-01', undefined, undefined, 422],
    ['GET', 'reports/account-ledger?account=nope', undefined, undefined, 422],
    ['GET', 'reports/account-ledger', undefined, undefined, 422],
    ['GET', 'fiscal-years/1999/closing', undefined, undefined, 404],
    ['GET', 'nothing-here', undefined, undefined, 404],
    ['POST', 'periods/2026-13/lock', undefined, undefined, 404],
    ['DELETE', 'drafts/99?version=1', undefined, undefined, 404],
  ])('%s %s with %s answers as it should', async (method, path, body, type, status) => {
    const before = (await server.request('GET', `${base}/entries?limit=1`)).body.count;
    const response = await fetch(`${server.url}${base}/${path}`, {
      method,
      headers: { cookie: (server as unknown as { cookie: string }).cookie, ...(type && { 'content-type': type }) },
      ...(body !== undefined && { body }),
    });
    expect(response.status).toBe(status);
    expect(((await response.json()) as { status: number }).status).toBe(status);
    expect((await server.request('GET', `${base}/entries?limit=1`)).body.count).toBe(before);
  });
});

describe('the chart', () => {
  test('takes accounts that refer to each other in any order, all or nothing', async () => {
    const fresh = await server.organisation({ name: 'Chart', starterChart: false });
    const file = csv([
      ['number', 'name', 'element', 'parent', 'role', 'closes_to'],
      ['3100', 'Drawings', 'equity', '', 'drawings', '3000'],
      ['1010', 'Bank, "main"', 'asset', '1000'].concat(['', '']),
      ['1000', 'Assets', 'asset', '', '', ''],
      ['3000', 'Capital', 'equity', '', 'owner-capital', ''],
    ]);
    const wrong = await server.request(
      'POST',
      `${fresh}/accounts/import`,
      `${file}\r\n1020,,asset,9,king,\r\n1010,Twice,asset,,,`,
    );
    expect([wrong.status, problemCodes(wrong)]).toEqual([422, ['row-twice at rows.7.number']]);
    expect((await server.request('GET', `${fresh}/accounts`)).body).toEqual([]);
    expect(await server.request('POST', `${fresh}/accounts/import`, file)).toMatchObject({
      status: 200,
      body: { created: 4, changed: 0 },
    });
    const written = await server.request('GET', `${fresh}/accounts.csv`);
    expect(await server.request('POST', `${fresh}/accounts/import`, written.body)).toMatchObject({
      status: 200,
      body: { created: 0, changed: 4 },
    });
    expect((await server.request('GET', `${fresh}/accounts.csv`)).body).toBe(written.body);
  });
  test('problems of a file are told by row and column', async () => {
    const reply = await server.request(
      'POST',
      `${base}/accounts/import`,
      'number,name,element,parent\r\n8100,,expense,\r\n8200,X,thing,\r\n8300,Y,expense,9999\r\n',
    );
    expect(problemCodes(reply)).toEqual([
      'account-name-missing at rows.2.name',
      'account-element at rows.3.element',
      'parent-unknown at rows.4.parent',
    ]);
  });
  test('a change is refused if somebody else was first, or if history forbids it', async () => {
    await post();
    const bank = (await server.request('GET', `${base}/accounts`)).body.find(
      (candidate: { number: string }) => candidate.number === '1010',
    );
    const change = (fields: object): Promise<Reply> =>
      server.request('PUT', `${base}/accounts/${bank.id}`, {
        number: '1010',
        name: bank.name,
        element: 'asset',
        role: 'cash',
        version: bank.version,
        ...fields,
      });
    expect((await change({ version: bank.version + 5 })).status).toBe(409);
    expect(problemCodes(await change({ element: 'expense', role: undefined }))).toContain(
      'element-in-use at element',
    );
    expect(await change({ name: 'Bank, renamed', number: '1011' })).toMatchObject({
      status: 200,
      body: { number: '1011' },
    });
    expect(
      await server.request('PUT', `${base}/accounts/${bank.id}`, {
        number: '1010',
        name: bank.name,
        role: 'cash',
        version: bank.version + 1,
      }),
    ).toMatchObject({ status: 200 });
    expect((await server.remove(`${base}/accounts/${bank.id}`)).status).toBe(422);
  });
  test('shows balances at a date, temporary ones from the year’s first day', async () => {
    const fresh = await server.organisation({ name: 'Balances' });
    await server.request('POST', `${fresh}/entries`, sale);
    const balance = async (asAt: string, number: string): Promise<string> =>
      (await server.request('GET', `${fresh}/accounts?asAt=${asAt}`)).body.find(
        (candidate: { number: string }) => candidate.number === number,
      ).balance;
    expect([
      await balance('2026-04-30', '1010'),
      await balance('2026-05-01', '1010'),
      await balance('2027-01-01', '1010'),
    ]).toEqual(['0.00', '12.50', '12.50']);
    expect([await balance('2026-12-31', '4000'), await balance('2027-01-01', '4000')]).toEqual(['-12.50', '0.00']);
  });
});

describe('entry files', () => {
  const header = 'entry,date,kind,explanation,account,debit,credit,note,contact,currency,foreign_amount,rate\r\n';
  test('are taken whole or not at all, problems by row', async () => {
    const before = (await server.request('GET', `${base}/entries?limit=1`)).body.count;
    const reply = await server.request(
      'POST',
      `${base}/entries/import`,
      `${header}a,2026-05-01,,Good,1010,5.00,,,,,,\r\na,,,,4000,,5.00,,,,,\r\nb,2026-05-01,,Bad,1010,5.00,,,,,,\r\nb,,,,4000,,4.00,,Nobody,,,\r\n`,
    );
    expect([reply.status, problemCodes(reply)]).toEqual([422, ['contact-unknown at rows.5.contact']]);
    expect((await server.request('GET', `${base}/entries?limit=1`)).body.count).toBe(before);
  });
  test('what is exported imports again to the same balances', async () => {
    const [text, two] = [await server.organisation({ name: 'One' }), await server.organisation({ name: 'Two' })];
    await server.request('POST', `${text}/contacts`, { name: 'Low Weir', roles: ['customer'] });
    await server.request('POST', `${two}/contacts`, { name: 'Low Weir', roles: ['customer'] });
    await server.request('POST', `${text}/entries`, {
      ...sale,
      explanation: '=1+1, "quoted"',
      lines: [
        { account: '1100', debit: '1234.56', contact: 'low weir', note: '-note' },
        { account: '4000', credit: '1234.56', currency: 'USD', foreignAmount: '1339.00', ratePerBase: '1.0846' },
      ],
    });
    const file = (await server.request('GET', `${text}/entries.csv`)).body as string;
    expect(file).toContain(`"'=1+1, ""quoted"""`);
    expect(await server.request('POST', `${two}/entries/import`, file)).toMatchObject({
      status: 201,
      body: { posted: 1, lines: 2 },
    });
    expect((await server.request('GET', `${two}/reports/trial-balance.csv`)).body).toBe(
      (await server.request('GET', `${text}/reports/trial-balance.csv`)).body,
    );
    expect((await server.request('GET', `${two}/entries`)).body.entries[0].explanation).toBe('=1+1, "quoted"');
  });
  test.each([
    ['ragged rows', `${header}a,2026-05-01\r\n`, 'csv-ragged at rows.2'],
    ['an unknown column', 'entry,colour\r\na,red\r\n', 'csv-column-unknown at rows.1'],
    ['broken quotes', `${header}a,2026-05-01,,"open,1010,5.00,,,,,,\r\n`, 'csv-quotes at rows.2'],
    ['no rows', header, 'no-rows at '],
    ['another encoding', `${header}a,\u0000\r\n`, 'csv-encoding at '],
  ])('with %s are refused', async (_, file, code) => {
    const reply = await server.request('POST', `${base}/entries/import`, file);
    expect(reply.status).toBe(422);
    expect(problemCodes(reply)).toContain(code);
  });
});

describe('reversing', () => {
  test('adds the opposite entry and links the two, once', async () => {
    const { body: original } = await post({ ...sale, kind: 'adjusting' });
    const reversal = await server.request('POST', `${base}/entries/${original.number}/reverse`, {
      date: '2026-06-01',
    });
    expect(reversal).toMatchObject({
      status: 201,
      body: {
        kind: 'reversing',
        stage: 'adjusting',
        reverses: original.number,
        lines: [{ credit: '12.50' }, { debit: '12.50' }],
      },
    });
    expect((await server.request('GET', `${base}/entries/${original.number}`)).body.reversedBy).toBe(
      reversal.body.number,
    );
    expect(
      problemCodes(
        await server.request('POST', `${base}/entries/${original.number}/reverse`, { date: '2026-06-01' }),
      ),
    ).toEqual(['already-reversed at ']);
  });
});

describe('drafts', () => {
  test('may be unfinished, are changed by one at a time, and become entries', async () => {
    const { status, body } = await server.request('POST', `${base}/drafts`, {
      explanation: 'Half',
      lines: [{ debit: '12/3' }],
    });
    expect([status, body.version]).toEqual([201, 1]);
    expect(problemCodes(await server.lookedAt('POST', `${base}/drafts/${body.id}/post`, {}))).toContain(
      'explanation-missing at explanation'.replace('explanation-missing at explanation', 'too-few-lines at lines'),
    );
    expect((await server.request('PUT', `${base}/drafts/${body.id}`, { ...sale, version: 7 })).status).toBe(409);
    expect(
      (await server.request('PUT', `${base}/drafts/${body.id}`, { ...sale, version: 1, forReview: true })).body
        .version,
    ).toBe(2);
    expect(await server.lookedAt('POST', `${base}/drafts/${body.id}/post`, {})).toMatchObject({
      status: 201,
      body: { amount: '12.50' },
    });
    expect((await server.request('GET', `${base}/drafts`)).body).toEqual([]);
  });
});

describe('the journal', () => {
  test('is filtered and paged without losing or repeating an entry', async () => {
    const fresh = await server.organisation({ name: 'Journal' });
    for (let n = 1; n <= 7; n += 1)
      await server.request('POST', `${fresh}/entries`, {
        ...sale,
        date: `2026-05-0${(n % 3) + 1}`,
        explanation: `Sale 10%_${n}`,
      });
    const seen: string[] = [];
    for (let after: string | null = ''; after !== null;) {
      const { body } = await server.request('GET', `${fresh}/entries?limit=3${after ? `&after=${after}` : ''}`);
      seen.push(...body.entries.map((entry: { number: string }) => entry.number));
      after = body.next;
    }
    expect([seen.length, new Set(seen).size]).toEqual([7, 7]);
    const count = async (query: string): Promise<number> =>
      (await server.request('GET', `${fresh}/entries?${query}`)).body.count;
    expect([
      await count('text=10%25_3'),
      await count('text=10%25x'),
      await count('amount=12.50'),
      await count('account=6000'),
      await count('kind=adjusting'),
      await count('from=2026-05-03'),
      await count('text=2026-0004'),
    ]).toEqual([1, 0, 7, 0, 0, 2, 1]);
    for (const day of ['from', 'to']) {
      const refused = await server.request('GET', `${fresh}/entries?${day}=2026-02-30`);
      expect(problemCodes(refused)).toEqual([`not-a-date at ${day}`]);
    }
  });
});

describe('months and years', () => {
  test('a locked month takes nothing until it is unlocked with a reason', async () => {
    const fresh = await server.organisation({ name: 'Locks' });
    const send = (): Promise<Reply> => server.request('POST', `${fresh}/entries`, sale);
    await server.request('POST', `${fresh}/periods/2026-05/lock`);
    expect(problemCodes(await send())).toEqual(['period-locked at date']);
    expect((await server.request('POST', `${fresh}/periods/2026-05/unlock`, { reason: '' })).status).toBe(422);
    expect((await server.request('POST', `${fresh}/periods/2026-05/unlock`, { reason: 'a late bill' })).status).toBe(
      204,
    );
    expect((await send()).status).toBe(201);
  });
  test('a year is closed in order, locked, and reopened only on the record', async () => {
    const fresh = await server.organisation({ name: 'Years', firstDay: '2025-01-01' });
    for (const date of ['2025-05-01', '2026-05-01'])
      await server.request('POST', `${fresh}/entries`, { ...sale, date });
    const close = (year: string, query = ''): Promise<Reply> =>
      server.request('POST', `${fresh}/fiscal-years/${year}/closing${query}`, {});
    expect(problemCodes(await close('2026'))).toEqual(['earlier-year-open at ']);
    expect(await close('2025')).toMatchObject({ status: 201, body: { entries: ['2025-0002', '2025-0003'] } });
    expect(problemCodes(await close('2025'))).toEqual(['year-closed at ']);
    expect(problemCodes(await server.request('POST', `${fresh}/entries`, { ...sale, date: '2025-12-31' }))).toEqual([
      'period-locked at date',
    ]);
    expect(problemCodes(await server.request('POST', `${fresh}/periods/2025-12/unlock`, { reason: 'x' }))).toEqual([
      'year-closed at ',
    ]);
    expect(
      problemCodes(await server.request('POST', `${fresh}/entries/2025-0002/reverse`, { date: '2026-01-01' })),
    ).toEqual(['closing-entry at ']);
    const sheet = async (): Promise<string> =>
      (await server.request('GET', `${fresh}/reports/balance-sheet.csv?asAt=2026-12-31`)).body;
    const closedSheet = await sheet();
    expect(
      await server.request('POST', `${fresh}/fiscal-years/2025/reopening`, { reason: 'a late bill' }),
    ).toMatchObject({ status: 200, body: { entries: ['2025-0004', '2025-0005'] } });
    expect(await sheet()).toContain('Earlier results not yet closed');
    expect(await close('2025', '?form=direct')).toMatchObject({ status: 201, body: { entries: ['2025-0006'] } });
    expect(await sheet()).toBe(closedSheet);
    expect(
      (await server.request('POST', `${fresh}/proofs/check`)).body.proofs.every(
        (proof: { holds: boolean }) => proof.holds,
      ),
    ).toBe(true);
  });
});

describe('recurring journals', () => {
  const rent = {
    name: 'Rent',
    schedule: { unit: 'month', every: 1, day: 31, from: '2026-10-31' },
    entry: {
      explanation: 'Rent of the yard',
      lines: [
        { account: '6100', debit: '800.00' },
        { account: '1010', credit: '800.00' },
      ],
    },
  };
  test('are posted or skipped in order, one or all that are due', async () => {
    const fresh = await server.organisation({ name: 'Recurring' });
    const { body } = await server.request('POST', `${fresh}/recurring-journals`, rent);
    const states = (item: { occurrences: { date: string; state: string }[] }): string[] =>
      item.occurrences
        .filter((occurrence) => occurrence.state !== 'to-come')
        .map((occurrence) => `${occurrence.date} ${occurrence.state}`);
    expect(states(body)).toEqual(['2026-10-31 due', '2026-11-30 due', '2026-12-31 due']);
    expect(body.next).toHaveLength(12);
    const journal = `${fresh}/recurring-journals/${body.id}`;
    expect(problemCodes(await server.lookedAt('POST', `${journal}/post`, { date: '2026-11-30' }))).toEqual([
      'not-due at date',
    ]);
    expect((await server.lookedAt('POST', `${journal}/post`, { date: '2026-10-31' })).status).toBe(201);
    expect(
      (await server.lookedAt('POST', `${journal}/skip`, { date: '2026-11-30', reason: 'rent free' })).status,
    ).toBe(200);
    expect(await server.request('POST', `${fresh}/recurring-journals/post-due`)).toMatchObject({
      status: 200,
      body: { posted: [{ journal: 'Rent', date: '2026-12-31' }] },
    });
    expect((await server.request('POST', `${fresh}/recurring-journals/post-due`)).body.posted).toEqual([]);
    expect((await server.request('GET', `${fresh}/entries?source=recurring`)).body.count).toBe(2);
    expect((await server.lookedAt('DELETE', journal)).body.next).toEqual([]);
  });
  test('that could not be posted are refused at once', async () => {
    const reply = await server.request('POST', `${base}/recurring-journals`, {
      ...rent,
      schedule: { ...rent.schedule, every: 0 },
      entry: {
        ...rent.entry,
        lines: [
          { account: '1', debit: '1' },
          { account: '1010', credit: '2' },
        ],
      },
    });
    expect(problemCodes(reply)).toEqual([
      'schedule-every at schedule.every',
      'account-unknown at entry.lines.0.account',
    ]);
  });
});

describe('what goes out', () => {
  const head = async (path: string, encodings: string): Promise<Headers> =>
    (await server.request('GET', path, undefined, { 'accept-encoding': encodings })).headers;
  test.each<[string, string, string | null]>([
    ['as brotli', 'br, gzip', 'br'],
    ['as gzip', 'gzip', 'gzip'],
    ['plain where nothing else is taken', 'identity', null],
  ])('answers and pages are packed: %s', async (_, taken, sent) => {
    expect((await head(`${base}/accounts`, taken)).get('content-encoding')).toBe(sent);
    expect((await head('/', taken)).get('content-encoding')).toBe(sent);
    expect((await head('/', taken)).get('vary')).toContain('accept-encoding');
  });
  test('a short answer is not worth packing', async () =>
    expect((await head('/api/health', 'br')).get('content-encoding')).toBeNull());
  test.each(['/', '/api/health', '/api/no-such-thing'])('%s says what a browser may do with it', async (path) => {
    const headers = Object.fromEntries(await head(path, 'br'));
    expect(headers).toMatchObject({
      'content-security-policy': expect.stringMatching(/^default-src 'self';.*frame-ancestors 'none'/),
      'cross-origin-opener-policy': 'same-origin',
      'referrer-policy': 'same-origin',
      'x-content-type-options': 'nosniff',
      'permissions-policy': expect.stringContaining('camera=()'),
    });
    expect(headers['content-security-policy']).not.toContain('unsafe');
  });
  test('styles within the page are named by a word that no other answer has', async () => {
    const page = async (path: string): Promise<[string, string]> => {
      const reply = await fetch(`${server.url}${path}`);
      const named = /style-src 'self' 'nonce-([^']+)'/.exec(reply.headers.get('content-security-policy') ?? '')?.[1];
      return [named ?? '', await reply.text()];
    };
    const [first, html] = await page('/');
    const [second] = await page('/1/record/journal');
    expect(first).toMatch(/^[A-Za-z0-9+/]{22}==$/);
    expect(second).not.toBe(first);
    expect(html).toContain(`<style nonce="${first}">`);
    expect(html).not.toContain('__NONCE__');
  });
});

describe('what accounts usually see', () => {
  test('is told by side from their latest lines, of none with too few, nor of cash', async () => {
    const books = await server.organisation({ name: 'Usual' });
    const rows = Array.from(
      { length: 9 },
      (_, n) => `${n},2026-05-0${n + 1},Rent,6100,${80 + n}.00,\n${n},,,1010,,${80 + n}.00`,
    );
    await server.request(
      'POST',
      `${books}/entries/import`,
      `entry,date,explanation,account,debit,credit\n${rows.join('\n')}\n`,
    );
    const { body } = await server.request('GET', `${books}/entries/usual-amounts?accounts=6100,1010,4000,9999`);
    expect(body).toMatchObject([{ account: '6100', side: 'debit', lines: 9, median: '84.00' }]);
    expect(body).toHaveLength(1);
    expect(Number(body[0].from)).toBeLessThan(80);
    expect(Number(body[0].to)).toBeGreaterThan(88);
  });
});
