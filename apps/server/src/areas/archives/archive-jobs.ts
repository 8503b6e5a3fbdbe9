import type {
  ArchiveResponse,
  ArchiveContentsResponse,
  ArchiveState,
  OrganisationResponse,
} from '@just-ledger/contract';
import { problem } from '@just-ledger/core';
import { Injectable } from '@nestjs/common';
import { randomUUID } from 'node:crypto';
import { rm } from 'node:fs/promises';
import { type Job, JobList } from '../../platform/jobs/job-list.js';
import { Progress } from '../../platform/jobs/progress.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { Importer, Writer } from '../../platform/threads/threads.module.js';
import { takeArchive } from './archive-commands.js';
import { archiveRead, forgetArchive, keepArchivedPapers, openArchive } from './archive-tasks.js';
import { Arrivals } from './arrivals.js';

interface ArchiveJob extends Job {
  readonly person: number;
  readonly name: string;
  /** Where the file is, until it is let go of. */
  readonly path: string;
  state: ArchiveState;
  contents: ArchiveContentsResponse | null;
  organisation: number | null;
}

/** The archives on their way in: read and proved, shown, taken in. A person has one at a time. */
@Injectable()
export class ArchiveJobs {
  private readonly jobs: JobList<ArchiveJob>;

  constructor(
    private readonly importer: Importer,
    private readonly writer: Writer,
    private readonly arrivals: Arrivals,
  ) {
    this.jobs = new JobList('archive', async ({ id, path }) => {
      await importer.run(forgetArchive, { id });
      await rm(path, { force: true });
    });
  }

  /** Begins to read an archive. @param path of its file, which is removed in the end */
  begin(person: number, name: string, path: string): ArchiveResponse {
    const job: ArchiveJob = {
      id: randomUUID(),
      person,
      name,
      path,
      begun: Date.now(),
      progress: new Progress(),
      state: 'reading',
      contents: null,
      problems: [],
      problemCount: 0,
      organisation: null,
    };
    this.jobs.add(job, (old) => old.person === person);
    const { id, progress } = job;
    const reading = this.importer.run(openArchive, { id, path, person, shared: progress.shared });
    void this.follow(job, reading, (contents) => Object.assign(job, { contents, state: 'read' }));
    return answerOf(job);
  }

  /** Makes books of an archive that has been read. */
  take(person: number, id: string, name: string): ArchiveResponse {
    const job = this.jobs.find(id, (job) => job.person === person);
    if (job.state !== 'read') throw notNow(job);
    if (name.trim() === '') throw unprocessable('organisation-name', 'name', 'Enter a name.');
    job.state = 'writing';
    const write = async (): Promise<OrganisationResponse> => {
      // the files of papers are on the disc before the books name them
      await this.importer.run(keepArchivedPapers, { id });
      const { inTurns, ...archive } = await this.importer.run(archiveRead, { id });
      if (!inTurns) return this.writer.run(takeArchive, { person, name, ...archive });
      const { path, progress } = Object.assign(job, { progress: new Progress() });
      return this.arrivals.take({ id, ...archive }, { owner: person, name, path, progress });
    };
    void this.follow(job, write(), ({ id: organisation }) => Object.assign(job, { organisation, state: 'done' }));
    return answerOf(job);
  }

  /** Follows a piece of its work; once nothing more comes of it, its file is let go of. */
  private async follow<T>(job: ArchiveJob, work: Promise<T>, done: (value: T) => void): Promise<void> {
    await this.jobs.follow(job, work, done);
    if (job.state === 'done' || job.state === 'failed') this.jobs.letGo(job);
  }

  /** How far an archive is. */
  look(person: number, id: string): ArchiveResponse {
    return answerOf(this.jobs.find(id, (job) => job.person === person));
  }

  /** Gives an archive up, unless it is being written. */
  forget(person: number, id: string): void {
    const job = this.jobs.find(id, (job) => job.person === person);
    if (job.state === 'writing') throw notNow(job);
    this.jobs.drop(job);
  }
}

function answerOf({ id, name, state, progress, contents, problems, organisation }: ArchiveJob): ArchiveResponse {
  return {
    id,
    name,
    state,
    progress:
      state === 'reading' || (state === 'writing' && progress.total > 0)
        ? { done: progress.done, total: progress.total }
        : null,
    contents,
    problems: [...problems],
    organisation,
  };
}

function notNow({ state }: ArchiveJob): Refusal {
  const message = {
    reading: 'The archive is still being read.',
    read: 'The archive waits to be taken in.',
    writing: 'It is being written and can no longer be given up.',
    done: 'This archive has been taken in.',
    failed: 'This archive cannot be taken in.',
  }[state];
  return new Refusal(409, [problem('archive-state', '', message)]);
}
