import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import Database from 'better-sqlite3';
import { execFileSync } from 'node:child_process';
import { cpSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { backUp, restore } from '../src/areas/backups/backup.js';
import { sealOf } from '../src/areas/journal/append-entry.js';
import { everyPostedEntry } from '../src/areas/journal/posted-entries.js';
import { verifyBooks } from '../src/areas/proofs/verify-books.js';
import { booksFile, openForReading } from '../src/platform/database/connection.js';
import { RunningServer } from './running-server.js';

// Somebody with the file takes all guards out, changes what they like, computes what follows anew, and puts the guards back.

const VERIFY = fileURLToPath(new URL('../dist/bundled/verify.main.js', import.meta.url));
const NOW = new Date('2026-11-20T09:00:00.000Z');

let folder: string;
let base: string;
const copies: string[] = [];

beforeAll(async () => {
  const server = await RunningServer.start({ today: '2027-01-18' });
  folder = server.folder;
  base = await server.organisation({ firstDay: '2025-01-01' });
  const done = (method: string, path: string, body?: object) => server.done(method, `${base}${path}`, body);
  const post = (date: string, explanation: string) =>
    done('POST', '/entries', {
      date,
      explanation,
      lines: [
        { account: '1010', debit: '100.00' },
        { account: '4000', credit: '100.00' },
      ],
    });
  await post('2025-03-01', 'Apples');
  await post('2025-04-01', 'Pears');
  await done('POST', '/fiscal-years/2025/closing', {});
  await post('2026-01-10', 'Cider');
  await done('POST', '/periods/2026-01/lock');
  await post('2026-02-10', 'Perry');
  await done('POST', '/contacts', {
    name: 'Osier Beds',
    roles: ['supplier'],
    bank: { iban: 'DE89370400440532013000' },
  });
  await done('POST', '/contacts', { name: 'Osier Bed', roles: ['supplier'] });
  await done('POST', '/contacts', { name: 'Ferry Lane', roles: ['customer'] });
  await done('POST', '/tax-codes', {
    code: 'S',
    name: 'Standard',
    side: 'sales',
    rates: [{ parts: [{ rate: '20', side: 'credit', account: '2200' }] }],
  });
  const contacts = (await done('GET', '/contacts')) as { id: number; name: string; version: number }[];
  const double = contacts.find(({ name }) => name === 'Osier Bed');
  await done('POST', `/contacts/${double?.id}/merge`, { into: 1, version: double?.version });
  await nameOthers(server, done);
  await server.stop(true);
});
afterAll(() => {
  for (const copy of [folder, ...copies]) rmSync(copy, { recursive: true, force: true });
});

/** Sets up what is told by the names of others, and calls these otherwise afterwards. */
async function nameOthers(server: RunningServer, done: RunningServer['done']): Promise<void> {
  const changeAt = async (path: string, request: object): Promise<unknown> =>
    done('PUT', path, { version: await server.versionAt(`${base}${path}`), ...request });
  await done('POST', '/breakdowns', { name: 'Field, or barn', selfBalancing: false });
  await done('POST', '/breakdowns', { name: 'Crop', selfBalancing: false });
  const value = (request: object): Promise<unknown> => done('POST', '/breakdowns/1/values', request);
  await value({ name: 'Barn', account: '3000' });
  await value({ name: 'Loft', parent: 'Barn' });
  await value({ name: 'Yard' });
  await changeAt('/breakdowns/1', { name: 'Field, or barn', usualValue: 'Yard' });
  await done('POST', '/breakdowns/2/values', { name: 'Apples' });
  await done('POST', '/currencies', { currency: 'USD', realisedGain: '4600' });
  await done('POST', '/currencies', { currency: 'CHF' });
  await changeAt('/exchange-rates/USD/2026-01-15', { rate: '0.93' });
  await changeAt('/exchange-rates/CHF/2026-01-15', { rate: '0.94' });
  await done(
    'POST',
    '/exchange-rates/import',
    'currency,date,rate\r\nCHF,2026-01-15,0.95\r\nCHF,2026-01-16,0.96\r\n',
  );
  await changeAt('/exchange-rates/CHF/2026-01-17', { rate: '0.97' });
  type Named = Readonly<Record<'id' | 'number' | 'name' | 'element' | 'classification' | 'role', string>>;
  const changeAccount = async (wanted: string, request: object): Promise<void> => {
    const accounts: Named[] = await done('GET', '/accounts');
    const { id, number, name, element, classification, role } = accounts.find((each) => each.number === wanted) ?? {};
    await changeAt(`/accounts/${id}`, { number, name, element, classification, ...(role && { role }), ...request });
  };
  await changeAccount('4000', { taxCode: 'S', breakdowns: ['Field, or barn', 'Crop'] });
  for (const number of ['2200', '3000', '3200', '4600'])
    await changeAccount(number, { name: `Account of ${number}` });
  await changeAt('/breakdowns/1', { name: 'Field', usualValue: 'Yard' });
  await changeAt('/breakdowns/1/values/1', { name: 'Great barn', account: '3000' });
  await changeAt('/breakdowns/1/values/3', { name: 'Court' });
}

/** Forges a copy of the books, and reads it. @returns what verifying finds */
function found(forge: (db: Database.Database, copy: string) => void): Promise<string[]> {
  const copy = mkdtempSync(join(tmpdir(), 'just-ledger-forged-'));
  copies.push(copy);
  cpSync(folder, copy, { recursive: true });
  const db = new Database(booksFile(copy));
  const guards = db
    .prepare<[], { name: string; sql: string }>("SELECT name, sql FROM sqlite_schema WHERE type = 'trigger'")
    .all();
  for (const { name } of guards) db.exec(`DROP TRIGGER "${name}"`);
  forge(db, copy);
  for (const { sql } of guards) db.exec(sql);
  db.close();
  return verifyBooks(copy, () => undefined);
}

/** Seals every entry anew, as the program would. */
function sealAnew(db: Database.Database, copy: string): void {
  const reader = openForReading(copy);
  let previous = '0'.repeat(64);
  for (const { row, posted } of [...everyPostedEntry(reader, 1)]) {
    const seal = sealOf(previous, posted);
    db.prepare('UPDATE entry SET seal = ?, previous_seal = ? WHERE organisation = 1 AND place = ?').run(
      seal,
      previous,
      row.place,
    );
    previous = seal;
  }
  reader.$client.close();
}

const LATE = "UPDATE entry SET explanation = 'Plums' WHERE organisation = 1 AND place = 2";

describe('what is found in forged books', () => {
  test('nothing, where nobody has forged them', async () => {
    expect(await found(() => undefined)).toEqual([]);
  });

  test('a closed year that was changed, with all seals made anew: by every seal that was kept', async () => {
    const wrong = await found((db, copy) => {
      db.exec(LATE);
      sealAnew(db, copy);
    });
    const text = wrong.join('\n');
    expect(text).toMatch(/Kept seals = seals of entries does not hold/);
    // of each entry once: the months of 2025, what was brought forward and the closing; January 2026; what was committed last
    expect(text).toMatch(/The lock of January 2025 and \d+ more keep another seal of entry 2025-0004 than it has/);
    expect(text).toMatch(/The lock of January 2026 and 1 more keep another seal of entry 2026-0001/);
    expect(text).toMatch(/The file of what was committed last keeps another seal of entry 2026-0002/);
  });

  test('seals that were kept in the file, changed with it: by the histories', async () => {
    const wrong = await found((db, copy) => {
      db.exec(LATE);
      sealAnew(db, copy);
      for (const table of ['period_lock', 'period_event'])
        db.exec(`UPDATE ${table} SET seal = coalesce((SELECT e.seal FROM entry AS e
          WHERE e.organisation = ${table}.organisation AND e.place = ${table}.entries), seal)`);
      rmSync(join(copy, 'chain-ends'));
    });
    expect(wrong.join('\n')).toMatch(/What happened to locks and closings on .* is not what was sealed/);
    expect(wrong.join('\n')).not.toMatch(/keeps? another seal/);
  });

  const CASES: [string, string, RegExp][] = [
    [
      'a lock that was taken out',
      "DELETE FROM period_lock WHERE period = '2026-01'",
      /The lock of January 2026 is gone/,
    ],
    [
      'a lock that nobody set',
      `INSERT INTO period_lock SELECT organisation, '2026-02', locked_at, locked_by, NULL, entries, seal
       FROM period_lock WHERE period = '2026-01'`,
      /There is a lock of February 2026, though nobody has locked it/,
    ],
    ['a closing that was taken out', 'DELETE FROM year_closing', /2025 was closed and not reopened since/],
    [
      'a lock and what was recorded of it',
      "DELETE FROM period_lock WHERE period = '2026-01'; DELETE FROM period_event WHERE period = '2026-01'",
      /keeps the seal of a record of locks and closings that is not there/,
    ],
    [
      'an account shown elsewhere',
      "UPDATE account SET classification = 'other-income' WHERE number = '4000'",
      /The account 4000 .* is not as recorded \(shown under: Other income, recorded Revenue\)/,
    ],
    [
      'an account of a word that there is not',
      "UPDATE account SET classification = 'wealth' WHERE number = '4000'",
      /The account 4000 .* says of itself what nothing of its kind can/,
    ],
    [
      'an account that nobody added',
      `INSERT INTO account (organisation, id, number, name, element, classification, contra, typed_entries, active, version)
       SELECT organisation, 999, '1999', 'Purse', element, classification, contra, typed_entries, active, version
       FROM account WHERE number = '1010'`,
      /The account 1999 Purse is there, though nobody has added it/,
    ],
    [
      'a supplier paid elsewhere',
      `UPDATE contact SET bank = json_set(bank, '$.iban', 'GB82WEST12345698765432') WHERE name = 'Osier Beds'`,
      /Osier Beds is not as recorded \(IBAN: GB82 WEST/,
    ],
    [
      'a contact merged by hand',
      `UPDATE contact SET merged_into = 1 WHERE name = 'Ferry Lane'`,
      /Ferry Lane counts as merged into \S+ Osier Beds, though nobody has merged it/,
    ],
    [
      'a merge taken back by hand',
      'UPDATE contact SET merged_into = NULL',
      /Osier Bed was merged into \S+ Osier Beds, and is not any more/,
    ],
    [
      'a tax code at another rate',
      "UPDATE tax_part SET rate = '10'",
      /The tax code S Standard is not as recorded \(from the beginning: 10 % in credit of 2200 Account of 2200, recorded 20 % in credit of 2200 Tax owed\)/,
    ],
    [
      'a tax code for the other side',
      "UPDATE tax_code SET side = 'purchases'",
      /The tax code S Standard is not as recorded \(is for: purchases, recorded sales\)/,
    ],
    [
      'a tax code that was taken out',
      'DELETE FROM tax_part; DELETE FROM tax_rate; DELETE FROM tax_code',
      /The tax code S Standard is gone, though nobody has removed it/,
    ],
    [
      'a tax that goes elsewhere',
      "UPDATE tax_part SET account = (SELECT id FROM account WHERE number = '2100')",
      /The tax code S Standard is not as recorded \(from the beginning: 20 % in credit of 2100 .*, recorded 20 % in credit of 2200 Tax owed\)/,
    ],
    [
      'a tax that is not taken any more',
      'DELETE FROM tax_part; DELETE FROM tax_rate',
      /The tax code S Standard is not as recorded \(from the beginning: nothing, recorded 20 %/,
    ],
    [
      'an account that is closed elsewhere',
      "UPDATE account SET closes_to = (SELECT id FROM account WHERE number = '3100') WHERE number = '3300'",
      /The account 3300 Dividends is not as recorded \(closed into: 3100 .*, recorded 3200 Retained earnings\)/,
    ],
    [
      'an account that needs one breakdown less',
      'DELETE FROM account_breakdown WHERE breakdown = 2',
      /The account 4000 Sales is not as recorded \(needs a breakdown: Field, recorded Field, or barn, Crop\)/,
    ],
    [
      'a breakdown that balances by itself',
      'UPDATE breakdown SET self_balancing = 1 WHERE id = 1',
      /The breakdown Field is not as recorded \(self-balancing: yes, recorded no\)/,
    ],
    [
      'another usual value',
      'UPDATE breakdown SET usual_value = 1 WHERE id = 1',
      /The breakdown Field is not as recorded \(usual value: Great barn, recorded Yard\)/,
    ],
    [
      'a value under another',
      'UPDATE breakdown_value SET parent = 3 WHERE breakdown = 1 AND id = 2',
      /The value Loft of Field is not as recorded \(under: Court, recorded Barn\)/,
    ],
    [
      'a value whose result goes elsewhere',
      "UPDATE breakdown_value SET account = (SELECT id FROM account WHERE number = '3100') WHERE breakdown = 1 AND id = 1",
      /The value Great barn of Field is not as recorded \(fund account: 3100 .*, recorded 3000 /,
    ],
    [
      'a value that was taken out',
      'DELETE FROM breakdown_value WHERE breakdown = 2',
      /The value Apples of a breakdown is gone, though nobody has removed it/,
    ],
    [
      'a value that nobody added',
      "INSERT INTO breakdown_value (organisation, breakdown, id, name, active) VALUES (1, 2, 2, 'Pears', 1)",
      /The value Pears of Crop is there, though nobody has added it/,
    ],
    [
      'a gain that goes elsewhere',
      "UPDATE currency_kept SET realised_gain = (SELECT id FROM account WHERE number = '4000')",
      /The currency USD is not as recorded \(gain, realised: 4000 Sales, recorded 4600/,
    ],
    [
      'a rate that was changed',
      "UPDATE exchange_rate SET rate = '0.5' WHERE currency = 'USD'",
      /The currency USD is not as recorded \(rate of 15 January 2026: 0.5, recorded 0.93\)/,
    ],
    [
      'a rate that nobody entered',
      "INSERT INTO exchange_rate (organisation, currency, date, rate) VALUES (1, 'USD', '2026-01-20', '0.5')",
      /The currency USD is not as recorded \(rate of 20 January 2026: 0.5, recorded nothing\)/,
    ],
    [
      'a rate that was changed, which was typed since a file was read',
      "UPDATE exchange_rate SET rate = '0.5' WHERE currency = 'CHF'",
      /The currency CHF is not as recorded \(rate of 17 January 2026: 0.5, recorded 0.97\)/,
    ],
    [
      'a currency that was taken out',
      'DELETE FROM exchange_rate; DELETE FROM currency_kept',
      /The currency USD is gone, though nobody has removed it/,
    ],
    [
      'a change of the set-up told otherwise',
      `UPDATE set_up_change SET title = 'Nothing' WHERE id = (SELECT max(id) FROM set_up_change)`,
      /What happened to the set-up on .* is not what was sealed/,
    ],
    [
      'a trigger under a name of the migrations',
      'CREATE TRIGGER __drizzle_x AFTER INSERT ON entry BEGIN SELECT 1; END',
      /__drizzle_x does not belong in this file/,
    ],
    [
      'an organisation that was taken out',
      'PRAGMA foreign_keys = OFF; DELETE FROM organisation WHERE id = 1',
      /The file of what was committed last keeps the seals of organisation 1, which is not there/,
    ],
    ['a view', 'CREATE VIEW sums AS SELECT 1', /sums does not belong in this file/],
    ['a table', 'CREATE TABLE __drizzle_more (x)', /__drizzle_more does not belong in this file/],
    [
      'a last entry that was taken out',
      `DELETE FROM line WHERE entry = (SELECT max(place) FROM entry); DELETE FROM entry WHERE place = (SELECT max(place) FROM entry)`,
      /The file of what was committed last keeps the seal of entry no. \d+, which is not there/,
    ],
  ];
  test.each(CASES)('%s', async (_, act, sentence) => {
    expect((await found((db) => db.exec(act))).join('\n')).toMatch(sentence);
  });
});

describe('what was committed and is not there', () => {
  /** A copy of the books as they are without what stands in their log. */
  function withoutLog(copy: string): void {
    for (const beside of ['-wal', '-shm']) rmSync(`${booksFile(copy)}${beside}`, { force: true });
  }

  test('is told at the start and by the proofs from then on, also when the server has gone on; a backup ends it', async () => {
    const server = await RunningServer.start({ today: '2027-01-18' });
    const own = server.folder;
    copies.push(own);
    const path = await server.organisation();
    const post = (explanation: string, on = server) =>
      on.done('POST', `${path}/entries`, {
        date: '2026-05-01',
        explanation,
        lines: [
          { account: '1010', debit: '1.00' },
          { account: '4000', credit: '1.00' },
        ],
      });
    await post('First');
    await server.stop(true);
    const { folder: backup } = await backUp(
      own,
      join(own, 'backups'),
      (copy) => verifyBooks(copy, () => undefined),
      NOW,
    );
    const again = await RunningServer.start({ today: '2027-01-18', folder: own });
    await post('Second', again);
    await post('Third', again);
    await again.kill();
    withoutLog(own);
    expect((await verifyBooks(own, () => undefined)).join()).toMatch(
      /The file of what was committed last keeps the seal of entry no. 3/,
    );

    const third = await RunningServer.start({ today: '2027-01-18', folder: own });
    const proof = async (on: RunningServer) => {
      const { proofs } = await on.done('POST', `${path}/proofs/check`);
      return proofs.find(({ key }: { key: string }) => key === 'kept-seals');
    };
    expect(await proof(third)).toMatchObject({
      holds: false,
      remark: expect.stringMatching(/What was found missing on .* keeps the seal of entry no. 3, which is not there/),
    });
    for (const explanation of ['Other second', 'Other third']) await post(explanation, third);
    expect(await proof(third)).toMatchObject({
      holds: false,
      remark: expect.stringMatching(/What was found missing on .* keeps another seal of entry 2026-0003 than it has/),
    });
    await third.stop(true);
    const { lacking } = await backUp(own, join(own, 'elsewhere'), (copy) => verifyBooks(copy, () => undefined), NOW);
    expect(lacking).toEqual([
      expect.stringMatching(/^What was found missing on .* goes on to entry no. 3 of organisation 1/),
    ]);
    await restore(backup, own, (copy) => verifyBooks(copy, () => undefined), new Date(NOW.getTime() + 60_000));
    const fourth = await RunningServer.start({ today: '2027-01-18', folder: own });
    expect(await proof(fourth)).toMatchObject({ holds: true });
    await fourth.stop(true);
    expect(await verifyBooks(own, () => undefined)).toEqual([]);
    expect(readdirSync(own).filter((name) => name.startsWith('chain-ends')).length).toBe(3);
  });

  test('is found by the backups that have it', async () => {
    const backups = mkdtempSync(join(tmpdir(), 'just-ledger-forged-'));
    copies.push(backups);
    await backUp(folder, backups, (made) => verifyBooks(made, () => undefined), NOW);
    const wrong = await found((db, copy) => {
      rmSync(join(copy, 'chain-ends'));
      cpSync(backups, join(copy, 'backups'), { recursive: true });
      db.exec(LATE.replace('place = 2', 'place = (SELECT max(place) FROM entry)'));
      sealAnew(db, copy);
    });
    expect(wrong).toEqual([
      expect.stringMatching(/The backup of 20 November 2026, 09:00 UTC keeps another seal of entry 2026-0002/),
    ]);
  });

  test('is read from the file in which a slot was written by half', async () => {
    const copy = mkdtempSync(join(tmpdir(), 'just-ledger-forged-'));
    copies.push(copy);
    cpSync(folder, copy, { recursive: true });
    const path = join(copy, 'chain-ends');
    const text = readFileSync(path, 'latin1');
    // the latest of the two slots is torn: the one before it counts
    const latest = [text.slice(0, 512), text.slice(512, 1024)].map((slot) => Number(slot.split(' ')[1] ?? 0));
    const torn = (latest[0] ?? 0) > (latest[1] ?? 0) ? 100 : 612;
    writeFileSync(path, `${text.slice(0, torn)}xxxx${text.slice(torn + 4)}`, 'latin1');
    expect(await verifyBooks(copy, () => undefined)).toEqual([]);
    writeFileSync(path, 'x'.repeat(1_024));
    expect(await verifyBooks(copy, () => undefined)).toEqual([]);
  });
});

describe('a seal from paper', () => {
  const verify = (...expected: string[]): string => {
    try {
      return execFileSync(process.execPath, [VERIFY, folder, ...expected.flatMap((text) => ['--expect', text])], {
        encoding: 'utf8',
        stdio: ['ignore', 'pipe', 'pipe'],
      });
    } catch (error) {
      return String((error as { stderr: string }).stderr);
    }
  };

  test('is looked for by its place', () => {
    const db = new Database(booksFile(folder), { readonly: true });
    const seal = db.prepare('SELECT seal FROM entry WHERE organisation = 1 AND place = 2').pluck().get() as string;
    db.close();
    expect(verify(`2:${seal}`, `2:${seal.slice(0, 4)} ${seal.slice(4, 8)} ${seal.slice(8, 16)}`)).toContain(
      'Verified',
    );
    expect(verify(`1:${seal}`)).toContain('No organisation has an entry no. 1 with the seal');
    expect(verify('2:abc')).toContain('--expect takes the place of an entry');
  });
});
