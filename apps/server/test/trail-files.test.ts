import { afterAll, beforeAll, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { appendFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Papa from 'papaparse';
import { writeTrailOf } from '../src/areas/audit-trail/trail-files.js';
import { booksFile, type Db, openForReading } from '../src/platform/database/connection.js';
import { fromTo } from './entries.js';
import { RunningServer } from './running-server.js';

let server: RunningServer;
let path: string;
let work: string;
beforeAll(async () => {
  work = mkdtempSync(join(tmpdir(), 'just-ledger-trail-'));
  server = await RunningServer.start({ today: '2026-05-31' });
  path = await server.organisation({ name: 'Trail' });
  const sale = { date: '2026-05-01', explanation: 'Sale, with “marks”', lines: fromTo('4000', '1010', '12.50') };
  const { body: draft } = await server.request('POST', `${path}/drafts`, sale);
  await server.request('POST', `${path}/drafts/${draft.id}/notes`, { text: 'Which till?' });
  await server.request('POST', `${path}/drafts/${draft.id}/post`, { version: draft.version });
  const sent = await fetch(`${server.url}${path}/attachments?name=till.txt`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: 'Z-report 7',
  });
  const { id } = (await sent.json()) as { id: number };
  const number = '2026-0001';
  const { body: attached } = await server.request('POST', `${path}/entries/${number}/attachments`, {
    attachment: id,
  });
  await server.request('POST', `${path}/entries/${number}/attachments/${attached.place}/detach`, {
    reason: 'not its',
  });
  await server.request('PUT', `${path}/entries/${number}/planned-reversal`, { date: '2026-06-10' });
  await server.request('POST', `${path}/entries/${number}/planned-reversal/give-up`, {
    reason: 'it stays',
    was: '2026-06-10',
  });
});
afterAll(async () => {
  await server.stop();
  rmSync(work, { recursive: true, force: true });
});

const rowsOf = (file: string): string[][] =>
  Papa.parse<string[]>(readFileSync(file, 'utf8'), { skipEmptyLines: true }).data;
const monthOf = (folder: string): string => join(folder, path.split('/').at(-1) ?? '', '2026-05.csv');
const done = ['draft prepared', 'draft noted', 'posted', 'draft posted', 'paper received'];
const later = ['paper attached', 'paper taken off', 'reversal planned', 'reversal given up'];

test('what happened to entries, drafts and papers stands in a plain file of its month, kept by the server itself', async () => {
  await server.stop(true);
  const [head, ...rows] = rowsOf(monthOf(join(server.folder, 'trail')));
  expect(head).toEqual(['at', 'by', 'what', 'of', 'text', 'seal']);
  expect(rows.map(([, , what]) => what).sort()).toEqual([...done, ...later].sort());
  const posted = rows.find(([, , what]) => what === 'posted');
  expect(posted?.slice(1, 5)).toEqual([
    'owner',
    'posted',
    '2026-0001',
    '2026-05-01 ordinary manual: Sale, with “marks”',
  ]);
  expect(posted?.[5]).toMatch(/^[0-9a-f]{64}$/);
  // the entry that a draft became is named where it was known when the line was written
  expect(rows.find(([, , what]) => what === 'draft noted')?.slice(3, 5)).toEqual([
    expect.stringMatching(/^draft 1(, entry 2026-0001)?$/),
    'Which till?',
  ]);
  expect(rows.find(([, , what]) => what === 'paper taken off')?.slice(3, 5)).toEqual([
    '2026-0001',
    'paper 1: not its',
  ]);
  expect(rows.map(([moment]) => moment)).toEqual(rows.map(([moment]) => moment).sort());
  // started anew it goes on where it was
  const before = readFileSync(monthOf(join(server.folder, 'trail')), 'utf8');
  server = await RunningServer.start({ folder: server.folder, today: '2026-05-31' });
  const again = { date: '2026-05-02', explanation: 'Another', lines: fromTo('4000', '1010', '1') };
  await server.request('POST', `${path}/entries`, again);
  await server.stop(true);
  const after = readFileSync(monthOf(join(server.folder, 'trail')), 'utf8');
  expect(after.startsWith(before)).toBe(true);
  expect(after.slice(before.length).trim().split('\r\n')).toHaveLength(1);
  server = await RunningServer.start({ folder: server.folder, today: '2026-05-31' });
});

test('a line is never lost and never there twice, wherever the power fails', () => {
  const db: Db = openForReading(server.folder);
  const folder = join(work, 'trail');
  const count = writeTrailOf(db, folder);
  const whole = readFileSync(monthOf(folder), 'utf8');
  expect([count, writeTrailOf(db, folder)]).toEqual([10, 0]);
  // added to the file and not noted
  appendFileSync(monthOf(folder), 'half a li');
  expect(writeTrailOf(db, folder)).toBe(0);
  expect(readFileSync(monthOf(folder), 'utf8')).toBe(whole);
  // nothing of it noted: the file is emptied and written again
  writeFileSync(join(folder, 'state.json'), JSON.stringify({ positions: {}, lengths: {} }));
  expect(writeTrailOf(db, folder)).toBe(10);
  expect(readFileSync(monthOf(folder), 'utf8')).toBe(whole);
  db.$client.close();
});

test('where an earlier state of the books was put back, what was written stays beside, and all is written anew', () => {
  const db: Db = openForReading(server.folder);
  const folder = join(work, 'restored');
  writeTrailOf(db, folder);
  const state = JSON.parse(readFileSync(join(folder, 'state.json'), 'utf8'));
  state.positions[`${path.split('/').at(-1)} entries`] += 5;
  writeFileSync(join(folder, 'state.json'), JSON.stringify(state));
  expect(writeTrailOf(db, folder)).toBe(10);
  const aside = readdirSync(work).filter((name) => name.startsWith('restored-until-'));
  expect(aside).toHaveLength(1);
  expect(existsSync(monthOf(join(work, aside[0] ?? '')))).toBe(true);
  db.$client.close();
});

test('what is written down after the clock was set back is not missed', () => {
  const db: Db = openForReading(server.folder);
  const folder = join(work, 'clock');
  writeTrailOf(db, folder);
  const books = new Database(booksFile(server.folder));
  books
    .prepare(
      `INSERT INTO draft_event (organisation, draft, place, what, text, at, by)
      SELECT organisation, draft, max(place) + 1, 'noted', 'late', '2026-05-31T00:00:00.001Z', by FROM draft_event`,
    )
    .run();
  books.close();
  expect([writeTrailOf(db, folder), writeTrailOf(db, folder)]).toEqual([1, 0]);
  expect(rowsOf(monthOf(folder)).at(-1)?.slice(2, 5)).toEqual(['draft noted', 'draft 1, entry 2026-0001', 'late']);
  db.$client.close();
});
