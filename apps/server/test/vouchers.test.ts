import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fileOf, pagesOfPdf, readPdf } from './written-files.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation();
});
afterAll(() => server.stop());

const post = (explanation: string, more: object = {}): Promise<Reply> =>
  server.request('POST', `${base}/entries`, {
    date: '2026-05-31',
    explanation,
    lines: [
      { account: '1010', debit: '1234.50', note: 'élan' },
      { account: '4000', credit: '1234.50' },
    ],
    ...more,
  });

const pagesOf = (path: string): Promise<string[]> => pagesOfPdf(server, `${base}${path}`);

test('adjusting entries bear letters, in the order of posting within their year', async () => {
  const letters: unknown[] = [];
  for (const kind of ['adjusting', 'ordinary', 'adjusting'])
    letters.push((await post('Accrued', { kind })).body.letter);
  letters.push((await post('Accrued', { kind: 'adjusting', date: '2027-01-10' })).body.letter);
  expect(letters).toEqual(['a', null, 'b', 'a']);
  const { body } = await server.request('GET', `${base}/entries?kind=adjusting`);
  expect(body.entries.map(({ letter }: { letter: string }) => letter)).toEqual(['a', 'b', 'a']);
});

test('a voucher says who, what, when and with which seal, and leaves room to sign', async () => {
  const { body } = await post('Cider sold', { kind: 'adjusting', reference: 'K 12' });
  const [page, ...others] = await pagesOf(`/entries/${body.number}/voucher.pdf`);
  expect(others).toEqual([]);
  for (const said of [
    'Sallow Reach',
    `Voucher ${body.number}`,
    '31 May 2026',
    'Cider sold',
    'K 12',
    `adjusting (${body.letter})`,
    '1,234.50',
    'élan',
    'Total',
    'owner',
    body.seal,
    'Prepared',
    'Checked',
    'Approved',
  ]) {
    expect(page).toContain(said);
  }
});

test('a voucher is printed on the size that is asked for, tagged, with the last seal and the day at its foot', async () => {
  const { body } = await post('Paid to Żółć & Παπαδάκη, Львів');
  const bytes = await fileOf(server, `${base}/entries/${body.number}/voucher.pdf?size=letter`, 'application/pdf');
  const text = Buffer.from(bytes).toString('latin1');
  expect(text).toContain('/MediaBox [0 0 612 792]');
  expect(text).toContain('/StructTreeRoot');
  const { pages, missing } = await readPdf(bytes);
  expect(missing).toBe(0);
  expect(pages[0]).toMatch(/Paid to Żółć & Παπαδάκη, Львів/);
  const seal = body.seal.slice(0, 16).replaceAll(/(.{4})(?=.)/g, '$1 ');
  expect(pages[0]).toMatch(new RegExp(`Seal ${seal} Drawn on .* Page 1 of 1`));
  expect((await server.request('GET', `${base}/entries/${body.number}/voucher.pdf?size=a5`)).status).toBe(422);
});

test('the vouchers of what a list finds are printed together, the oldest first; nothing and too much are said', async () => {
  const pages = await pagesOf('/entries/vouchers.pdf?text=Accrued');
  expect(pages.map((page) => /Voucher (\S+)/.exec(page)?.[1])).toEqual([
    '2026-0001',
    '2026-0002',
    '2026-0003',
    '2027-0001',
  ]);
  const asked = (path: string): Promise<Reply> => server.request('GET', `${base}/entries/${path}`);
  expect(problemCodes(await asked('vouchers.pdf?text=Nowhere'))).toEqual(['no-entries at ']);
  expect((await asked('2026-9999/voucher.pdf')).status).toBe(404);
  const rows = Array.from({ length: 501 }, (_, n) => `${n},2026-06-01,many,1010,1.00,\n${n},,,4000,,1.00`).join('\n');
  await server.request('POST', `${base}/entries/import`, `entry,date,explanation,account,debit,credit\n${rows}\n`);
  const tooMany = await asked('vouchers.pdf?text=many');
  expect([problemCodes(tooMany), tooMany.body.detail]).toEqual([
    ['too-many-vouchers at '],
    '501 entries match; up to 500 are printed at once.',
  ]);
});
