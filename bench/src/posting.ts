import Database from 'better-sqlite3';
import { commands } from '@just-ledger/server/workers/commands';
import type { WriteContext } from '@just-ledger/server/workers/write-context';

/** What posting took, to the bare durable insert. */
export interface PostingTimes {
  /** How many rows the bare insert commits in the time of one posting. */
  readonly ratio: number;
  /** Milliseconds for one bare insert: what this disk asks for a commit. */
  readonly bare: number;
  /** Milliseconds for one posting. */
  readonly ours: number;
}

/** Posts entries one by one and, turn and turn about, commits a bare row in another file. */
export function posting(context: WriteContext, count: number, file: string): PostingTimes {
  const client = new Database(file);
  client.pragma('journal_mode = WAL');
  client.pragma('synchronous = FULL');
  client.exec('CREATE TABLE bare (id INTEGER PRIMARY KEY, text TEXT) STRICT');
  const insert = client.prepare('INSERT INTO bare (text) VALUES (?)');
  const request = (n: number) => ({
    date: '2026-12-15',
    explanation: `Posting ${n}`,
    lines: [
      { account: '1000', debit: '1.00' },
      { account: '4000', credit: '1.00' },
    ],
  });
  let [bare, ours] = [0, 0];
  // turn and turn about, so that a slow moment of the disk falls on both
  for (let n = 0; n < count; n += 1) {
    let start = performance.now();
    insert.run(`Posting ${n}`);
    bare += performance.now() - start;
    start = performance.now();
    context.transact(() => commands.postEntry(context, { organisation: 1, person: 1, request: request(n) }));
    ours += performance.now() - start;
  }
  client.close();
  return { ratio: bare / ours, bare: bare / count, ours: ours / count };
}
