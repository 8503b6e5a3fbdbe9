import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { NoteRequest, NoteResponse, NotesResponse } from '@just-ledger/contract';
import { fromTo } from './entries.js';
import { reckonedWorkbook } from './reckoned-workbooks.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';
import { pagesOfPdf } from './written-files.js';

// Notes to the statements: kept with their year, numbered as they are read, with the tables that the books write themselves.

let server: RunningServer;
let base: string;
let folder: string;
const done = async (method: string, path: string, body?: object): Promise<Reply['body']> => {
  const reply = await server.lookedAt(method, `${base}${path}`, body);
  expect([path, reply.status < 300, reply.body?.problems]).toEqual([path, true, undefined]);
  return reply.body;
};
const SPAN = 'from=2026-01-01&to=2026-12-31';
const notes = (span = SPAN): Promise<NotesResponse> => done('GET', `/reports/notes?${span}`);
const write = (note: Partial<NoteRequest>): Promise<{ id: number; version: number }> =>
  done('POST', '/reports/notes', {
    statement: 'balance-sheet',
    title: 'A note',
    text: 'What it says.',
    of: '2026-12-31',
    ...note,
  }) as never;
const refused = async (note: object, method = 'POST', id = ''): Promise<string[]> =>
  problemCodes(
    await server.request(method, `${base}/reports/notes${id}`, {
      statement: 'balance-sheet',
      title: 'A note',
      text: 'What it says.',
      of: '2026-12-31',
      ...note,
    }),
  );
const tableOf = ({ notes: all }: NotesResponse, standard: string): string[] =>
  (all.find((note) => note.standard === standard)?.table?.rows ?? []).map(({ label, amounts }) =>
    [label, ...amounts.filter((amount) => amount !== null)].join(' '),
  );

beforeAll(async () => {
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-notes-'));
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2025-01-01', kind: 'co-operative' });
  const post = (date: string, from: string, to: string, amount: string): Promise<{ number: string }> =>
    done('POST', '/entries', { date, explanation: 'As it happened', lines: fromTo(from, to, amount) }) as never;
  await done('POST', '/contacts', { name: 'Ferry Inn', roles: ['customer'] });
  const equity = ((await done('GET', '/accounts')) as { number: string; element: string }[]).find(
    ({ element }) => element === 'equity',
  )?.number as string;
  await post('2025-03-01', equity, '1010', '9000.00');
  await post('2025-04-01', '1010', '1500', '4000.00');
  await post('2025-12-31', '1509', '6500', '500.00');
  await post('2026-02-01', '1010', '1500', '1200.00');
  const wrong = await post('2026-02-02', '1010', '1500', '777.00');
  await done('POST', `/entries/${wrong.number}/reverse`, { date: '2026-02-03' });
  await post('2026-03-01', '1500', '1010', '300.00');
  await post('2026-03-01', '1500', '1509', '100.00');
  await post('2026-12-31', '1509', '6500', '650.00');
  await post('2026-06-01', '4000', '1010', '2500.00');
  await done('POST', '/entries', {
    date: '2026-11-01',
    explanation: 'On account',
    lines: [
      { account: '1100', debit: '240.00', contact: 'Ferry Inn', dueDate: '2026-12-01' },
      { account: '4000', credit: '240.00' },
    ],
  });
}, 60_000);
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await server.stop();
});

describe('the tables of the books', () => {
  test('are offered where they have something to tell', async () => {
    expect((await notes()).offered.map(({ standard }) => standard)).toEqual([
      'fixed-assets',
      'equity',
      'receivables',
    ]);
    expect((await notes('from=2025-01-01&to=2025-02-01')).offered).toEqual([]);
  });

  test('end in what the balance sheet says; a reversal is no disposal', async () => {
    for (const { standard, title } of (await notes()).offered)
      await write({ standard, title, text: '', row: 'total-assets' });
    const told = await notes();
    expect(told.notes.map(({ table }) => table?.agrees)).toEqual([true, true, true]);
    expect(tableOf(told, 'fixed-assets')).toEqual([
      'Cost',
      'At the beginning 4000.00',
      'Additions 1200.00',
      'Disposals -400.00',
      'At the end 4800.00',
      'Depreciation',
      'At the beginning 500.00',
      'Charge 650.00',
      'On disposals -100.00',
      'At the end 1050.00',
      'Carrying amount at the beginning 3500.00',
      'Carrying amount at the end 3750.00',
    ]);
    expect(told.notes.find(({ standard }) => standard === 'equity')?.table?.columns).toEqual([
      'At the beginning',
      'Income',
      'Expenses',
      'At the end',
    ]);
    expect(tableOf(told, 'receivables')).toEqual([
      'Not due 0.00',
      '1–30 days 240.00',
      '31–60 days 0.00',
      '61–90 days 0.00',
      'Over 90 days 0.00',
      'Total 240.00',
    ]);
    expect((await notes()).offered).toEqual([]);
  });

  test('are told as known on a day, but for ages, which are those of now', async () => {
    const known = await notes(`${SPAN}&asKnownOn=2026-01-01`);
    expect(known.notes.find(({ standard }) => standard === 'receivables')?.table).toBeNull();
  });
});

describe('a note', () => {
  test('is numbered as the statements are read, and names what it is on', async () => {
    const result = await write({ statement: 'income-statement', row: 'net-result', title: 'Why so much' });
    await write({ account: '1010', title: 'The bank', text: 'First line\ngoes on.\n\nSecond paragraph.' });
    await write({ title: 'Basis' });
    const told = await notes();
    expect(told.notes.map(({ number, title, on }) => [number, title, on])).toEqual([
      [1, 'Why so much', 'Net surplus'],
      [2, 'Basis', 'Balance sheet'],
      [3, 'The bank', expect.any(String)],
      ...['Movement of non-current assets', 'Movement of equity', 'Receivables by age'].map((title, index) => [
        index + 4,
        title,
        'Total assets',
      ]),
    ]);
    const { version } = told.notes[0] as NoteResponse;
    const change = { statement: 'income-statement', row: 'net-result', title: 'Why so little', version };
    expect(await refused({ ...change, version: version + 1 }, 'PUT', `/${result.id}`)).toEqual([
      'changed-since at version',
    ]);
    await done('PUT', `/reports/notes/${result.id}`, {
      text: 'Because.',
      of: '2026-12-31',
      ...change,
    });
    expect((await notes()).notes[0]).toMatchObject({ title: 'Why so little', text: 'Because.', version: 2 });
    const [trail] = (await done('GET', `/set-up-changes?subject=note&object=${result.id}`)) as { fields: unknown }[];
    expect(trail?.fields).toEqual([
      { field: 'title', from: 'Why so much', to: 'Why so little' },
      { field: 'text', from: 'What it says.', to: 'Because.' },
    ]);
  });

  test('stands with its year, or with the statements up to one day of it', async () => {
    const only = await write({ title: 'Half a year', lastDay: '2026-06-30' });
    const titles = async (span: string): Promise<string[]> => (await notes(span)).notes.map(({ title }) => title);
    expect(await titles('from=2026-01-01&to=2026-06-30')).toContain('Half a year');
    expect(await titles(SPAN)).not.toContain('Half a year');
    expect(await titles('from=2025-01-01&to=2025-12-31')).toEqual([]);
    await done('DELETE', `/reports/notes/${only.id}?version=1`);
    expect(await titles('from=2026-01-01&to=2026-06-30')).not.toContain('Half a year');
  });

  test('is taken over into the next year, once', async () => {
    const next = 'from=2027-01-01&to=2027-01-18';
    expect((await notes(next)).before).toEqual({ year: '2026', notes: 6 });
    await done('POST', '/reports/notes/taken-over', { of: '2027-01-18' });
    await done('POST', '/reports/notes/taken-over', { of: '2027-01-18' });
    const told = await notes(next);
    expect([told.notes.length, told.before]).toEqual([6, null]);
    expect(told.notes.every(({ table }) => table === null || table.agrees)).toBe(true);
  });

  test('keeps the account it is on', async () => {
    const account = ((await done('GET', '/accounts')) as { number: string; id: number }[]).find(
      ({ number }) => number === '1700',
    );
    const id =
      account?.id ?? (await done('POST', '/accounts', { number: '1700', name: 'Boat', element: 'asset' })).id;
    const own = await write({ account: '1700', title: 'The boat' });
    expect(problemCodes(await server.remove(`${base}/accounts/${id}`))).toHaveLength(1);
    expect((await notes()).notes.at(-1)).toMatchObject({ title: 'The boat', on: expect.stringContaining('1700') });
    await done('DELETE', `/reports/notes/${own.id}?version=1`);
    expect((await server.request('DELETE', `${base}/reports/notes/${own.id}?version=1`)).status).toBe(404);
  });

  test.each<[string, object, string]>([
    ['without a title', { title: ' ' }, 'note-title at title'],
    ['without anything in it', { text: ' ' }, 'note-empty at text'],
    ['with what cannot be printed', { text: 'a\u0007b' }, 'text at text'],
    ['on no account', { account: '9999' }, 'account-unknown at account'],
    ['of no day', { of: 'soon' }, 'not-a-date at of'],
    ['up to a day of another year', { lastDay: '2025-12-31' }, 'note-day at lastDay'],
  ])('%s is refused', async (_, note, problem) => {
    expect(await refused(note)).toEqual([problem]);
  });
});

test('notes stand in print and in the workbook, and their sums are reckoned to the same', async () => {
  const pages = await pagesOfPdf(server, `${base}/reports/statements.pdf?${SPAN}&notes=true&sign=true`);
  const text = pages.join(' ');
  expect(text).toMatch(/Net surplus \(note 1\)/);
  expect(text).toMatch(/Notes to the statements.*1\. Why so little/);
  // the heading of a note stands with its table
  expect(pages.at(-1)).toMatch(/6\. Receivables by age .*Total 240\.00/);
  expect(text).toContain('Second paragraph.');
  expect(pages.findIndex((page) => page.includes('signed by'))).toBeLessThan(pages.length - 1);
  const { sheets } = await reckonedWorkbook(server, `${base}/reports/statements.xlsx?${SPAN}&notes=true`, folder);
  const sheet = sheets.at(-1) ?? [];
  for (const { table } of (await notes()).notes)
    for (const { label, amounts } of table?.rows ?? []) {
      if (amounts[0] === null) continue;
      const figures = amounts.map((amount) => Number(amount).toFixed(2));
      expect(
        sheet.map((row) => [row[1], ...row.slice(2, 2 + figures.length).map((text) => Number(text).toFixed(2))]),
      ).toContainEqual([label, ...figures]);
    }
});

test('notes go into the archive and out of it', async () => {
  const sent = await sendArchive(server, await archiveOf(server, base));
  const taken = await takeArchive(server, sent, 'Taken over');
  const theirs = await server.done('GET', `/api/organisations/${String(taken.organisation)}/reports/notes?${SPAN}`);
  const told = ({ notes: all }: NotesResponse): unknown => all.map(({ version, ...note }) => [version > 0, note]);
  expect(told(theirs)).toEqual(told(await notes()));
});
