import { booksOf } from '@just-ledger/server/areas/books/books-store';
import { loadChart } from '@just-ledger/server/areas/accounts/account-store';
import { EntryAppender } from '@just-ledger/server/areas/journal/append-entry';
import type { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import type { CheckedEntry } from '@just-ledger/core';
import { LARGE_TODAY, emptyLargeBooks, largeEntries } from './large-books.js';
import { unguarded } from './unguarded.js';

/** So many entries are written here, then there. */
const TURN = 20_000;

/** What writes the same rows into the same tables and indexes, without triggers, seals and totals. */
interface BareBooks {
  begin(): void;
  write(entries: readonly CheckedEntry[]): void;
  commit(): void;
}

async function bareBooks(folder: string): Promise<BareBooks> {
  const $client = unguarded((await emptyLargeBooks(folder)).db.$client);
  const entry = $client.prepare(
    `INSERT INTO entry (organisation, place, year, number, date, kind, stage, source, explanation, posted_at, posted_by, debit,
      previous_seal, seal) VALUES (1, ?, ?, ?, ?, 'ordinary', 'ordinary', 'import', ?, ?, 1, ?, ?, ?)`,
  );
  const line = $client.prepare(
    `INSERT INTO line (organisation, entry, place, account, date, period, stage, movement, combination, amount)
      VALUES (1, ?, ?, ?, ?, ?, 'ordinary', '', 0, ?)`,
  );
  const [zeros, moment] = ['0'.repeat(64), `${LARGE_TODAY}T12:00:00.000Z`];
  let position = 0;
  return {
    begin: () => $client.exec('BEGIN IMMEDIATE'),
    write: (entries) => {
      for (const row of entries) {
        position += 1;
        const year = row.date.slice(0, 4);
        entry.run(
          position,
          year,
          position,
          row.date,
          row.explanation,
          moment,
          row.lines[0]?.amount ?? 0,
          zeros,
          zeros,
        );
        const period = Number(row.date.slice(0, 7).replace('-', ''));
        row.lines.forEach((part, index) =>
          line.run(position, index + 1, part.account, row.date, period, part.amount),
        );
      }
    },
    commit: () => {
      $client.exec('COMMIT');
      $client.close();
    },
  };
}

/**
 * Fills books through the appender that an import uses, and bare books with the same entries, each in one transaction,
 * turn and turn about, so that a slow moment of the machine falls on both.
 *
 * @returns the time this took to the time that the bare books took
 */
export async function bulkImport(context: WriteContext, lines: number, scratch: string): Promise<number> {
  const bare = await bareBooks(scratch);
  const appender = new EntryAppender(context, { organisation: 1, person: 1, source: 'import' }, booksOf(context, 1));
  let [ours, theirs] = [0, 0];
  const onBoth = (here: () => unknown, there: () => unknown): void => {
    const start = performance.now();
    here();
    const between = performance.now();
    there();
    ours += between - start;
    theirs += performance.now() - between;
  };
  onBoth(() => context.db.$client.exec('BEGIN IMMEDIATE'), bare.begin);
  for (const turn of turns(largeEntries(loadChart(context.db, 1), lines))) {
    onBoth(
      () => appender.appendAll(turn),
      () => bare.write(turn),
    );
  }
  onBoth(() => context.db.$client.exec('COMMIT'), bare.commit);
  return ours / theirs;
}

function* turns(entries: Iterable<CheckedEntry>): Generator<CheckedEntry[]> {
  let turn: CheckedEntry[] = [];
  for (const entry of entries) {
    turn.push(entry);
    if (turn.length === TURN) {
      yield turn;
      turn = [];
    }
  }
  yield turn;
}
