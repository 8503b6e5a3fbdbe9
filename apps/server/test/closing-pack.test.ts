import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { fromTo } from './entries.js';
import { type Reply, RunningServer } from './running-server.js';
import { fileOf, pagesOfPdf } from './written-files.js';

// A closing as one document, before and after it is posted; its text is read back by a reader of another make.

let server: RunningServer;
let base: string;
const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
const pack = (query = ''): Promise<string[]> => pagesOfPdf(server, `${base}/fiscal-years/2026/closing.pdf${query}`);
const beginning = (pages: readonly string[], title: string): string =>
  pages.find((page, index) => index > 1 && page.includes(title)) ?? '';

beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2026-01-01' });
  const post = (date: string, from: string, to: string, amount: string): Promise<Reply['body']> =>
    done('POST', '/entries', { date, explanation: 'As it happened', lines: fromTo(from, to, amount) });
  await post('2026-01-01', '3000', '1010', '9000.00');
  await post('2026-06-01', '4000', '1010', '700.40');
  await post('2026-07-01', '1010', '6100', '100.00');
}, 60_000);
afterAll(() => server.stop());

test('as it would be: nothing is posted by printing it', async () => {
  const pages = await pack();
  expect(pages[0]).toMatch(/Closing of 2026.*at 31 December 2026.*not closed yet: as it would be/);
  const contents = pages[1] ?? '';
  expect(contents).toMatch(
    /The statements.*Income statement.*Balance sheet.*The worksheet.*The closing entries.*What stays.*What proves it/,
  );
  const entries = beginning(pages, 'Closing entries');
  expect(entries).toMatch(/4000 .*700\.40/);
  expect(entries).not.toMatch(/2026-\d{4}/);
  expect(beginning(pages, 'Income statement')).toMatch(/Net income.*600\.40/);
  expect(pages.filter((page) => page.includes('signed by'))).toHaveLength(1);
  expect((await done('GET', '/entries')).entries).toHaveLength(3);
});

test('as it was posted: with the numbers of its entries, who closed it, and what the next year begins with', async () => {
  const { entries } = (await done('POST', '/fiscal-years/2026/closing', {})) as { entries: string[] };
  const pages = await pack();
  expect(pages[0]).toMatch(/closed by .* on 18 January 2027/);
  for (const number of entries) expect(beginning(pages, 'Closing entries')).toContain(number);
  const after = beginning(pages, 'Post-closing trial balance');
  expect(after).toMatch(/1010 .*9,600\.40.*Total.*9,600\.40.*9,600\.40/);
  expect(after).toContain('1 January 2027 begins with these balances.');
  expect(after).not.toContain('4000 ');
  const proofs = beginning(pages, 'Proofs');
  expect(proofs).toMatch(/Debits = credits: holds/);
  expect(proofs).not.toContain('does not hold');
  expect(pages.at(-1)).toMatch(new RegExp(`Page ${pages.length} of ${pages.length}`));
});

test('in steps or at once as it is asked for, on the paper that is asked for, tagged', async () => {
  await done('POST', '/fiscal-years/2026/reopening', { reason: 'A late bill' });
  const [steps, direct] = [await pack('?form=income-summary'), await pack('?form=direct')];
  expect(beginning(steps, 'Closing entries')).toContain('Income summary');
  expect(beginning(direct, 'Closing entries')).not.toContain('Income summary');
  const data = await fileOf(server, `${base}/fiscal-years/2026/closing.pdf?size=letter`, 'application/pdf');
  const pdf = await getDocument({ data, useSystemFonts: false, verbosity: 0 }).promise;
  expect((await pdf.getPage(1)).view).toEqual([0, 0, 612, 792]);
  expect(await pdf.getMarkInfo()).toMatchObject({ Marked: true });
  expect((await server.request('GET', `${base}/fiscal-years/1999/closing.pdf`)).status).toBe(404);
});
