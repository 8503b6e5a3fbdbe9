import type { Books } from '@just-ledger/core';
import { openForWriting, type Db } from '../database/connection.js';
import type { Clock } from '../database/clock.js';
import { loadBooks } from '../journal/books-store.js';

/** What a command works with: the one writing connection, the clock, and each organisation's set-up. */
export class WriteContext {
  readonly db: Db;
  private readonly books = new Map<number, Books>();
  private readonly broughtForward = new Map<number, number>();

  constructor(
    folder: string,
    readonly clock: Clock,
  ) {
    this.db = openForWriting(folder);
  }

  /** An organisation's books, kept until its set-up changes or the day does. */
  booksOf(organisation: number): Books {
    const kept = this.books.get(organisation);
    const today = this.clock.today();
    if (kept?.today === today) return kept;
    const books = loadBooks(this.db, organisation, today);
    this.books.set(organisation, books);
    return books;
  }

  /** Says that an organisation's set-up has changed. */
  setUpChanged(organisation: number): void {
    this.books.delete(organisation);
  }

  /** Says that somebody has posted into the time before an organisation's books, or settled where its result goes. */
  broughtForwardChanged(organisation: number, person: number): void {
    this.broughtForward.set(organisation, person);
  }

  /** The organisations of {@link broughtForwardChanged} since it was last asked, with who did it. */
  takeBroughtForwardChanges(): [organisation: number, person: number][] {
    const changes = [...this.broughtForward];
    this.broughtForward.clear();
    return changes;
  }

  /** Runs a command in one transaction: all of it is done, or nothing. */
  transact<T>(work: () => T): T {
    const { $client } = this.db;
    $client.exec('BEGIN IMMEDIATE');
    try {
      const result = work();
      $client.exec('COMMIT');
      return result;
    } catch (error) {
      if ($client.inTransaction) $client.exec('ROLLBACK');
      this.books.clear();
      this.broughtForward.clear();
      throw error;
    }
  }
}
