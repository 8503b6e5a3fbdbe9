import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import ExcelJS from 'exceljs';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import PDFDocument from 'pdfkit';
import { fromTo } from './entries.js';
import { RunningServer } from './running-server.js';

let server: RunningServer;
let path: string;

beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation();
});
afterAll(() => server.stop());

async function send(name: string, bytes: string | Uint8Array, books = path): Promise<number> {
  const reply = await fetch(`${server.url}${books}/attachments?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: bytes as never,
  });
  expect(reply.status).toBe(201);
  return ((await reply.json()) as { id: number }).id;
}

interface Found {
  readonly id: number;
  readonly name: string;
  readonly entry: string | null;
  readonly excerpt: string | null;
}

async function find(text: string, books = path): Promise<Found[]> {
  const { body } = await server.request('GET', `${books}/find?text=${encodeURIComponent(text)}`);
  return body.papers;
}

/** What is found once the papers are read, which is after they were kept. */
async function findOnceRead(text: string, books = path): Promise<Found[]> {
  const end = Date.now() + 60_000;
  let found = await find(text, books);
  while (found.length === 0 && Date.now() < end) found = await find(text, books);
  return found;
}

/** A PDF as a library of another make writes it. */
function pdfOf(pages: readonly string[], options: PDFKit.PDFDocumentOptions = {}): Promise<Uint8Array> {
  const document = new PDFDocument({ autoFirstPage: false, ...options });
  const pieces: Buffer[] = [];
  const whole = new Promise<Uint8Array>((resolve) => document.on('end', () => resolve(Buffer.concat(pieces))));
  document.on('data', (piece: Buffer) => pieces.push(piece));
  for (const page of pages) document.addPage().text(page);
  document.end();
  return whole;
}

async function workbookOf(cells: readonly string[]): Promise<Uint8Array> {
  const workbook = new ExcelJS.Workbook();
  workbook.addWorksheet('Hours').addRow([...cells, 4711]);
  return new Uint8Array(await workbook.xlsx.writeBuffer());
}

const LETTER = [
  'From: =?utf-8?q?M=C3=BChle?= <mill@reach.test>',
  'To: office@reach.test',
  'Subject: The grindstone',
  'MIME-Version: 1.0',
  'Content-Type: text/plain; charset=utf-8',
  'Content-Transfer-Encoding: quoted-printable',
  '',
  'It was dressed on Monday; the invoice is on its w=',
  'ay.',
].join('\r\n');

describe('words within papers', () => {
  test.each<[string, string, () => Promise<string | Uint8Array> | string | Uint8Array, string]>([
    [
      'a.pdf',
      'pressing',
      () => pdfOf(['Invoice 4711', 'for the pressing of apples in October']),
      'Invoice 4711 for the pressing of apples in October',
    ],
    ['b.xlsx', 'ladder', () => workbookOf(['Ropes & ladders', 'per hour']), 'Ropes & ladders per hour'],
    [
      'c.eml',
      'dressed',
      () => LETTER,
      '… Mühle mill@reach.test office@reach.test It was dressed on Monday; the invoice is on its way.',
    ],
    ['d.eml', 'kohler', () => LETTER.replace('M=C3=BChle', 'K=C3=B6hler'), 'The grindstone Köhler mill@reach.test …'],
    ['e.csv', 'thatching', () => 'what,amount\nthatching,120.00\n', 'what,amount thatching,120.00'],
    ['f.txt', 'cafe', () => Buffer.from('Zwei Café, bar bezahlt', 'latin1'), 'Zwei Café, bar bezahlt'],
  ])('%s is found by %s', async (name, word, bytes, excerpt) => {
    const id = await send(name, await bytes());
    const [paper] = await findOnceRead(word);
    expect(paper).toMatchObject({ id, name, entry: null });
    expect(paper?.excerpt).toContain(excerpt.replace(/ …$/, ''));
  });

  test('a word may stand in the name and another within; of the name alone nothing more is said', async () => {
    await send('Marsh Engineering 12.txt', 'Repair of the bottling line, 142.00');
    const [paper] = await findOnceRead('engineering bottl');
    expect(paper).toMatchObject({ name: 'Marsh Engineering 12.txt' });
    expect(paper?.excerpt).toBe('Repair of the bottling line, 142.00');
    expect(await find('engineering marsh')).toMatchObject([{ excerpt: null }]);
    expect(await find('engineering thatching')).toEqual([]);
  });

  test('what is named by all words comes before what only holds them, however many', async () => {
    const id = await send('Weighbridge tickets.txt', 'none');
    for (let count = 1; count <= 7; count += 1) {
      await send(`Load ${count}.txt`, `over the weighbridge, load ${count}`);
      await findOnceRead(`weighbridge ${count}`);
    }
    const papers = await find('weighbridge');
    expect(papers.map(({ name }) => name)).toEqual([
      'Weighbridge tickets.txt',
      ...[7, 6, 5, 4, 3].map((count) => `Load ${count}.txt`),
    ]);
    expect(papers[0]).toMatchObject({ id, excerpt: null });
  });

  test('a short word is found as a whole only', async () => {
    await send('Short.txt', 'Ox of the yoke');
    expect(await findOnceRead('ox')).toMatchObject([{ name: 'Short.txt' }]);
    expect(await findOnceRead('yok')).toMatchObject([{ name: 'Short.txt' }]);
    expect(await find('yo')).toEqual([]);
  });

  test('the entry of a paper is told with it', async () => {
    const attachments = [await send('Bill.txt', 'Hurdles, six at 18.00')];
    await server.done('POST', `${path}/entries`, {
      date: '2026-03-01',
      explanation: 'Fence',
      attachments,
      lines: fromTo('4000', '1010', '108.00'),
    });
    expect(await findOnceRead('hurdles')).toMatchObject([{ name: 'Bill.txt', entry: '2026-0001' }]);
  });

  test('what cannot be read, is locked or only a picture is found by its name, and keeps nothing else waiting', async () => {
    const ids = [
      await send('Broken.pdf', '%PDF-1.7\n1 0 obj <</Type /Catalog /Pages 1 0 R>> endobj\n%%EOF'),
      await send('Locked.pdf', await pdfOf(['sealed words'], { userPassword: 'nobody knows' })),
      await send(
        'Picture.png',
        Buffer.from(
          'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
          'base64',
        ),
      ),
    ];
    await send('After.txt', 'cooperage');
    expect(await findOnceRead('cooperage')).toHaveLength(1);
    const named = await Promise.all(['broken', 'locked', 'picture'].map((name) => find(name)));
    expect(named.map(([paper]) => paper?.id)).toEqual(ids);
    expect(await find('sealed')).toEqual([]);
  });

  test('one that was discarded is found no more; other books do not find it, unless they keep the same', async () => {
    const other = await server.organisation();
    const id = await send('Tithe.txt', 'a tenth of the barley');
    expect(await findOnceRead('barley')).toHaveLength(1);
    expect(await find('barley', other)).toEqual([]);
    await send('The same.txt', 'a tenth of the barley', other);
    expect(await findOnceRead('barley', other)).toMatchObject([{ name: 'The same.txt' }]);
    await server.done('DELETE', `${path}/attachments/${id}`);
    expect(await find('barley')).toEqual([]);
    expect(await find('barley', other)).toHaveLength(1);
  });

  test('what was read is read again when it is gone', async () => {
    await send('Kept.txt', 'withy and osier');
    expect(await findOnceRead('withy')).toHaveLength(1);
    await server.stop(true);
    for (const end of ['', '-wal', '-shm']) rmSync(join(server.folder, `derived.sqlite${end}`), { force: true });
    server = await RunningServer.start({ folder: server.folder, env: { JUST_LEDGER_WARM_AFTER: '0' } });
    await server.signIn();
    expect(await findOnceRead('withy')).toMatchObject([{ name: 'Kept.txt', excerpt: 'withy and osier' }]);
  });
});
