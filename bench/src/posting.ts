import { postEntry } from '@just-ledger/server/areas/journal/entry-commands';
import Database from 'better-sqlite3';
import type { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import { took } from './stopwatch.js';
import { unguarded } from './unguarded.js';

/** What a posting takes, in milliseconds, beside two things that guarantee nothing. */
export interface PostingTimes {
  /** One row of two columns, committed: what this disk asks for the least there can be. */
  readonly bare: number;
  /** The rows of a posting, committed without any check, trigger or seal: what this disk asks for them. */
  readonly unchecked: number;
  readonly posting: number;
}

/** Makes a copy of the books, whole and with nothing in the log. */
export type CopyBooks = () => string;

/** Posts entries one by one and, turn and turn about, commits a bare row in another file and unchecked rows in a copy. */
export function posting(context: WriteContext, count: number, bareFile: string, copyBooks: CopyBooks): PostingTimes {
  const post = (n: number): void => postOne(context, n);
  post(0); // so that totals and balances of the month are there in the copy too
  const bare = bareRow(bareFile);
  const unchecked = uncheckedRows(copyBooks());
  const times = { bare: 0, unchecked: 0, posting: 0 };
  // turn and turn about, so that a slow moment of the disk falls on all
  for (let n = 1; n <= count; n += 1) {
    times.bare += took(() => bare.write(n)) / count;
    times.unchecked += took(() => unchecked.write(n)) / count;
    times.posting += took(() => post(n)) / count;
  }
  bare.close();
  unchecked.close();
  return times;
}

/** Posts an entry of two lines in the last month of the books. */
export function postOne(context: WriteContext, n: number): void {
  context.transact(() => postEntry(context, request(n)));
}

interface Rows {
  write(n: number): void;
  close(): void;
}

function bareRow(file: string): Rows {
  const client = durable(file);
  client.exec('CREATE TABLE bare (id INTEGER PRIMARY KEY, text TEXT) STRICT');
  const insert = client.prepare('INSERT INTO bare (text) VALUES (?)');
  return { write: (n) => void insert.run(`Posting ${n}`), close: () => client.close() };
}

/** The same rows and indexes as a posting of two lines in a month that has been posted to. */
function uncheckedRows(file: string): Rows {
  const client = unguarded(durable(file));
  client.pragma('foreign_keys = OFF');
  const { place, number, seal } = client
    .prepare<[], { place: number; number: number; seal: string }>(
      'SELECT place, number, seal FROM entry WHERE organisation = 1 ORDER BY place DESC LIMIT 1',
    )
    .get() ?? { place: 0, number: 0, seal: '' };
  const accounts = client
    .prepare<[], number>("SELECT id FROM account WHERE organisation = 1 AND number IN ('1000', '4000')")
    .pluck()
    .all();
  const entry =
    client.prepare(`INSERT INTO entry (organisation, place, year, number, date, kind, stage, source, explanation,
    posted_at, posted_by, debit, previous_seal, seal)
    VALUES (1, ?, '2026', ?, '2026-12-15', 'ordinary', 'ordinary', 'manual', ?, '2026-12-31T12:00:00.000Z', 1, 100, ?, ?)`);
  const line = client.prepare(`INSERT INTO line (organisation, entry, place, account, date, period, stage, movement,
    combination, amount) VALUES (1, ?, ?, ?, '2026-12-15', 202612, 'ordinary', '', 0, ?)`);
  const moved = `WHERE organisation = 1 AND period = 202612 AND account = ? AND stage = 'ordinary' AND movement = ''`;
  const total = client.prepare(
    `UPDATE total SET amount = amount + ?, lines = lines + 1 ${moved} AND combination = 0`,
  );
  const balance = client.prepare(`UPDATE balance SET amount = amount + ? ${moved}`);
  const write = client.transaction((n: number) => {
    entry.run(place + n, number + n, `Posting ${n}`, seal, seal);
    accounts.forEach((account, index) => {
      const amount = index === 0 ? 100 : -100;
      line.run(place + n, index + 1, account, amount);
      for (const tier of [total, balance])
        if (tier.run(amount, account).changes !== 1) throw new Error('the month has no totals yet');
    });
  });
  return { write: (n) => void write.immediate(n), close: () => client.close() };
}

function durable(file: string): Database.Database {
  const client = new Database(file);
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  return client;
}

function request(n: number) {
  const lines = [
    { account: '1000', debit: '1.00' },
    { account: '4000', credit: '1.00' },
  ];
  return { organisation: 1, person: 1, request: { date: '2026-12-15', explanation: `Posting ${n}`, lines } };
}
