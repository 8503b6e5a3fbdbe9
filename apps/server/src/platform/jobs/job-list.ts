import type { Problem } from '@just-ledger/core';
import { Logger } from '@nestjs/common';
import { notFound } from '../problems/refusal.js';
import { toldError } from '../problems/told-error.js';
import type { Progress } from './progress.js';

/** A job that nobody went on with is forgotten after this long, in milliseconds. */
const FORGOTTEN_AFTER = 2 * 60 * 60 * 1000;

/** Long work that somebody has begun. */
export interface Job {
  readonly id: string;
  readonly begun: number;
  progress: Progress;
  /** While it is `writing` or `posting` it is not forgotten: it has to say how it ended. */
  state: string;
  problems: readonly Problem[];
  problemCount: number;
}

/** The long work on its way: each is found by its owner, followed to its end, and forgotten in time. */
export class JobList<One extends Job> {
  private readonly logger: Logger;
  private readonly jobs = new Map<string, One>();

  /**
   * @param what a job is called in answers
   * @param forget lets go of what another thread keeps for it
   */
  constructor(
    private readonly what: string,
    private readonly forget: (job: One) => Promise<void>,
  ) {
    this.logger = new Logger(`${what}s`);
  }

  /** Adds a job. What its owner had begun before is given up, and what nobody went on with. */
  add(job: One, isOwn: (old: One) => boolean): void {
    for (const old of [...this.jobs.values()]) {
      const isOver = isOwn(old) || Date.now() - old.begun > FORGOTTEN_AFTER;
      if (isOver && old.state !== 'writing' && old.state !== 'posting') this.drop(old);
    }
    this.jobs.set(job.id, job);
  }

  /** A job of its owner. @throws {Refusal} 404 */
  find(id: string, isOwn: (job: One) => boolean): One {
    const job = this.jobs.get(id);
    if (!job || !isOwn(job)) throw notFound(this.what);
    return job;
  }

  /** Gives a job up at its next check point and forgets it. */
  drop(job: One): void {
    job.progress.stop();
    this.jobs.delete(job.id);
    this.letGo(job);
  }

  /** Lets go of what another thread keeps for a job; the job itself can still be looked at. */
  letGo(job: One): void {
    this.forget(job).catch((error: Error) => this.logger.error(error));
  }

  /** Waits for a piece of a job's work; if it fails, the job says why. */
  async follow<T>(job: One, work: Promise<T>, done: (value: T) => void): Promise<void> {
    try {
      done(await work);
    } catch (error) {
      const { problems, isForTheLog } = toldError(error);
      if (isForTheLog) this.logger.error(error);
      Object.assign(job, { state: 'failed', problems, problemCount: problems.length });
    }
  }
}
