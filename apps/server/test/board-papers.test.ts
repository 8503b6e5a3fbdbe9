import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { BoardPapersRequest, BoardPapersResponse, IssuedPapersResponse } from '@just-ledger/contract';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';
import { fileOf, pagesOfPdf } from './written-files.js';

// Several kept reports as one document: cover, contents with the pages on which they begin, each with the days of today.

let server: RunningServer;
let base: string;
const done = async (method: string, path: string, body?: object): Promise<Reply['body']> => {
  const reply = await server.lookedAt(method, `${base}${path}`, body);
  expect([path, reply.status < 300, reply.body?.problems]).toEqual([path, true, undefined]);
  return reply.body;
};
const kept = async (name: string, screen: string, settings: Record<string, string>, span: string): Promise<number> =>
  (
    await done('POST', '/kept-reports', {
      name,
      screen,
      settings: Object.entries(settings).map(([key, value]) => ({ key, value })),
      span,
      shared: true,
    })
  ).id;
const sqlite = (sql: string): string =>
  execFileSync('sqlite3', ['-bail', join(server.folder, 'books.sqlite'), sql], { encoding: 'utf8', stdio: 'pipe' });
let reports: number[];
const request = (change: Partial<BoardPapersRequest> = {}): BoardPapersRequest => ({
  name: 'Papers for the board',
  subtitle: 'Meeting of January\nFerry Lane',
  reports,
  signed: true,
  ...change,
});

beforeAll(async () => {
  server = await RunningServer.start({ today: '2027-01-18' });
  base = await server.organisation({ firstDay: '2025-01-01' });
  const post = (date: string, from: string, to: string, amount: string): Promise<Reply['body']> =>
    done('POST', '/entries', { date, explanation: 'As it happened', lines: fromTo(from, to, amount) });
  await post('2025-03-01', '3000', '1010', '9000.00');
  await post('2025-06-01', '4000', '1010', '500.00');
  await post('2026-06-01', '4000', '1010', '700.40');
  await post('2026-07-01', '1010', '6100', '100.00');
  await done('POST', '/contacts', { name: 'Ferry Inn', roles: ['customer'] });
  await done('POST', '/entries', {
    date: '2026-12-01',
    explanation: 'On account',
    lines: [
      { account: '1100', debit: '240.00', contact: 'Ferry Inn', dueDate: '2026-12-31' },
      { account: '4000', credit: '240.00' },
    ],
  });
  await done('POST', '/reports/notes', {
    statement: 'balance-sheet',
    title: 'How they are drawn up',
    text: 'On the accrual basis.',
    of: '2026-12-31',
  });
  reports = [
    await kept(
      'The year',
      'statements',
      { columns: 'years:1', statements: 'balance-sheet.income-statement' },
      'last-year',
    ),
    await kept('Who owes us', 'aged', { documents: 'all' }, 'last-month'),
    await kept('Trial balance', 'trial-balance', { columns: 'adjusted' }, 'last-year'),
    await kept('Taxes', 'tax', {}, 'last-quarter'),
  ];
}, 60_000);
afterAll(() => server.stop());

describe('board papers', () => {
  let id: number;
  test('are put together of kept reports, and printed as one document', async () => {
    ({ id } = await done('POST', '/board-papers', request()));
    const pages = await pagesOfPdf(server, `${base}/board-papers/${id}/document.pdf`);
    expect(pages[0]).toMatch(/Sallow Reach.*Papers for the board.*Meeting of January.*Ferry Lane.*18 January 2027/);
    expect(pages[0]).not.toContain('Page 1 of');
    // each paper of the contents begins on the page that stands beside it
    const contents = pages[1] ?? '';
    expect(contents).toMatch(/Contents.*The year.*Income statement.*Who owes us.*Trial balance.*Taxes/);
    const told = [
      ...contents.matchAll(
        /(Income statement|Balance sheet|Notes to the statements|Worksheet)[^,]*, [^,]*?(\d{4}) (\d+)/g,
      ),
    ];
    expect(told.length).toBeGreaterThanOrEqual(4);
    for (const [, title = '', , page] of told) expect(pages[Number(page) - 1]).toContain(title);
    const text = pages.join(' ');
    expect(text).toMatch(/Net income.*840\.40/);
    expect(text).toMatch(/31 Dec 2025/);
    expect(text).toMatch(/Ferry Inn.*240\.00/);
    expect(text).toContain('On the accrual basis.');
    expect(pages.at(-1)).toMatch(new RegExp(`Page ${pages.length} of ${pages.length}`));
    // people sign under the statements, before the notes
    const signed = pages.findIndex((page) => page.includes('signed by'));
    expect(pages[signed]).toContain('Balance sheet');
  });

  test('are tagged and carry their title', async () => {
    const data = await fileOf(server, `${base}/board-papers/${id}/document.pdf?size=letter`, 'application/pdf');
    const pdf = await getDocument({ data, useSystemFonts: false, verbosity: 0 }).promise;
    const { info } = await pdf.getMetadata();
    expect([Reflect.get(info, 'Title'), Reflect.get(info, 'Language')]).toEqual([
      'Sallow Reach, Papers for the board',
      'en',
    ]);
    expect(await pdf.getMarkInfo()).toMatchObject({ Marked: true });
    expect((await pdf.getPage(1)).view).toEqual([0, 0, 612, 792]);
    const tree = JSON.stringify(await (await pdf.getPage(2)).getStructTree());
    expect(tree).toContain('"H1"');
  });

  test('are issued as they are drawn then, and stay so', async () => {
    const issued = (await done('POST', `/board-papers/${id}/issue`, {})) as IssuedPapersResponse;
    const file = `${base}/attachments/${issued.attachment}/content`;
    const before = await fileOf(server, file, 'application/pdf');
    expect(createHash('sha256').update(before).digest('hex')).toBe(issued.sha256);
    const last = ((await done('GET', '/entries')) as { entries: { seal: string }[] }).entries[0];
    expect([issued.place, issued.name, issued.entries, issued.seal]).toEqual([
      1,
      'Papers for the board',
      5,
      last?.seal,
    ]);
    // the books go on, what was issued does not
    await done('POST', '/entries', {
      date: '2026-12-20',
      explanation: 'Later',
      lines: fromTo('4000', '1010', '55.00'),
    });
    expect(await fileOf(server, file, 'application/pdf')).toEqual(before);
    expect((await pagesOfPdf(server, `${base}/board-papers/${id}/document.pdf`)).join(' ')).toMatch(/895\.40/);
    expect((await pagesOfPdf(server, file)).join(' ')).not.toMatch(/895\.40/);
    await done('POST', `/board-papers/${id}/issue`, {});
    expect(((await done('GET', '/board-papers/issued')) as IssuedPapersResponse[]).map(({ place }) => place)).toEqual(
      [2, 1],
    );
    // it is no paper that waits for its entry, and is not thrown away
    expect((await done('GET', '/attachments')).count).toBe(0);
    const removed = await server.request('DELETE', `${base}/attachments/${issued.attachment}`);
    expect(problemCodes(removed)).toEqual(['paper-issued at ']);
    for (const attack of [
      'UPDATE issued_papers SET entries = 1',
      'DELETE FROM issued_papers',
      `UPDATE attachment SET discarded_at = 'x', discarded_by = 1 WHERE id = ${issued.attachment}`,
      `INSERT INTO issued_papers SELECT organisation, 9, name, attachment, entries, seal, issued_at, issued_by, due_on FROM issued_papers`,
    ])
      expect(() => sqlite(attack)).toThrow(/issued papers/);
  });

  test('keep the reports they print', async () => {
    const [first] = reports;
    const removed = await server.remove(`${base}/kept-reports/${first}`);
    expect(problemCodes(removed)).toEqual(['report-in-papers at shared']);
    const found = ((await done('GET', '/kept-reports')) as { id: number; version: number }[]).find(
      (report) => report.id === first,
    );
    const own = { name: 'The year', screen: 'statements', settings: [], span: 'last-year', shared: false };
    const changed = await server.request('PUT', `${base}/kept-reports/${first}`, { ...own, version: found?.version });
    expect(problemCodes(changed)).toEqual(['report-in-papers at shared']);
  });

  test('are changed by version, archived, and taken apart', async () => {
    const [row] = (await done('GET', '/board-papers')) as BoardPapersResponse[];
    const change = request({ name: 'Annual pack', reports: [...reports].reverse(), version: row?.version ?? 0 });
    await done('PUT', `/board-papers/${id}`, change);
    expect(problemCodes(await server.request('PUT', `${base}/board-papers/${id}`, change))).toEqual([
      'changed-since at version',
    ]);
    const sent = await sendArchive(server, await archiveOf(server, base));
    const taken = await takeArchive(server, sent, 'Taken over');
    const theirs = `/api/organisations/${String(taken.organisation)}/board-papers`;
    const told = (all: BoardPapersResponse[]): unknown => all.map(({ version: _, ...papers }) => papers);
    expect(told(await server.done('GET', theirs))).toEqual(told(await done('GET', '/board-papers')));
    const hashes = (all: IssuedPapersResponse[]): unknown =>
      all.map(({ sha256, seal, place }) => [place, sha256, seal]);
    expect(hashes(await server.done('GET', `${theirs}/issued`))).toEqual(
      hashes(await done('GET', '/board-papers/issued')),
    );
    const pages = await pagesOfPdf(server, `${theirs}/${id}/document.pdf`);
    expect(pages[1]).toMatch(/Contents.*Taxes.*The year/);
    await done('DELETE', `/board-papers/${id}`);
    expect((await server.request('GET', `${base}/board-papers/${id}/document.pdf`)).status).toBe(404);
  });
});

describe('journal and ledger in board papers', () => {
  test('stand in them as they are filtered, among statements', async () => {
    const all = [
      await kept('All of it', 'journal', { text: 'happened', form: 'general' }, 'last-year'),
      await kept('The bank', 'account', { account: '1010' }, 'last-year'),
      await kept('Large ones', 'journal', { amount: '700.00 to' }, 'last-year'),
      await kept('None', 'journal', { text: 'nothing like it' }, 'last-year'),
    ];
    const { id } = await done(
      'POST',
      '/board-papers',
      request({ name: 'With lists', reports: [...all, reports[0] ?? 0] }),
    );
    const pages = await pagesOfPdf(server, `${base}/board-papers/${id}/document.pdf?size=letter`);
    const begins = (title: string): number =>
      Number(new RegExp(`${title}[^,]*, [^,]*?20\\d\\d (\\d+)`).exec(pages[1] ?? '')?.[1]);
    // from 1 July on the journal has this entry of 2026 beside the one of June
    const [journal, bank] = [
      pages[begins('All of it General journal') - 1] ?? '',
      pages[begins('1010 .*?') - 1] ?? '',
    ];
    expect(journal).toMatch(/General journal.*700\.40.*100\.00.*Total of 2 entries 800\.40 800\.40/);
    expect(bank).toMatch(/brought forward 9,500\.00 dr.*700\.40.*Balance at the end/);
    expect(pages[begins('Large ones General journal') - 1]).toMatch(/Total of 1 entry 700\.40 700\.40/);
    expect(pages[begins('None General journal') - 1]).toMatch(/Total of 0 entries/);
    expect(pages.at(-1)).toMatch(new RegExp(`Page ${pages.length} of ${pages.length}`));
    const data = await fileOf(server, `${base}/board-papers/${id}/document.pdf?size=letter`, 'application/pdf');
    const pdf = await getDocument({ data, useSystemFonts: false, verbosity: 0 }).promise;
    const tree = JSON.stringify(await (await pdf.getPage(begins('The bank 1010'))).getStructTree());
    for (const tag of ['H1', 'Table', 'TR', 'TH', 'TD']) expect(tree).toContain(`"${tag}"`);
  });
});

describe('charts and what changed in board papers', () => {
  test('stand in them with their figures', async () => {
    const all = [
      await kept('Pictures', 'charts', {}, 'last-year'),
      await kept('Changes', 'changed-since', { since: '2025-12-31' }, 'last-year'),
    ];
    const { id } = await done('POST', '/board-papers', request({ name: 'With charts', reports: all }));
    const pages = await pagesOfPdf(server, `${base}/board-papers/${id}/document.pdf`);
    expect(pages[1]).toMatch(/Pictures Charts, up to .*Changes Changed since the end of 31 December 2025/);
    expect(pages.find((page) => page.includes('Result by month'))).toMatch(/Revenue.*Expenses.*Jan .*Dec /);
    expect(pages.slice(2).find((page) => page.includes('Posted since'))).toMatch(/700\.40/);
  });
});

describe('board papers are refused', () => {
  test.each<[string, () => Partial<BoardPapersRequest> | Promise<Partial<BoardPapersRequest>>, string[]]>([
    ['without a name', () => ({ name: ' ' }), ['papers-name at name']],
    ['under which stands what cannot be printed', () => ({ subtitle: 'a\u0000' }), ['text at subtitle']],
    ['with a report that is not kept', () => ({ reports: [999] }), ['report-unknown at reports.0']],
    [
      'with a report that cannot be printed',
      async () => ({ reports: [await kept('Findings', 'findings', {}, 'last-year')] }),
      ['report-unprinted at reports.0'],
    ],
    [
      'with one’s own report',
      async () => {
        const own = { name: 'Mine', screen: 'tax', settings: [], span: 'last-year', shared: false };
        return { reports: [(await done('POST', '/kept-reports', own)).id] };
      },
      ['report-own at reports.0'],
    ],
  ])('%s', async (_, change, problems) => {
    const reply = await server.request(
      'POST',
      `${base}/board-papers`,
      request({ name: 'Another', ...(await change()) }),
    );
    expect([reply.status, problemCodes(reply)]).toEqual([422, problems]);
  });

  test('while there is nothing in them, or no such days', async () => {
    const empty = await done('POST', '/board-papers', request({ name: 'Empty', reports: [] }));
    const printed = await server.request('GET', `${base}/board-papers/${empty.id}/document.pdf`);
    expect([printed.status, problemCodes(printed)]).toEqual([422, ['papers-empty at ']]);
    const never = await kept('Closed', 'statements', {}, 'last-closed-year');
    const closed = await done('POST', '/board-papers', request({ name: 'Of no days', reports: [never] }));
    const refused = await server.request('GET', `${base}/board-papers/${closed.id}/document.pdf`);
    expect([refused.status, problemCodes(refused)]).toEqual([422, ['report-without-days at ']]);
  });
});
