import {
  type DynamicModule,
  Global,
  Inject,
  Injectable,
  Logger,
  Module,
  type OnApplicationBootstrap,
  type OnApplicationShutdown,
} from '@nestjs/common';
import { availableParallelism } from 'node:os';
import { type Clock, clockFor } from '../database/clock.js';
import { type Db, openForReading } from '../database/connection.js';
import type { BesideBooks } from '../derived/derivation.js';
import { noteBooksLeft } from '../derived/derived-file.js';
import type { Deriving } from '../derived/deriving.js';
import { currentEpoch } from '../derived/epoch.js';
import { settings } from '../settings.js';
import { ReadingPool } from './reading-pool.js';
import type { Task } from './task.js';
import { TaskWorker } from './task-worker.js';
import { threadData } from './thread-data.js';
import type { WriteContext } from './write-context.js';

const logger = new Logger('threads');

/** The programs of the threads: what composes the server knows which tasks they do. */
export interface ThreadPrograms {
  readonly writer: URL;
  readonly reader: URL;
  readonly reviewer: URL;
  readonly files: URL;
  readonly deriver: URL;
  readonly papers: URL;
}

const PROGRAMS = Symbol('programs of the threads');

/** Without its writer the server can change nothing: it ends, so that whoever keeps it running begins it anew. */
function endOfWriter(error: Error): void {
  logger.error(`The writing thread has died: ${error.message}. The server ends; nothing was left half done.`);
  process.exit(70);
}

/** Asks the deriving thread for a turn; it has no other task. @returns whether there is more to do */
const derive: Task<Deriving, null, boolean> = Object.assign((deriving: Deriving) => deriving.turn(), {
  taskName: 'derive',
});

/** Derives what is kept beside the books, whenever anything has been committed. */
@Injectable()
export class Deriver extends TaskWorker<Deriving> {
  private isBehind = false;
  private isAtWork = false;

  constructor(@Inject(PROGRAMS) { deriver }: Pick<ThreadPrograms, 'deriver'>) {
    const onDeath = (error: Error): void => logger.error(`The deriving thread has died: ${error.message}`);
    super(deriver, threadData(), { isBegunAnew: true, onDeath });
  }

  /** Something may have been committed. */
  catchUp(): void {
    this.isBehind = true;
    if (!this.isAtWork) void this.work();
  }

  private async work(): Promise<void> {
    this.isAtWork = true;
    try {
      while (this.isBehind && !this.isEnding) {
        this.isBehind = false;
        if (await this.run(derive, null)) this.isBehind = true;
      }
    } catch (error) {
      // what is not derived is read from the books; the next commit tries again
      if (!this.isEnding) logger.error(error);
    }
    this.isAtWork = false;
  }
}

/** The one writer: every change goes through its queue. */
@Injectable()
export class Writer extends TaskWorker<WriteContext> {
  constructor(
    @Inject(PROGRAMS) { writer }: Pick<ThreadPrograms, 'writer'>,
    private readonly deriver?: Deriver,
  ) {
    super(writer, threadData(), { megabytes: 4_096, onDeath: endOfWriter });
  }

  override run<Args, Result>(command: Task<WriteContext, Args, Result>, args: Args): Promise<Awaited<Result>> {
    return super.run(command, args).finally(() => this.deriver?.catchUp());
  }

  /** Looks whether others have written to the books, which it does before each command too; while it is busy it does so next. */
  async lookForOthers(): Promise<void> {
    await this.status();
  }
}

/** The connection that short reads share, and the clock. */
@Injectable()
export class Reader {
  readonly db: Db = openForReading(settings.folder);
  readonly clock: Clock = clockFor(settings.today);

  /** Reads several things as they stand at one moment, whatever is committed meanwhile. */
  read<T>(work: (db: Db) => T): T {
    return this.db.$client.transaction(() => work(this.db))();
  }
}

/** So many threads read for people: one for each core but that of the requests, two at least. */
const READERS = Math.min(4, Math.max(2, availableParallelism() - 1));

function readingThread(
  reader: URL,
  what: string,
  { endsAtOnce = false, ...how }: { stepsBack?: boolean; endsAtOnce?: boolean } = {},
): TaskWorker<Db> {
  const onDeath = (error: Error): void => logger.error(`The thread of ${what} has died: ${error.message}`);
  return new TaskWorker(reader, threadData(how), { isBegunAnew: true, endsAtOnce, onDeath });
}

/** Reads for people: whatever is more than looking something up by its key. */
@Injectable()
export class Readers extends ReadingPool {
  constructor(@Inject(PROGRAMS) { reader }: Pick<ThreadPrograms, 'reader'>, { clock }: Reader) {
    const threads = Array.from({ length: READERS }, () => readingThread(reader, 'reports'));
    super(threads, clock, 400);
  }
}

/**
 * Looks a year of books over, which takes seconds where they are large: one at a time, so that people's other questions
 * never wait behind it, and what one of them has read serves the next.
 */
@Injectable()
export class Reviewer extends ReadingPool {
  constructor(@Inject(PROGRAMS) { reviewer }: Pick<ThreadPrograms, 'reviewer'>, { clock }: Reader) {
    super([readingThread(reviewer, 'reviews', { stepsBack: true, endsAtOnce: true })], clock, 100);
  }
}

/**
 * Reads what nobody waits for, or knows to take its time: exports, full readings of the books, copies of them. People's
 * own questions never wait behind it.
 */
@Injectable()
export class BatchReader extends ReadingPool {
  constructor(@Inject(PROGRAMS) { reader }: Pick<ThreadPrograms, 'reader'>, { clock }: Reader) {
    super([readingThread(reader, 'batches', { stepsBack: true })], clock, 100);
  }
}

function threadOfFiles(
  files: URL,
  what: string,
  { megabytes, ...how }: { megabytes?: number; stepsBack?: boolean } = {},
): ConstructorParameters<typeof TaskWorker> {
  const onDeath = (error: Error): void => logger.error(`The thread of ${what} has died: ${error.message}`);
  return [files, threadData(how), { isBegunAnew: true, onDeath, ...(megabytes !== undefined && { megabytes }) }];
}

/** Reads files and compares them with the books, and writes files of everything: whatever may take minutes. */
@Injectable()
export class Importer extends TaskWorker<Db> {
  constructor(@Inject(PROGRAMS) { files }: Pick<ThreadPrograms, 'files'>) {
    // what is posted of a large file is laid out here as a whole
    super(...threadOfFiles(files, 'files', { megabytes: 4_096, stepsBack: true }));
  }
}

/** Writes what people print or save as workbooks; it never waits behind an import or an archive. */
@Injectable()
export class Printer extends TaskWorker<Db> {
  constructor(@Inject(PROGRAMS) { files }: Pick<ThreadPrograms, 'files'>) {
    super(...threadOfFiles(files, 'printing'));
  }
}

/** So much memory reading a paper may take, in megabytes (2^20 bytes). */
const PAPER_MEMORY = 512;

/** Reads what is written in papers, which anybody may have made: a thread with little memory, which may be ended at any time. */
@Injectable()
export class PaperReader extends TaskWorker<BesideBooks> {
  constructor(@Inject(PROGRAMS) { papers }: Pick<ThreadPrograms, 'papers'>) {
    const onDeath = (error: Error): void => logger.warn(`The thread of papers has ended: ${error.message}`);
    super(papers, threadData(), { isBegunAnew: true, endsAtOnce: true, onDeath, megabytes: PAPER_MEMORY });
  }
}

/**
 * Has the threads ready a while after the start, so that nobody waits for them to begin and they do not keep the start
 * waiting. Ends them with the server, once they have done what they were asked, and notes how the books were left.
 */
@Injectable()
export class LifeOfThreads implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly threads;

  constructor(
    writer: Writer,
    readers: Readers,
    reviewer: Reviewer,
    batches: BatchReader,
    importer: Importer,
    printer: Printer,
    private readonly deriver: Deriver,
    private readonly papers: PaperReader,
    private readonly reader: Reader,
  ) {
    this.threads = [writer, readers, deriver, reviewer, batches, importer, printer];
  }

  onApplicationBootstrap(): void {
    // what was posted while nobody derived: by an earlier version, or just before a power failure
    if (this.reader.db.$client.prepare('SELECT 1 FROM entry LIMIT 1').get()) this.deriver.catchUp();
    setTimeout(() => this.threads.forEach((thread) => thread.warmUp()), settings.warmAfter * 1_000).unref();
  }

  async onApplicationShutdown(): Promise<void> {
    await Promise.all([...this.threads, this.papers].map((thread) => thread.end()));
    this.reader.db.$client.close();
    noteBooksLeft(settings.folder, currentEpoch());
  }
}

/** Writer, readers and clock, for every area. */
@Global()
@Module({})
export class ThreadsModule {
  /** @param programs what each thread runs */
  static running(programs: ThreadPrograms): DynamicModule {
    const threads = [Deriver, Writer, Readers, Reviewer, BatchReader, Importer, Printer, PaperReader, Reader];
    return {
      module: ThreadsModule,
      providers: [{ provide: PROGRAMS, useValue: programs }, ...threads, LifeOfThreads],
      exports: threads,
    };
  }
}
