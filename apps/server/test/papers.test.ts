import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { execFileSync } from 'node:child_process';
import { createHash, randomBytes } from 'node:crypto';
import {
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import ExcelJS from 'exceljs';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

const VERIFY = fileURLToPath(new URL('../dist/bundled/verify.main.js', import.meta.url));
const BACKUP = fileURLToPath(new URL('../dist/bundled/backup.main.js', import.meta.url));
const RESTORE = fileURLToPath(new URL('../dist/bundled/restore.main.js', import.meta.url));

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
const post = (entry: object): Promise<Reply> => server.request('POST', `${base}/entries`, entry);
const pathOf = (bytes: Uint8Array, folder = server.folder): string => {
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  return join(folder, 'papers', sha256.slice(0, 2), sha256);
};

/** Sends a paper. */
async function send(name: string, bytes: Uint8Array, by = server, path = base): Promise<Reply> {
  const reply = await fetch(`${server.url}${path}/attachments?name=${encodeURIComponent(name)}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: by.session },
    body: bytes as never,
  });
  return { status: reply.status, headers: reply.headers, body: await reply.json() };
}

const text = (said: string): Uint8Array => new TextEncoder().encode(said);
const pdf = (said: string): Uint8Array => text(`%PDF-1.4\n% ${said}\n%%EOF\n`);
/** The smallest picture: one point. */
const PNG = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
);
const JPEG = Buffer.concat([Buffer.from('ffd8ffe000104a46494600010100000100010000', 'hex'), Buffer.alloc(40)]);
const WEBP = Buffer.from('524946461a000000574542505650384c0d0000002f00000010071011118888fe0700', 'hex');
const HEIC = Buffer.concat([Buffer.from('0000001866747970686569630000000068656963', 'hex'), Buffer.alloc(40)]);
async function workbook(): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Bill').addRow(['Apples', 12]);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

describe('a paper that is sent', () => {
  test.each<[string, string, Uint8Array | (() => Promise<Uint8Array>), string]>([
    ['bill.pdf', 'application/pdf', pdf('a bill'), 'pdf'],
    ['till.png', 'image/png', PNG, 'png'],
    ['till.jpeg', 'image/jpeg', JPEG, 'jpg'],
    ['till.webp', 'image/webp', WEBP, 'webp'],
    ['till.heic', 'image/heic', HEIC, 'heic'],
    ['bill.xlsx', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet', workbook, 'xlsx'],
    ['bank.csv', 'text/plain; charset=utf-8', text('date,amount\n2026-05-01,12.50\n'), 'csv'],
    ['offer.eml', 'text/plain; charset=utf-8', text('From: low.weir@sallow-reach.test\n\nApples, élan'), 'eml'],
    ['note.txt', 'text/plain; charset=utf-8', text('Paid in cash'), 'txt'],
    // whatever it calls itself: a page or a picture with a script is only text here
    ['bill.html', 'text/plain; charset=utf-8', text('<script>alert(1)</script>'), 'txt'],
    ['really.pdf', 'image/png', Buffer.concat([PNG, Buffer.alloc(1)]), 'png'],
  ])('%s is known by what it holds, and served as no more than that', async (name, mediaType, given, type) => {
    const bytes = typeof given === 'function' ? await given() : given;
    const sent = await send(name, bytes);
    expect(sent).toMatchObject({ status: 201, body: { name, type, bytes: bytes.length, entries: [], drafts: [] } });
    expect(readFileSync(pathOf(bytes)).equals(Buffer.from(bytes))).toBe(true);
    const content = await fetch(`${server.url}${base}/attachments/${sent.body.id}/content`, {
      headers: { cookie: server.session },
    });
    expect(Buffer.from(await content.arrayBuffer()).equals(Buffer.from(bytes))).toBe(true);
    expect(Object.fromEntries(content.headers)).toMatchObject({
      'content-type': mediaType,
      'content-security-policy': "default-src 'none'; sandbox",
      'x-content-type-options': 'nosniff',
      'content-disposition': expect.stringMatching(/^inline; /),
    });
  });
  test('is saved under its own name where that is asked for', async () => {
    const { body } = await send('Rüben “7”.pdf', pdf('beets'));
    const content = await fetch(`${server.url}${base}/attachments/${body.id}/content?as=file`, {
      headers: { cookie: server.session },
    });
    expect(content.headers.get('content-disposition')).toBe(
      `attachment; filename="Ru_ben _7_.pdf"; filename*=UTF-8''R%C3%BCben%20%E2%80%9C7%E2%80%9D.pdf`,
    );
  });
  test.each<[string, string, Uint8Array, string]>([
    ['is empty', 'a.pdf', new Uint8Array(), 'paper-empty at '],
    ['is a program', 'a.pdf', Buffer.from('7f454c4602010100000000000000000002003e00', 'hex'), 'paper-type at '],
    ['is a picture that can hold a script', 'a.svg', text('<?xml version="1.0"?><svg/>'), 'paper-type at '],
    ['is packed', 'a.zip', Buffer.from('1f8b0800000000000003', 'hex'), 'paper-type at '],
    ['is larger than 20 MB', 'a.txt', Buffer.alloc(20 * 1024 * 1024 + 1, 'a'), 'paper-too-long at '],
    ['has no plain name', 'a\nb.txt', text('note'), 'text at name'],
  ])('is refused if it %s, and nothing is left of it', async (_, name, bytes, code) => {
    const refused = await send(name, bytes);
    expect([refused.status, problemCodes(refused)]).toEqual([422, [code]]);
    expect(existsSync(pathOf(bytes))).toBe(false);
    expect(readdirSync(join(server.folder, 'passing'))).toEqual([]);
  });
  test('is kept once, however often and for whomever it is sent', async () => {
    const other = await server.organisation({ name: 'Other' });
    const [first, again, elsewhere] = [
      await send('once.pdf', pdf('once')),
      await send('twice.pdf', pdf('once')),
      await send('once.pdf', pdf('once'), server, other),
    ];
    expect([again?.body.id, again?.body.name]).toEqual([first?.body.id, 'once.pdf']);
    expect(elsewhere?.body.sha256).toBe(first?.body.sha256);
  });
  test('is shown to members only, and sent by those who may write', async () => {
    const { body } = await send('own.pdf', pdf('own'));
    const other = await server.organisation({ name: 'Another' });
    expect((await server.request('GET', `${other}/attachments/${body.id}`)).status).toBe(404);
    const reader = await server.member(base, 'reads', 'reader');
    expect((await reader.request('GET', `${base}/attachments/${body.id}`)).status).toBe(200);
    expect((await send('no.pdf', pdf('no'), reader)).status).toBe(403);
    expect((await send('no.pdf', pdf('no'), server.signedOut())).status).toBe(401);
    expect((await server.request('POST', `${base}/attachments?name=a.txt`, 'a,b')).status).toBe(415);
  });
});

test('papers are listed page by page, the latest first, and counted', async () => {
  const books = await server.organisation({ name: 'Many' });
  for (const name of ['1.txt', '2.txt', '3.txt']) await send(name, text(`paper ${name}`), server, books);
  const page = async (query: string): Promise<unknown[]> => {
    const { body } = await server.request('GET', `${books}/attachments?${query}`);
    return [body.papers.map((paper: { name: string }) => paper.name), body.next, body.count];
  };
  expect(await page('limit=2')).toEqual([['3.txt', '2.txt'], 2, 3]);
  expect(await page('limit=2&after=2')).toEqual([['1.txt'], null, 3]);
});

describe('papers of an entry', () => {
  let papers: number[];
  beforeAll(async () => {
    const sent = [await send('bill 1.pdf', pdf('bill 1')), await send('slip.png', Buffer.concat([PNG, text('1')]))];
    papers = sent.map(({ body }) => body.id);
  });
  const isOf = async (paper: number | undefined): Promise<unknown> =>
    (await server.request('GET', `${base}/attachments/${paper}`)).body;
  test('belong to the whole or to a line, and are listed with it', async () => {
    const [bill, slip] = papers;
    const [debit, credit] = sale.lines;
    const { status, body } = await post({
      ...sale,
      attachments: [bill],
      lines: [debit, { ...credit, attachments: [slip] }],
    });
    expect([status, body.papers]).toMatchObject([
      201,
      [
        { attachment: bill, place: 1, line: null, name: 'bill 1.pdf', type: 'pdf' },
        { attachment: slip, place: 2, line: 2, name: 'slip.png', type: 'png' },
      ],
    ]);
    const { body: listed } = await server.request('GET', `${base}/entries?limit=1`);
    expect(listed.entries[0].papers).toEqual(body.papers);
    expect((await server.request('GET', `${base}/entries/${body.number}/trail`)).body).toEqual([]);
    expect(await isOf(bill)).toMatchObject({ entries: [body.number] });
  });
  test('that are not kept here are refused at their place, and nothing is posted', async () => {
    const before = (await server.request('GET', `${base}/entries`)).body.count;
    const [debit, credit] = sale.lines;
    const refused = await post({ ...sale, attachments: [9999], lines: [debit, { ...credit, attachments: [9998] }] });
    expect(problemCodes(refused)).toEqual([
      'no-such-paper at attachments.0',
      'no-such-paper at lines.1.attachments.0',
    ]);
    expect((await server.request('GET', `${base}/entries`)).body.count).toBe(before);
  });
  test('wait in a draft and come with it into the books', async () => {
    const { body: paper } = await send('wait.pdf', pdf('wait'));
    const { body: draft } = await server.request('POST', `${base}/drafts`, { ...sale, attachments: [paper.id] });
    expect([draft.attachments, await isOf(paper.id)]).toMatchObject([
      [paper.id],
      { drafts: [draft.id], entries: [] },
    ]);
    const waiting = (await server.request('GET', `${base}/attachments`)).body.papers as { id: number }[];
    expect(waiting.map(({ id }) => id)).not.toContain(paper.id);
    const posted = await server.request('POST', `${base}/drafts/${draft.id}/post`, { version: draft.version });
    expect(posted.body.papers).toMatchObject([{ attachment: paper.id }]);
  });
  test('can come later, and are taken off only with a reason', async () => {
    const { body } = await post(sale);
    const { body: paper } = await send('later.pdf', pdf('later'));
    const papersAt = `${base}/entries/${body.number}/attachments`;
    const attach = (request: object): Promise<Reply> => server.request('POST', papersAt, request);
    expect((await attach({ attachment: paper.id })).body).toMatchObject({ place: 1, line: null });
    expect((await attach({ attachment: paper.id })).body).toMatchObject({ place: 1 });
    expect((await attach({ attachment: paper.id, line: 2 })).body).toMatchObject({ place: 2, line: 2 });
    expect(problemCodes(await attach({ attachment: paper.id, line: 3 }))).toEqual(['no-such-line at line']);
    expect(problemCodes(await server.request('DELETE', `${base}/attachments/${paper.id}`))).toEqual([
      'paper-in-use at ',
    ]);
    const off = (index: number, reason: string): Promise<Reply> =>
      server.request('POST', `${papersAt}/${index}/detach`, { reason });
    expect(problemCodes(await off(1, ' '))).toEqual(['text at reason']);
    expect([(await off(1, 'Another bill')).status, (await off(1, 'Again')).status]).toEqual([204, 404]);
    expect((await server.request('GET', `${base}/entries/${body.number}`)).body.papers).toMatchObject([{ place: 2 }]);
    expect((await server.request('GET', `${base}/entries/${body.number}/trail`)).body).toMatchObject([
      { what: 'paper-attached', text: 'later.pdf' },
      { what: 'paper-attached', text: 'later.pdf' },
      { what: 'paper-taken-off', text: 'later.pdf: Another bill' },
    ]);
  });
  test('are discarded while they belong to nothing, and brought back', async () => {
    const { body: paper } = await send('gone.pdf', pdf('gone'));
    expect((await server.request('DELETE', `${base}/attachments/${paper.id}`)).body.isDiscarded).toBe(true);
    expect(problemCodes(await post({ ...sale, attachments: [paper.id] }))).toEqual([
      'no-such-paper at attachments.0',
    ]);
    const gone = (await server.request('GET', `${base}/attachments?state=discarded`)).body.papers as { id: number }[];
    expect(gone.map(({ id }) => id)).toEqual([paper.id]);
    expect((await server.request('POST', `${base}/attachments/${paper.id}/bring-back`)).body.isDiscarded).toBe(false);
    await server.request('DELETE', `${base}/attachments/${paper.id}`);
    expect((await send('again.pdf', pdf('gone'))).body).toMatchObject({ id: paper.id, isDiscarded: false });
  });
});

describe('the files of papers', () => {
  const run = (script: string, ...args: string[]): { status: number; output: string } => {
    try {
      return {
        status: 0,
        output: execFileSync(process.execPath, [script, ...args], { encoding: 'utf8', stdio: 'pipe' }),
      };
    } catch (error) {
      const { status, stdout, stderr } = error as { status: number; stdout: string; stderr: string };
      return { status, output: stdout + stderr };
    }
  };
  test('are in a backup, and come back with it', async () => {
    const bytes = pdf('backed up');
    const { body: paper } = await send('backed up.pdf', bytes);
    await post({ ...sale, attachments: [paper.id] });
    const into = mkdtempSync(join(tmpdir(), 'just-ledger-backups-'));
    const empty = mkdtempSync(join(tmpdir(), 'just-ledger-restored-'));
    expect(run(BACKUP, server.folder, into)).toMatchObject({ status: 0 });
    const copy = join(into, readdirSync(into)[0] ?? '');
    expect(readFileSync(pathOf(bytes, copy))).toEqual(Buffer.from(bytes));
    // it stands by itself: what becomes of the file at work says nothing of it
    expect(statSync(pathOf(bytes, copy)).ino).not.toBe(statSync(pathOf(bytes)).ino);
    expect(run(RESTORE, copy, empty)).toMatchObject({ status: 0 });
    expect(readFileSync(pathOf(bytes, empty))).toEqual(Buffer.from(bytes));
    expect(run(VERIFY, empty)).toMatchObject({ status: 0 });
    // what was damaged where it is restored is put right
    writeFileSync(pathOf(bytes, empty), 'half of it');
    expect(run(RESTORE, copy, empty)).toMatchObject({ status: 0 });
    expect(readFileSync(pathOf(bytes, empty))).toEqual(Buffer.from(bytes));
    // a copy without its papers is none
    rmSync(pathOf(bytes, copy));
    expect(run(RESTORE, copy, empty)).toMatchObject({ status: 1, output: expect.stringContaining('backed up.pdf') });
    for (const folder of [into, empty]) rmSync(folder, { recursive: true });
  });
  test('take no more room in the next backup, which an earlier one that was damaged does not hold up', async () => {
    const bytes = pdf('backed up twice');
    await send('backed up twice.pdf', bytes);
    const into = mkdtempSync(join(tmpdir(), 'just-ledger-backups-'));
    const inodes = (): number[] =>
      readdirSync(into)
        .sort()
        .map((name) => statSync(pathOf(bytes, join(into, name))).ino);
    expect(run(BACKUP, server.folder, into)).toMatchObject({ status: 0 });
    // backups are named by the second
    const [first = ''] = readdirSync(into);
    renameSync(join(into, first), join(into, '2020-01-01T000000Z'));
    expect(run(BACKUP, server.folder, into)).toMatchObject({ status: 0 });
    expect(new Set(inodes()).size).toBe(1);
    renameSync(join(into, readdirSync(into).sort()[1] ?? ''), join(into, '2020-01-02T000000Z'));
    writeFileSync(pathOf(bytes, join(into, '2020-01-02T000000Z')), 'half of it');
    expect(run(BACKUP, server.folder, into)).toMatchObject({ status: 0 });
    expect(new Set(inodes()).size).toBe(2);
    rmSync(into, { recursive: true });
  });
  test.each([
    ['changed', (path: string) => writeFileSync(path, 'another bill'), 'is changed'],
    ['missing', (path: string) => rmSync(path), 'is missing'],
  ])('that are %s are found by verifying', async (what, spoil, said) => {
    const bytes = pdf(what);
    await send(`${what}.pdf`, bytes);
    expect(run(VERIFY, server.folder)).toMatchObject({ status: 0 });
    spoil(pathOf(bytes));
    const found = run(VERIFY, server.folder);
    expect([found.status, found.output]).toEqual([1, expect.stringContaining(said)]);
    writeFileSync(pathOf(bytes), bytes);
    expect(run(VERIFY, server.folder)).toMatchObject({ status: 0 });
  });
});

/** How often the server is killed; all of it takes minutes and is run by hand. */
const KILLS = Number(process.env['JUST_LEDGER_KILLS'] ?? 4);

test(`killed ${KILLS} times between paper and entry, it has no entry without its paper and has lost no paper`, async () => {
  const folder = mkdtempSync(join(tmpdir(), 'just-ledger-'));
  let runningServer = await RunningServer.start({ folder });
  const path = await runningServer.organisation();
  const acknowledged: { id: number; bytes: Buffer }[] = [];
  const entries: { number: string; papers: { attachment: number }[] }[] = [];
  /** Papers and their entries, one after the other, until the server is gone. */
  const work = async (url: string, cookie: string): Promise<void> => {
    for (;;) {
      const bytes = Buffer.concat([pdf('bill'), randomBytes(200_000)]);
      const paper = await fetch(`${url}${path}/attachments?name=bill.pdf`, {
        method: 'POST',
        headers: { 'content-type': 'application/octet-stream', cookie },
        body: bytes as never,
      });
      const { id } = (await paper.json()) as { id: number };
      acknowledged.push({ id, bytes });
      const posted = await fetch(`${url}${path}/entries`, {
        method: 'POST',
        headers: { 'content-type': 'application/json', cookie },
        body: JSON.stringify({ ...sale, attachments: [id] }),
      });
      entries.push((await posted.json()) as (typeof entries)[number]);
    }
  };
  for (let kill = 0; kill < KILLS; kill += 1) {
    const begun = acknowledged.length;
    const workers = Array.from({ length: 3 }, () =>
      work(runningServer.url, runningServer.session).catch(() => undefined),
    );
    // in the middle of the work, at another point each time
    while (acknowledged.length < begun + 2 + (kill % 7)) await new Promise((resolve) => setImmediate(resolve));
    await runningServer.kill();
    await Promise.all(workers);
    runningServer = await RunningServer.start({ folder });
  }
  const kept: { id: number; sha256: string }[] = [];
  for (let after: number | null = 0; after !== null;) {
    const page: Reply = await runningServer.request(
      'GET',
      `${path}/attachments?state=all&limit=500${after ? `&after=${after}` : ''}`,
    );
    kept.push(...page.body.papers);
    after = page.body.next;
  }
  const hashes = new Map(kept.map(({ id, sha256 }) => [id, sha256]));
  for (const { id, bytes } of acknowledged) {
    expect(hashes.get(id)).toBe(createHash('sha256').update(bytes).digest('hex'));
    expect(readFileSync(pathOf(bytes, folder)).equals(bytes)).toBe(true);
  }
  const posted = (await runningServer.request('GET', `${path}/entries?limit=500`)).body
    .entries as (typeof entries)[number][];
  for (const { papers } of posted) expect([papers.length, hashes.has(papers[0]?.attachment ?? 0)]).toEqual([1, true]);
  const numbers = new Set(posted.map(({ number }) => number));
  expect(entries.filter(({ number }) => !numbers.has(number))).toEqual([]);
  expect(execFileSync(process.execPath, [VERIFY, folder], { encoding: 'utf8' })).toContain('Verified');
  await runningServer.stop();
}, 600_000);
