import type { HeadingResponse, ImportCounts, ImportResponse, ImportState } from '@just-ledger/contract';
import { type ImportSubject, problem } from '@just-ledger/core';
import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { type Job, JobList } from '../../platform/jobs/job-list.js';
import { Progress } from '../../platform/jobs/progress.js';
import { Refusal } from '../../platform/problems/refusal.js';
import { preferencesOf } from '../../platform/sessions/session-store.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Importer, Reader, Writer } from '../../platform/threads/threads.module.js';
import { EntryFiles } from '../journal/entry-files.js';
import { TURN_LINES } from '../journal/entry-turns.js';
import { todayOf } from '../organisations/today-of.js';
import type { DatesReadBy } from './import-plan.js';
import { rememberMatching, takeImport } from './import-commands.js';
import {
  checkImport,
  forgetImport,
  layOutImport,
  matchingProblems,
  packedRows,
  readImport,
  rememberedMatching,
} from './import-tasks.js';

interface ImportJob extends Job, Actor {
  readonly subject: ImportSubject;
  readonly name: string;
  state: ImportState;
  notes: string[];
  remarks: string[];
  decimal: '.' | ',' | null;
  /** As they are read when it is compared, so they are read when it is taken in. */
  dates: DatesReadBy;
  rows: number;
  headings: HeadingResponse[];
  result: ImportResponse['result'];
}

/** The imports on their way: what each waits for, and how far it is. A person has one at a time in an organisation. */
@Injectable()
export class ImportJobs {
  private readonly jobs: JobList<ImportJob>;

  constructor(
    private readonly importer: Importer,
    private readonly writer: Writer,
    private readonly reader: Reader,
    private readonly entryFiles: EntryFiles,
  ) {
    this.jobs = new JobList('import', ({ id }) => importer.run(forgetImport, { id }));
  }

  /** Begins to read a file. @param path of it; it is taken away */
  begin(actor: Actor, subject: ImportSubject, name: string, path: string): ImportResponse {
    const job: ImportJob = {
      ...actor,
      id: randomUUID(),
      subject,
      name,
      begun: Date.now(),
      state: 'reading',
      progress: new Progress(),
      notes: [],
      remarks: [],
      decimal: null,
      dates: this.datesOf(actor),
      rows: 0,
      headings: [],
      result: null,
      problems: [],
      problemCount: 0,
    };
    this.jobs.add(job, isOf(actor));
    const { id, organisation, progress } = job;
    void this.jobs.follow(
      job,
      this.importer.run(readImport, { id, path, organisation, subject, shared: progress.shared }),
      ({ rows, notes, headings }) => Object.assign(job, { rows, notes, headings, state: 'matching' }),
    );
    return answerOf(job);
  }

  /** Compares the rows, matched as somebody says, with the books. @throws {Refusal} 422 if the matching is not whole */
  async match(actor: Actor, id: string, columns: string[], decimal?: '.' | ','): Promise<ImportResponse> {
    const job = this.jobs.find(id, isOf(actor));
    if (!['matching', 'checked', 'failed'].includes(job.state) || job.headings.length === 0) throw notNow(job);
    const padded = job.headings.map((_, index) => columns[index] ?? '');
    const problems = matchingProblems(job.subject, padded);
    if (problems.length > 0) throw new Refusal(422, problems);
    const { organisation, subject } = job;
    job.dates = this.datesOf(actor);
    Object.assign(job, { state: 'checking', progress: new Progress(), result: null, problems: [], problemCount: 0 });
    const headings = job.headings.map(({ heading }) => heading);
    job.headings = job.headings.map((heading, index) => ({ ...heading, column: padded[index] ?? '' }));
    void this.jobs.follow(
      job,
      this.importer.run(checkImport, {
        ...actor,
        id,
        subject,
        columns: padded,
        decimal,
        dates: job.dates,
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
    await this.writer.run(rememberMatching, { organisation, subject, matching });
    return answerOf(job);
  }

  /** Takes a checked import in. */
  take(actor: Actor, id: string): ImportResponse {
    const job = this.jobs.find(id, isOf(actor));
    if (job.state !== 'checked' || job.problemCount > 0) throw notNow(job);
    Object.assign(job, { state: 'writing', progress: new Progress() });
    const isLong = ['entries', 'contacts'].includes(job.subject) && job.rows > TURN_LINES;
    const written = isLong ? this.postInTurns(job) : this.writeAtOnce(job);
    void this.jobs.follow(job, written, (result) => Object.assign(job, { state: 'done', result }));
    return answerOf(job);
  }

  private async writeAtOnce(job: ImportJob): Promise<ImportCounts> {
    const { id, organisation, person, subject, dates, progress } = job;
    const packed = await this.importer.run(packedRows, { id });
    return this.writer.run(takeImport, { organisation, person, subject, packed, dates, shared: progress.shared });
  }

  private async postInTurns(job: ImportJob): Promise<ImportCounts> {
    const { id, organisation, person, subject, dates, progress } = job;
    const actor = { organisation, person };
    let counts: ImportCounts = { added: 0, changed: 0, unchanged: 0 };
    await this.entryFiles.post({
      ...actor,
      id,
      sha256: '',
      layOut: async () => {
        const asked = { ...actor, id, subject, dates, shared: progress.shared };
        const laidOut = await this.importer.run(layOutImport, asked);
        ({ counts } = laidOut);
        return laidOut;
      },
      checkPoint: () => progress.at(progress.total),
      onPosted: (posted, entries) => {
        if (job.state !== 'posting') Object.assign(job, { state: 'posting', progress: new Progress() });
        job.progress.begin(entries);
        job.progress.at(posted);
      },
    });
    // what was checked is what was taken in: nothing that it was checked against has changed meanwhile
    return counts;
  }

  private datesOf({ organisation, person }: Actor): DatesReadBy {
    const { clock } = this.reader;
    return this.reader.read((db) => ({
      today: todayOf({ db, clock }, organisation),
      order: preferencesOf(db, person).dates,
    }));
  }

  /** How far an import is. */
  look(actor: Actor, id: string): ImportResponse {
    return answerOf(this.jobs.find(id, isOf(actor)));
  }

  /** Gives an import up and forgets it; one that is being written stays, to say whether all of it was taken in or nothing. */
  forget(actor: Actor, id: string): void {
    const job = this.jobs.find(id, isOf(actor));
    // what is being posted in turns goes on to its end
    if (job.state === 'posting') throw notNow(job);
    if (job.state === 'writing') job.progress.stop();
    else this.jobs.drop(job);
  }
}

/** Whether a job is a person's in an organisation. */
function isOf({ organisation, person }: Actor): (job: ImportJob) => boolean {
  return (job) => job.organisation === organisation && job.person === person;
}

function answerOf(job: ImportJob): ImportResponse {
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
  const isCounted = ['reading', 'checking', 'writing', 'posting'].includes(state);
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

function notNow({ state }: ImportJob): Refusal {
  const message = {
    reading: 'The file is still being read.',
    matching: 'The columns are not matched yet.',
    checking: 'The rows are still being compared with the books.',
    checked: 'There are problems left; mend them in the file and read it again.',
    writing: 'The rows are being taken in.',
    posting: 'It is being taken in, and all of it will be.',
    done: 'This import has been taken in.',
    failed: 'This import has failed. Read the file again.',
  }[state];
  return new Refusal(409, [problem('import-state', '', message)]);
}
