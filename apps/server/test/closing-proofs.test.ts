import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { parseCivilDate, type Proof } from '@just-ledger/core';
import Database from 'better-sqlite3';
import { copyFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { organisationOf } from '../src/areas/organisations/organisation-store.js';
import { closingProofs } from '../src/areas/proofs/closing-proofs.js';
import { booksFile, openForReading } from '../src/platform/database/connection.js';
import { RunningServer } from './running-server.js';

let folder: string;
let server: RunningServer;

// a charity whose funds balance by themselves, closed
beforeAll(async () => {
  server = await RunningServer.start({ today: '2027-01-18' });
  folder = server.folder;
  const funds = [
    { name: 'General fund', restriction: 'none' },
    { name: 'Roof', restriction: 'purpose' },
  ];
  const base = await server.organisation({ kind: 'non-profit', funds });
  const done = (method: string, path: string, body?: object) => server.done(method, `${base}${path}`, body);
  const [fund] = await done('GET', '/breakdowns');
  await done('PUT', `/breakdowns/${fund.id}`, { name: fund.name, selfBalancing: true, version: fund.version });
  for (const [name, amount] of [
    ['General fund', '700'],
    ['Roof', '500'],
  ] as const) {
    const breakdowns = { [fund.name]: name };
    const lines = [
      { account: '1010', debit: amount, breakdowns },
      { account: '4000', credit: amount, breakdowns },
    ];
    await done('POST', '/entries', { date: '2026-05-02', explanation: 'Given', lines });
  }
  await done('POST', '/fiscal-years/2026/closing', {});
  await server.stop(true);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

/** The proofs after the file has been changed behind its guards, which is then taken back. */
function proofsWith(change: string, asAt = '2027-01-05'): Map<string, Proof> {
  const client = new Database(booksFile(folder));
  const guards = client.prepare("SELECT name, sql FROM sqlite_schema WHERE type = 'trigger'").all() as {
    name: string;
    sql: string;
  }[];
  client.pragma('wal_checkpoint(TRUNCATE)');
  copyFileSync(booksFile(folder), join(folder, 'saved'));
  for (const { name } of guards) client.exec(`DROP TRIGGER ${name}`);
  client.exec(change);
  client.close();
  const db = openForReading(folder);
  const found = closingProofs(db, organisationOf(db, 1), parseCivilDate(asAt));
  db.$client.close();
  for (const file of ['', '-wal', '-shm']) rmSync(`${booksFile(folder)}${file}`, { force: true });
  copyFileSync(join(folder, 'saved'), booksFile(folder));
  return new Map(found.map((proof) => [proof.key, proof]));
}

test('hold once a year is closed, within each fund and for what the next year begins with', () => {
  const proofs = proofsWith('');
  expect([...proofs].map(([key, { holds }]) => [key, holds])).toEqual([
    ['ended-years', true],
    ['opening-balances', true],
  ]);
  expect(proofs.get('ended-years')?.leftLabel).toContain('within each value of');
  expect(proofs.get('opening-balances')?.remark).toContain('1,200.00 on each side');
  expect(proofsWith('', '2026-12-30').size).toBe(0);
});

test('say so where an account is at zero and its funds are not', () => {
  const proofs = proofsWith(`
    UPDATE total SET amount = amount + CASE combination WHEN (SELECT min(combination) FROM total WHERE combination > 0) THEN 5 ELSE -5 END
    WHERE stage = 'closing' AND account = (SELECT id FROM account WHERE number = '4000')`);
  expect(proofs.get('ended-years')).toMatchObject({ holds: false, left: 10 });
  expect(proofs.get('ended-years')?.remark).toContain('4000');
  expect(proofs.get('opening-balances')?.holds).toBe(true);
});

test('say so where the next year would begin otherwise than the closed one ended', () => {
  const proofs = proofsWith(
    "UPDATE balance SET amount = amount + 7 WHERE account = (SELECT id FROM account WHERE number = '1010')",
  );
  expect(proofs.get('opening-balances')).toMatchObject({ holds: false, left: 7 });
  expect(proofs.get('opening-balances')?.remark).toContain('1010');
});
