import { Injectable, Logger } from '@nestjs/common';
import type { HeadingAnswer, ImportAnswer, ImportState } from '@just-ledger/contract';
import { problem, type ImportSubject, type Problem } from '@just-ledger/core';
import { randomUUID } from 'node:crypto';
import type { OfPerson } from '../audit-trail/record-change.js';
import { Refusal, notFound } from '../problems/refusal.js';
import { Importer, Writer } from '../workers/workers.module.js';
import { matchingProblems, rememberedMatching } from './import-tasks.js';
import { Progress } from './progress.js';

/** An import that nobody went on with is forgotten after this long, in milliseconds. */
const FORGOTTEN_AFTER = 2 * 60 * 60 * 1000;

interface Job extends OfPerson {
  readonly id: string;
  readonly subject: ImportSubject;
  readonly name: string;
  readonly begun: number;
  state: ImportState;
  progress: Progress;
  notes: string[];
  remarks: string[];
  decimal: '.' | ',' | null;
  rows: number;
  headings: HeadingAnswer[];
  result: ImportAnswer['result'];
  problems: readonly Problem[];
  problemCount: number;
}

/** The imports on their way: what each waits for, and how far it is. A person has one at a time in an organisation. */
@Injectable()
export class ImportJobs {
  private readonly logger = new Logger('imports');
  private readonly jobs = new Map<string, Job>();

  constructor(
    private readonly importer: Importer,
    private readonly writer: Writer,
  ) {}

  /** Begins to read a file. */
  begin(of: OfPerson, subject: ImportSubject, name: string, bytes: Uint8Array): ImportAnswer {
    for (const job of [...this.jobs.values()]) {
      const isOwn = job.organisation === of.organisation && job.person === of.person;
      const isOver = isOwn || Date.now() - job.begun > FORGOTTEN_AFTER;
      if (isOver && job.state !== 'writing') this.drop(job);
    }
    const job: Job = {
      ...of,
      id: randomUUID(),
      subject,
      name,
      begun: Date.now(),
      state: 'reading',
      progress: new Progress(),
      notes: [],
      remarks: [],
      decimal: null,
      rows: 0,
      headings: [],
      result: null,
      problems: [],
      problemCount: 0,
    };
    this.jobs.set(job.id, job);
    const { id, organisation, progress } = job;
    void this.follow(
      job,
      this.importer.run('readImport', { id, bytes, organisation, subject, shared: progress.shared }),
      ({ rows, notes, headings }) => Object.assign(job, { rows, notes, headings, state: 'matching' }),
    );
    return answerOf(job);
  }

  /** Compares the rows, matched as somebody says, with the books. @throws {Refusal} 422 if the matching is not whole */
  async match(of: OfPerson, id: string, columns: string[], decimal?: '.' | ','): Promise<ImportAnswer> {
    const job = this.jobOf(of, id);
    if (!['matching', 'checked', 'failed'].includes(job.state) || job.headings.length === 0) throw notNow(job);
    const padded = job.headings.map((_, at) => columns[at] ?? '');
    const problems = matchingProblems(job.subject, padded);
    if (problems.length > 0) throw new Refusal(422, problems);
    const { organisation, subject } = job;
    Object.assign(job, { state: 'checking', progress: new Progress(), result: null, problems: [], problemCount: 0 });
    const headings = job.headings.map(({ heading }) => heading);
    job.headings = job.headings.map((one, at) => ({ ...one, column: padded[at] ?? '' }));
    void this.follow(
      job,
      this.importer.run('checkImport', {
        id,
        organisation,
        subject,
        columns: padded,
        decimal,
        shared: job.progress.shared,
      }),
      ({ result, problems: found, count, notes: remarks, decimal: mark }) =>
        Object.assign(job, {
          state: 'checked',
          result,
          problems: found,
          problemCount: count,
          remarks,
          decimal: mark,
        }),
    );
    // remembered before it is answered, so that the next file finds it
    const matching = rememberedMatching(headings, padded);
    await this.writer.run('rememberMatching', { organisation, subject, matching });
    return answerOf(job);
  }

  /** Takes a checked import in. */
  take(of: OfPerson, id: string): ImportAnswer {
    const job = this.jobOf(of, id);
    if (job.state !== 'checked' || job.problemCount > 0) throw notNow(job);
    job.state = 'writing';
    const written = this.importer
      .run('packedRows', { id })
      .then((packed) => this.writer.run('takeImport', { ...of, subject: job.subject, packed }));
    void this.follow(job, written, (result) => Object.assign(job, { state: 'done', result }));
    return answerOf(job);
  }

  /** How far an import is. */
  look(of: OfPerson, id: string): ImportAnswer {
    return answerOf(this.jobOf(of, id));
  }

  /** Gives an import up, unless it is being written, and forgets it. */
  forget(of: OfPerson, id: string): void {
    const job = this.jobOf(of, id);
    if (job.state === 'writing') throw notNow(job);
    this.drop(job);
  }

  private drop(job: Job): void {
    job.progress.stop();
    this.jobs.delete(job.id);
    this.importer.run('forgetImport', { id: job.id }).catch((error: Error) => this.logger.error(error));
  }

  private jobOf(of: OfPerson, id: string): Job {
    const job = this.jobs.get(id);
    if (!job || job.organisation !== of.organisation || job.person !== of.person) throw notFound('import');
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
      Object.assign(job, { state: 'failed', problems, problemCount: problems.length });
    }
  }
}

function answerOf(job: Job): ImportAnswer {
  const {
    id,
    subject,
    name,
    state,
    notes,
    remarks,
    decimal,
    rows,
    headings,
    result,
    problems,
    problemCount,
    progress,
  } = job;
  const isCounted = state === 'reading' || state === 'checking';
  return {
    id,
    subject,
    name,
    state,
    progress: isCounted ? { done: progress.done, total: progress.total } : null,
    notes,
    remarks,
    decimal,
    rows,
    headings,
    result,
    problems: [...problems],
    problemCount,
  };
}

function notNow({ state }: Job): Refusal {
  const message = {
    reading: 'The file is still being read.',
    matching: 'The columns are not matched yet.',
    checking: 'The rows are still being compared with the books.',
    checked: 'There are problems left; mend them in the file and read it again.',
    writing: 'It is being written and can no longer be given up.',
    done: 'This import has been taken in.',
    failed: 'This import has failed. Read the file again.',
  }[state];
  return new Refusal(409, [problem('import-state', '', message)]);
}
