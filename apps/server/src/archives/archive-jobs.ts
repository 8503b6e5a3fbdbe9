import { Injectable, Logger } from '@nestjs/common';
import type { ArchiveAnswer, ArchiveContentsAnswer, ArchiveState } from '@just-ledger/contract';
import { problem, type Problem } from '@just-ledger/core';
import { randomUUID } from 'node:crypto';
import { Progress } from '../imports/progress.js';
import { Refusal, notFound, unprocessable } from '../problems/refusal.js';
import { Importer, Writer } from '../workers/workers.module.js';

/** An archive that nobody went on with is forgotten after this long, in milliseconds. */
const FORGOTTEN_AFTER = 2 * 60 * 60 * 1000;

interface Job {
  readonly id: string;
  readonly person: number;
  readonly name: string;
  readonly begun: number;
  readonly progress: Progress;
  state: ArchiveState;
  contents: ArchiveContentsAnswer | null;
  problems: readonly Problem[];
  organisation: number | null;
}

/** The archives on their way in: read and proved, shown, taken in. A person has one at a time. */
@Injectable()
export class ArchiveJobs {
  private readonly logger = new Logger('archives');
  private readonly jobs = new Map<string, Job>();

  constructor(
    private readonly importer: Importer,
    private readonly writer: Writer,
  ) {}

  /** Begins to read an archive. */
  begin(person: number, name: string, bytes: Uint8Array): ArchiveAnswer {
    for (const old of [...this.jobs.values()]) {
      const isOver = old.person === person || Date.now() - old.begun > FORGOTTEN_AFTER;
      if (isOver && old.state !== 'writing') this.drop(old);
    }
    const job: Job = {
      id: randomUUID(),
      person,
      name,
      begun: Date.now(),
      progress: new Progress(),
      state: 'reading',
      contents: null,
      problems: [],
      organisation: null,
    };
    this.jobs.set(job.id, job);
    const { id, progress } = job;
    const reading = this.importer.run('readArchive', { id, bytes, person, shared: progress.shared });
    void this.follow(job, reading, (contents) => Object.assign(job, { contents, state: 'read' }));
    return answerOf(job);
  }

  /** Makes books of an archive that has been read. */
  take(person: number, id: string, name: string): ArchiveAnswer {
    const job = this.jobOf(person, id);
    if (job.state !== 'read') throw notNow(job);
    if (name.trim() === '') throw unprocessable('organisation-name', 'name', 'Enter a name.');
    job.state = 'writing';
    const written = this.importer.run('archiveRead', { id }).then((archive) => {
      if (!archive) throw notFound('archive');
      return this.writer.run('takeArchive', { person, name, ...archive });
    });
    void this.follow(job, written, ({ id: organisation }) => {
      Object.assign(job, { organisation, state: 'done' });
      this.forgetRead(job);
    });
    return answerOf(job);
  }

  /** How far an archive is. */
  look(person: number, id: string): ArchiveAnswer {
    return answerOf(this.jobOf(person, id));
  }

  /** Gives an archive up, unless it is being written. */
  forget(person: number, id: string): void {
    const job = this.jobOf(person, id);
    if (job.state === 'writing') throw notNow(job);
    this.drop(job);
  }

  private drop(job: Job): void {
    job.progress.stop();
    this.jobs.delete(job.id);
    this.forgetRead(job);
  }

  private forgetRead({ id }: Job): void {
    this.importer.run('forgetArchive', { id }).catch((error: Error) => this.logger.error(error));
  }

  private jobOf(person: number, id: string): Job {
    const job = this.jobs.get(id);
    if (!job || job.person !== person) throw notFound('archive');
    return job;
  }

  private async follow<T>(job: Job, work: Promise<T>, done: (value: T) => void): Promise<void> {
    try {
      done(await work);
    } catch (error) {
      if (!(error instanceof Refusal)) this.logger.error(error);
      const problems =
        error instanceof Refusal
          ? error.problems
          : [problem('internal', '', 'This should not have happened. Nothing was changed.')];
      Object.assign(job, { state: 'failed', problems });
    }
  }
}

function answerOf({ id, name, state, progress, contents, problems, organisation }: Job): ArchiveAnswer {
  return {
    id,
    name,
    state,
    progress: state === 'reading' ? { done: progress.done, total: progress.total } : null,
    contents,
    problems: [...problems],
    organisation,
  };
}

function notNow({ state }: Job): Refusal {
  const message = {
    reading: 'The archive is still being read.',
    read: 'The archive waits to be taken in.',
    writing: 'It is being written and can no longer be given up.',
    done: 'This archive has been taken in.',
    failed: 'This archive cannot be taken in.',
  }[state];
  return new Refusal(409, [problem('archive-state', '', message)]);
}
