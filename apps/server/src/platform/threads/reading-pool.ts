import { problem } from '@just-ledger/core';
import type { Readable } from 'node:stream';
import type { Clock } from '../database/clock.js';
import type { Db } from '../database/connection.js';
import { sent } from '../files/sent.js';
import { Refusal } from '../problems/refusal.js';
import { askerOfWork } from './asker.js';
import type { Report } from './report.js';
import { type TaskWorker, type ThreadStatus } from './task-worker.js';
import type { Reading } from './task.js';

interface Waiting {
  /** Who asks; the server itself is nobody. */
  readonly who: string;
  readonly begin: (thread: TaskWorker<Db>) => Promise<unknown>;
  readonly giveUp: (refusal: Refusal) => void;
}

/** The server is asked for more than it can do. */
function tooMuch(): Refusal {
  const message = 'Too much is asked of the server at the moment. Nothing was changed; try again in a moment.';
  return new Refusal(503, [problem('busy', '', message)]);
}

/** Whoever asked has left: nobody reads this. */
function left(): Refusal {
  return new Refusal(499, [problem('asker-left', '', 'Whoever asked for this has left.')]);
}

/**
 * Threads that read. A question goes to one that has nothing to do, or waits: those who ask take turns, so that nobody
 * waits behind all that one other asks, and the questions of each keep their order. Whoever leaves before it is their turn
 * is not waited for. What has begun is done: SQLite reads a statement to its end.
 */
export class ReadingPool {
  private readonly idle: TaskWorker<Db>[];
  private readonly waiting = new Set<Waiting>();
  /** Who had a turn since somebody began to wait, and which. */
  private readonly turns = new Map<string, number>();
  private lastTurn = 0;

  /** @param mostWaiting so many questions wait at most; the next is refused */
  constructor(
    private readonly threads: readonly TaskWorker<Db>[],
    private readonly clock: Clock,
    private readonly mostWaiting: number,
  ) {
    this.idle = [...threads];
  }

  /** Reads something. @throws {Refusal} as the reading does; 503 if too many wait already */
  run<Args, Result>(reading: Reading<Args, Result>, args: Args): Promise<Awaited<Result>> {
    return this.ask((thread) => thread.run(reading, args));
  }

  /** Reads something that may be long, and answers it as JSON that the thread has written. @throws {Refusal} as `run` */
  async whole<Args>(reading: Reading<Args, unknown>, args: Args): Promise<Readable> {
    return sent(await this.ask((thread) => thread.runAsJson(reading, args)));
  }

  private ask<Result>(question: (thread: TaskWorker<Db>) => Promise<Result>): Promise<Result> {
    const asker = askerOfWork();
    if (asker?.signal.aborted) return Promise.reject(left());
    if (this.idle.length === 0 && this.waiting.size >= this.mostWaiting) return Promise.reject(tooMuch());
    return new Promise((resolve, reject) => {
      const leave = (): void => this.drop(waiting);
      const waiting: Waiting = {
        who: asker?.who ?? '',
        begin: (thread) => {
          asker?.signal.removeEventListener('abort', leave);
          return question(thread).then(resolve, reject);
        },
        giveUp: reject,
      };
      this.waiting.add(waiting);
      asker?.signal.addEventListener('abort', leave, { once: true });
      this.next();
    });
  }

  /** Reads a report of an organisation's books, on the day that it is there. */
  report<Books extends { readonly timeZone: string }, Query, Result>(
    report: Report<Books, Query, Result>,
    organisation: Books,
    query: Query,
  ): Promise<Awaited<Result>> {
    return this.run(report, { organisation, query, today: this.clock.today(organisation.timeZone) });
  }

  /** A report that may be long, answered as JSON that the thread has written. */
  wholeReport<Books extends { readonly timeZone: string }, Query>(
    report: Report<Books, Query, unknown>,
    organisation: Books,
    query: Query,
  ): Promise<Readable> {
    return this.whole(report, { organisation, query, today: this.clock.today(organisation.timeZone) });
  }

  /** How the threads do: busy if all of them are, ended if none can go on. */
  async status(): Promise<ThreadStatus> {
    const all = await Promise.all(this.threads.map((thread) => thread.status()));
    const state = (['running', 'busy', 'ended'] as const).find((state) =>
      all.some((status) => status.state === state),
    );
    return { state: state ?? 'ended', deaths: all.reduce((sum, { deaths }) => sum + deaths, 0) };
  }

  /** Begins the threads before anything is asked of them. */
  warmUp(): void {
    for (const thread of this.threads) thread.warmUp();
  }

  /** Waits for what was asked for and ends the threads. */
  async end(): Promise<void> {
    await Promise.all(this.threads.map((thread) => thread.end()));
  }

  private next(): void {
    const question = this.whoseTurn();
    const thread = question && this.idle.pop();
    if (!thread) return;
    this.waiting.delete(question);
    if (this.waiting.size === 0) this.turns.clear();
    else this.turns.set(question.who, (this.lastTurn += 1));
    void question.begin(thread).finally(() => {
      this.idle.push(thread);
      this.next();
    });
  }

  /** The first question of whoever has waited longest for a turn. */
  private whoseTurn(): Waiting | undefined {
    const turnOf = ({ who }: Waiting): number => this.turns.get(who) ?? 0;
    return [...this.waiting].reduce<Waiting | undefined>(
      (first, question) => (first && turnOf(first) <= turnOf(question) ? first : question),
      undefined,
    );
  }

  private drop(question: Waiting): void {
    if (this.waiting.delete(question)) question.giveUp(left());
  }
}
