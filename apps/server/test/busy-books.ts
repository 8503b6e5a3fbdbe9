import { copyFileSync, mkdtempSync } from 'node:fs';
import Database from 'better-sqlite3';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { derivations } from '../src/composition/derivations.js';
import { booksFile, type Db } from '../src/platform/database/connection.js';
import type { DerivedFile } from '../src/platform/derived/derivation.js';
import { RunningServer } from './running-server.js';

const EUR = (cents: number): string => (cents / 100).toFixed(2);

/** Books with entries before and after the first day in no order of dates, with contacts, closing and reversing ones. */
export async function busyBooks(): Promise<string> {
  const server = await RunningServer.start();
  const path = await server.organisation({ firstDay: '2026-01-15', kind: 'company' });
  const names = ['Low Weir', 'Reed Yard', 'North Mill'];
  for (const name of names) await server.request('POST', `${path}/contacts`, { name, roles: ['customer'] });
  const days = ['2026-03-31', '2026-01-15', '2025-12-31', '2026-03-01', '2026-12-31', '2026-01-31', '2026-03-16'];
  const posted: string[] = [];
  for (let at = 0; at < 56; at += 1) {
    const date = days[at % days.length] ?? '';
    const isBefore = date < '2026-01-15';
    const { status, body } = await server.request('POST', `${path}/entries`, {
      date,
      kind: isBefore ? 'opening' : at % 9 === 0 ? 'adjusting' : 'ordinary',
      explanation: `Delivery ${at}`,
      reference: `Crate ${at % 4}`,
      lines: [
        {
          account: '1100',
          debit: EUR(100 + at),
          contact: names[at % 3],
          document: `INV-${at % 10}`,
          ...(at % 5 === 0 && { note: 'Überraschung: café' }),
        },
        { account: isBefore ? '3000' : '4000', credit: EUR(100 + at) },
      ],
    });
    expect([status, body.problems]).toEqual([201, undefined]);
    if (!isBefore) posted.push(body.number);
  }
  for (const [at, document] of ['INV-0', 'inv-1', 'INV-5', ''].entries()) {
    const { status } = await server.request('POST', `${path}/entries`, {
      date: days[at],
      kind: days[at] === '2025-12-31' ? 'opening' : 'ordinary',
      explanation: 'Paid',
      lines: [
        { account: '1010', debit: EUR(100 + at) },
        { account: '1100', credit: EUR(100 + at), contact: names[at % 3], ...(document && { document }) },
      ],
    });
    expect(status).toBe(201);
  }
  for (const number of posted.slice(0, 3))
    await server.request('POST', `${path}/entries/${number}/reverse`, { date: '2026-04-02' });
  await server.request('POST', `${path}/fiscal-years/2026/closing`);
  await server.stop(true);
  return server.folder;
}

/** A folder with the same books, and nothing derived yet. */
export function copyOfBooks(folder: string): string {
  const copy = mkdtempSync(join(tmpdir(), 'just-ledger-derived-'));
  const books = new Database(booksFile(folder));
  books.pragma('wal_checkpoint(TRUNCATE)');
  books.close();
  copyFileSync(booksFile(folder), booksFile(copy));
  return copy;
}

/** Derives from the entries after one place up to another, in epoch 1. */
export function deriveUpTo(db: Db, derived: DerivedFile, after: number, upTo: number): void {
  const note = derived.prepare(
    'INSERT OR REPLACE INTO derived_to (name, organisation, place, seal, epoch) VALUES (?, 1, ?, ?, 1)',
  );
  const seal = db.$client.prepare('SELECT seal FROM entry WHERE organisation = 1 AND place = ?').pluck().get(upTo);
  derived.transaction(() => {
    for (const { name, extend } of derivations) {
      extend(db, derived, { organisation: 1, after, upTo });
      note.run(name, upTo, seal);
    }
  })();
}
