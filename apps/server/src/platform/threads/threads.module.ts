import {
  type DynamicModule,
  Global,
  Inject,
  Injectable,
  Logger,
  Module,
  type OnApplicationShutdown,
} from '@nestjs/common';
import { availableParallelism } from 'node:os';
import { type Clock, clockFor } from '../database/clock.js';
import { type Db, openForReading } from '../database/connection.js';
import { settings } from '../settings.js';
import { ReadingPool } from './reading-pool.js';
import { TaskWorker } from './task-worker.js';
import type { WriteContext } from './write-context.js';

const logger = new Logger('threads');

/** The programs of the threads: what composes the server knows which tasks they do. */
export interface ThreadPrograms {
  readonly writer: URL;
  readonly reader: URL;
  readonly files: URL;
}

const PROGRAMS = Symbol('programs of the threads');

/** Without its writer the server can change nothing: it ends, so that whoever keeps it running begins it anew. */
function endOfWriter(error: Error): void {
  logger.error(`The writing thread has died: ${error.message}. The server ends; nothing was left half done.`);
  process.exit(70);
}

/** The one writer: every change goes through its queue. */
@Injectable()
export class Writer extends TaskWorker<WriteContext> implements OnApplicationShutdown {
  constructor(@Inject(PROGRAMS) { writer }: Pick<ThreadPrograms, 'writer'>) {
    super(writer, { folder: settings.folder, today: settings.today }, { megabytes: 4_096, onDeath: endOfWriter });
  }

  onApplicationShutdown(): Promise<void> {
    return this.end();
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

function readingThread(reader: URL, what: string): TaskWorker<Db> {
  const onDeath = (error: Error): void => logger.error(`The thread of ${what} has died: ${error.message}`);
  return new TaskWorker(reader, { folder: settings.folder }, { isBegunAnew: true, onDeath });
}

/** Reads for people: whatever is more than looking something up by its key. */
@Injectable()
export class Readers extends ReadingPool implements OnApplicationShutdown {
  constructor(@Inject(PROGRAMS) { reader }: Pick<ThreadPrograms, 'reader'>, { clock }: Reader) {
    const threads = Array.from({ length: READERS }, () => readingThread(reader, 'reports'));
    super(threads, clock, 400);
  }

  onApplicationShutdown(): Promise<void> {
    return this.end();
  }
}

/**
 * Reads what nobody waits for, or knows to take its time: exports, full readings of the books, copies of them. People's
 * own questions never wait behind it.
 */
@Injectable()
export class BatchReader extends ReadingPool implements OnApplicationShutdown {
  constructor(@Inject(PROGRAMS) { reader }: Pick<ThreadPrograms, 'reader'>, { clock }: Reader) {
    super([readingThread(reader, 'batches')], clock, 100);
  }

  onApplicationShutdown(): Promise<void> {
    return this.end();
  }
}

/** Reads files and compares them with the books, and writes workbooks: whatever takes seconds. */
@Injectable()
export class Importer extends TaskWorker<Db> implements OnApplicationShutdown {
  constructor(@Inject(PROGRAMS) { files }: Pick<ThreadPrograms, 'files'>) {
    super(
      files,
      { folder: settings.folder },
      { isBegunAnew: true, onDeath: (error) => logger.error(`The thread of files has died: ${error.message}`) },
    );
  }

  onApplicationShutdown(): Promise<void> {
    return this.end();
  }
}

/** Writer, readers and clock, for every area. */
@Global()
@Module({})
export class ThreadsModule {
  /** @param programs what each thread runs */
  static running(programs: ThreadPrograms): DynamicModule {
    const threads = [Writer, Readers, BatchReader, Importer, Reader];
    return {
      module: ThreadsModule,
      providers: [{ provide: PROGRAMS, useValue: programs }, ...threads],
      exports: threads,
    };
  }
}
