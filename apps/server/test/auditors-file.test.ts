import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { AuditorsFileResponse } from '@just-ledger/contract';
import { unzipSync } from 'fflate';
import Papa from 'papaparse';
import { getDocument } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

// Everything that an auditor needs of a year. It is verified here as its own page says, by sha256sum and Python, which
// know nothing of this program.

let server: RunningServer;
let reader: RunningServer;
let base: string;
let folder: string;
const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
const fileOf = async (year: string, query = ''): Promise<Record<string, Uint8Array>> => {
  const response = await fetch(`${server.url}${base}/auditors-file.zip?year=${year}${query}`, {
    headers: { cookie: reader.session },
  });
  expect([response.status, response.headers.get('content-type')]).toEqual([200, 'application/zip']);
  return unzipSync(new Uint8Array(await response.arrayBuffer()));
};
const text = (parts: Record<string, Uint8Array>, name: string): string =>
  Buffer.from(parts[name] ?? new Uint8Array()).toString('utf8');
const rows = (parts: Record<string, Uint8Array>, name: string): Record<string, string>[] =>
  Papa.parse<Record<string, string>>(text(parts, name).trimEnd(), { header: true }).data;
/** Unpacks a file and goes by its page: the sums, then the program. @returns what that prints */
const verified = (parts: Record<string, Uint8Array>): string => {
  rmSync(folder, { recursive: true, force: true });
  for (const [name, bytes] of Object.entries(parts)) {
    const path = join(folder, name);
    execFileSync('mkdir', ['-p', join(path, '..')]);
    writeFileSync(path, bytes);
  }
  execFileSync('sha256sum', ['--check', '--strict', '--quiet', 'SHA256SUMS'], { cwd: folder, stdio: 'pipe' });
  const page = text(parts, 'how-to-verify.txt');
  const program = (/alone, in the folder:\n\n([\s\S]*?)\n\nIt prints/.exec(page)?.[1] ?? '').replaceAll(
    /^ {2}/gm,
    '',
  );
  expect(program).toContain('hashlib.sha256');
  return execFileSync('python3', ['-c', program], { cwd: folder, encoding: 'utf8', stdio: 'pipe' });
};

beforeAll(async () => {
  folder = join(mkdtempSync(join(tmpdir(), 'auditors-file-')), 'unpacked');
  server = await RunningServer.start({ today: '2027-01-18' });
  base = await server.organisation({ firstDay: '2025-01-01' });
  reader = await server.member(base, 'ada', 'reader');
  const post = (
    date: string,
    from: string,
    to: string,
    amount: string,
    explanation = 'As it happened',
  ): Promise<Reply['body']> => done('POST', '/entries', { date, explanation, lines: fromTo(from, to, amount) });
  await post('2025-03-01', '3000', '1010', '9000.00');
  await post('2025-06-01', '4000', '1010', '500.00');
  await post('2026-06-01', '4000', '1010', '700.40', 'Grüße, “ß” und =1+1');
  // posted last, into the year before: the chain goes across years
  const { number } = await post('2025-12-31', '1010', '6100', '100.00');
  const sent = await fetch(`${server.url}${base}/attachments?name=Rent%20of%20December.txt`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session, origin: server.url },
    body: 'Rent of December: 100.00',
  });
  const paper = (await sent.json()) as { id: number };
  await done('POST', `/entries/${number}/attachments`, { attachment: paper.id });
  await done('POST', '/reports/notes', {
    statement: 'balance-sheet',
    title: 'Basis',
    text: 'Accruals.',
    of: '2025-12-31',
  });
  await done('POST', '/fiscal-years/2025/closing', {});
}, 60_000);
afterAll(async () => {
  rmSync(join(folder, '..'), { recursive: true, force: true });
  await server.stop();
});

describe('the auditor’s file', () => {
  let parts: Record<string, Uint8Array>;
  test('is told before it is written, and is there for readers', async () => {
    const contents = (await reader.done('GET', `${base}/auditors-file?year=2025`)) as AuditorsFileResponse;
    expect(contents).toMatchObject({
      from: '2025-01-01',
      to: '2025-12-31',
      isClosed: true,
      papers: 1,
      missing: 0,
      unprinted: [],
    });
    expect([contents.failing, contents.paperBytes]).toEqual([[], 24]);
    parts = await fileOf('2025');
    expect(
      Object.keys(parts)
        .filter((name) => !name.startsWith('reports/'))
        .sort(),
    ).toEqual(
      [
        ...['SHA256SUMS', 'accounts.csv', 'chain.csv', 'changes.csv', 'contacts.csv', 'entries.jsonl'],
        ...['how-to-verify.txt', 'papers.csv', 'proofs.csv', 'seals.csv', 'trail.csv'],
        `papers/${createHash('sha256').update('Rent of December: 100.00').digest('hex')}.txt`,
      ].sort(),
    );
    expect(text(parts, 'how-to-verify.txt')).toContain(contents.lastSeal);
    expect(text(parts, 'how-to-verify.txt')).toContain('The year is closed.');
  });

  test('is verified as its page says, by nothing of this program', () => {
    const printed = verified(parts);
    const moved = new Map(
      printed
        .trimEnd()
        .split('\n')
        .map((line) => [line.slice(17).split(' ')[0], Number(line.slice(0, 15))]),
    );
    expect([moved.get('1010'), moved.get('4000'), moved.get('6100')]).toEqual([940000, 0, 0]);
    // every entry of the year, those alone, in the order of the chain
    const contents = text(parts, 'entries.jsonl')
      .trimEnd()
      .split('\n')
      .map((line) => JSON.parse(line) as { sealed: { year: string; place: number } });
    expect(contents.every(({ sealed }) => sealed.year === '2025')).toBe(true);
    expect(contents.map(({ sealed }) => sealed.place)).toEqual(
      [...contents.map(({ sealed }) => sealed.place)].sort((a, b) => a - b),
    );
  });

  test.each<[string, (parts: Record<string, Uint8Array>) => void, RegExp]>([
    [
      'an entry was changed',
      (files) => (files['entries.jsonl'] = Buffer.from(text(files, 'entries.jsonl').replaceAll('50000', '60000'))),
      /was changed/,
    ],
    [
      'a seal of the chain was left out',
      (files) => (files['chain.csv'] = Buffer.from(text(files, 'chain.csv').replace(/\n2,.*/, ''))),
      /a place of the chain is missing/,
    ],
    [
      'a lock was made up',
      (files) =>
        (files['seals.csv'] = Buffer.from(text(files, 'seals.csv').replaceAll(/[0-9a-f]{64}/g, 'f'.repeat(64)))),
      /closed 2025|locked/,
    ],
  ])('shows where %s, though its sums were made anew', (_, tamper, found) => {
    const forged = { ...parts };
    tamper(forged);
    forged['SHA256SUMS'] = Buffer.from(
      Object.entries(forged)
        .filter(([name]) => name !== 'SHA256SUMS')
        .map(([name, bytes]) => `${createHash('sha256').update(bytes).digest('hex')}  ${name}\n`)
        .join(''),
    );
    expect(() => verified(forged)).toThrow(found);
    expect(() => verified({ ...forged, SHA256SUMS: parts['SHA256SUMS'] ?? new Uint8Array() })).toThrow();
  });

  test('has each report, as PDF and as CSV', async () => {
    const names = Object.keys(parts).flatMap((name) => /^reports\/(.+)/.exec(name)?.[1] ?? []);
    expect(names.sort()).toEqual(
      [
        ...[
          'statements.pdf',
          'income-statement.csv',
          'equity-statement.csv',
          'balance-sheet.csv',
          'cash-flow-statement.csv',
        ],
        ...['trial-balance', 'worksheet', 'receivables', 'payables', 'journal', 'ledgers'].flatMap((text) => [
          `${text}.pdf`,
          `${text}.csv`,
        ]),
        ...names.filter((name) => name.startsWith('tax.')),
      ].sort(),
    );
    const balances = rows(parts, 'reports/trial-balance.csv');
    expect(balances.find(({ code }) => code === '1010')).toMatchObject({ '1 Debit': '9400.00' });
    // the journal adds up to what the trial balance says, account by account
    const journal = rows(parts, 'reports/journal.csv').filter(({ account }) => account === '1010');
    const cents = (amount = ''): number => Math.round(Number(amount || '0') * 100);
    expect(journal.reduce((sum, { debit, credit }) => sum + cents(debit) - cents(credit), 0)).toBe(940000);
    const ledger = rows(parts, 'reports/ledgers.csv').filter(({ account }) => account === '1010');
    expect(ledger.at(-1)).toMatchObject({ balance: '9400.00' });
    const pdf = await getDocument({ data: new Uint8Array(parts['reports/statements.pdf'] ?? []), verbosity: 0 })
      .promise;
    let said = '';
    for (let page = 1; page <= pdf.numPages; page += 1)
      said += (await (await pdf.getPage(page)).getTextContent()).items
        .map((item) => ('str' in item ? item.str : ''))
        .join(' ');
    expect(said).toMatch(/Net income.*400\.00/);
    expect(said).toMatch(/Accruals\..*|signed by/);
    expect(await pdf.getMarkInfo()).toMatchObject({ Marked: true });
    const sizes = await fileOf('2025', '&size=letter');
    const letter = await getDocument({ data: new Uint8Array(sizes['reports/journal.pdf'] ?? []), verbosity: 0 })
      .promise;
    expect((await letter.getPage(1)).view).toEqual([0, 0, 612, 792]);
  });

  test('has papers, proofs, locks, trail and changes', () => {
    const [paper] = rows(parts, 'papers.csv');
    expect(paper).toMatchObject({
      entry: expect.stringMatching(/^2025-/),
      line: '0',
      name: 'Rent of December.txt',
      state: 'there',
    });
    expect(text(parts, paper?.['file'] ?? '')).toBe('Rent of December: 100.00');
    const proofs = rows(parts, 'proofs.csv');
    expect(proofs.map(({ holds }) => holds)).toEqual(proofs.map(() => 'yes'));
    expect(proofs.map(({ proof }) => proof)).toEqual(expect.arrayContaining(['Seals unbroken', 'Debits = credits']));
    expect(rows(parts, 'seals.csv').map(({ what, of }) => `${what} ${of}`)).toContain('closed 2025');
    expect(rows(parts, 'trail.csv').map(({ what }) => what)).toEqual(
      expect.arrayContaining(['posted', 'paper attached']),
    );
    expect(rows(parts, 'changes.csv').map(({ subject }) => subject)).toContain('note');
    // nothing in a cell runs as a formula
    expect(text(parts, 'reports/journal.csv')).not.toMatch(/(^|,)"?=/m);
  });

  test('of a year under way says so, and names a paper that is missing or changed', async () => {
    const year = await fileOf('2026');
    expect(text(year, 'how-to-verify.txt')).toContain('The year is not closed');
    expect(verified(year)).toContain('1010');
    const stored = join(server.folder, 'papers');
    const [sub = ''] = readdirSync(stored);
    const [name = ''] = readdirSync(join(stored, sub));
    const before = readFileSync(join(stored, sub, name));
    writeFileSync(join(stored, sub, name), 'Rent of December: 900.00');
    const changed = await fileOf('2025');
    expect(rows(changed, 'papers.csv')[0]).toMatchObject({ state: 'changed', file: '' });
    expect(text(changed, 'how-to-verify.txt')).toContain('1 of the files of papers were missing or changed');
    rmSync(join(stored, sub, name));
    expect(((await done('GET', '/auditors-file?year=2025')) as AuditorsFileResponse).missing).toBe(1);
    expect(rows(await fileOf('2025'), 'papers.csv')[0]).toMatchObject({ state: 'missing' });
    writeFileSync(join(stored, sub, name), before);
    // nothing is left of files that went out; the last may still be on its way
    expect(readdirSync(join(server.folder, 'passing')).length).toBeLessThanOrEqual(1);
  });

  test('is of a year of these books that has begun', async () => {
    const get = (year: string): Promise<Reply> => reader.request('GET', `${base}/auditors-file?year=${year}`);
    expect((await get('1999')).status).toBe(404);
    const later = await get('2028');
    expect([later.status, problemCodes(later)]).toEqual([422, ['year-not-begun at year']]);
    expect((await server.signedOut().request('GET', `${base}/auditors-file.zip?year=2025`)).status).toBe(401);
  });
});
