import type { Clock } from '../database/clock.js';
import type { ChainEnds } from '../database/chain-ends.js';
import { type Db, openForWriting } from '../database/connection.js';
import { nextEpoch } from '../derived/epoch.js';
import { messageOf } from '../problems/message-of.js';

/** Something that one area tells others before a transaction is committed. */
export interface Notice<Args> {
  readonly noticeName: string;
  /** What makes two of them the same: the later takes the place of the earlier. */
  readonly keyOf: (args: Args) => string | number;
}

/** Who hears of a notice. */
export interface Listener {
  readonly noticeName: string;
  // eslint-disable-next-line @typescript-eslint/no-explicit-any -- each notice has its own arguments
  readonly hear: (context: WriteContext, args: any) => void;
}

/** Says who hears of a notice. @example listenTo(broughtForwardChanged, settleBroughtForward) */
export function listenTo<Args>(notice: Notice<Args>, hear: (context: WriteContext, args: Args) => void): Listener {
  return { noticeName: notice.noticeName, hear };
}

/** What a command works with: the one writing connection, the clock, and what is kept of each organisation's set-up. */
export class WriteContext {
  readonly db: Db;
  private readonly dataVersion;
  private seenVersion: number | undefined;
  private readonly kept = new Map<number, { readonly key: string; readonly value: unknown }>();
  private readonly notices = new Map<string, { readonly noticeName: string; readonly args: unknown }>();
  private readonly moved = new Set<number>();
  private readonly setUpChanges = new Map<number, number>();

  constructor(
    folder: string,
    readonly clock: Clock,
    private readonly listeners: readonly Listener[] = [],
    private readonly chainEnds?: ChainEnds,
  ) {
    this.db = openForWriting(folder);
    this.dataVersion = this.db.$client.prepare<[], number>('PRAGMA data_version').pluck();
    this.seenVersion = this.dataVersion.get();
  }

  /** Whether somebody else has written to the books: SQLite counts commits of others only. What was derived is not trusted then. */
  lookForOthers(): void {
    const version = this.dataVersion.get();
    if (version === this.seenVersion) return;
    this.seenVersion = version;
    nextEpoch();
  }

  /** What was read of an organisation's set-up, kept until that changes or the key does. */
  ofSetUp<T>(organisation: number, key: string, read: () => T): T {
    const kept = this.kept.get(organisation);
    if (kept?.key === key) return kept.value as T;
    const value = read();
    this.kept.set(organisation, { key, value });
    return value;
  }

  /** Says that an organisation's set-up has changed. */
  setUpChanged(organisation: number): void {
    this.kept.delete(organisation);
    this.setUpChanges.set(organisation, this.setUpMark(organisation) + 1);
  }

  /** Another number as soon as an organisation's set-up has changed since the writer began. */
  setUpMark(organisation: number): number {
    return this.setUpChanges.get(organisation) ?? 0;
  }

  /** Tells something to whoever listens, once before the transaction is committed. */
  tell<Args>({ noticeName, keyOf }: Notice<Args>, args: Args): void {
    this.notices.set(`${noticeName} ${keyOf(args)}`, { noticeName, args });
  }

  /** Says that an entry of an organisation was posted, or a record added to one of its histories. */
  chainMoved(organisation: number): void {
    this.moved.add(organisation);
  }

  /** After a commit: where chains have moved, their ends are kept beside the books before anybody is told. */
  committed(): void {
    if (this.moved.size === 0) return;
    try {
      this.chainEnds?.keep(this.db, this.moved);
      this.moved.clear();
    } catch (error) {
      // what was committed holds; the next commit tries again
      console.error(`Where the entries end could not be kept beside the books: ${messageOf(error)}`);
    }
  }

  /** Does work in one transaction: all of it, or nothing. Work that returns a promise is refused by the database. */
  transact<T>(work: () => T): T {
    const whole = this.db.$client.transaction((): T => {
      const result = work();
      this.hearNotices();
      return result;
    });
    try {
      const result = whole.immediate();
      if (!this.db.$client.inTransaction) this.committed();
      return result;
    } catch (error) {
      this.forget();
      throw error;
    }
  }

  /** Forgets what was read and told within a transaction that does not hold. */
  forget(): void {
    this.kept.clear();
    this.notices.clear();
  }

  private hearNotices(): void {
    const waiting = [...this.notices.values()];
    this.notices.clear();
    for (const { noticeName, args } of waiting) {
      for (const listener of this.listeners) if (listener.noticeName === noticeName) listener.hear(this, args);
    }
  }
}
