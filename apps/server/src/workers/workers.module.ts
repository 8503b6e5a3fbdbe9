import { Global, Injectable, Logger, Module, type OnApplicationShutdown } from '@nestjs/common';
import { openForReading, type Db } from '../database/connection.js';
import { clockFor, type Clock } from '../database/clock.js';
import { settings } from '../settings.js';
import type { Commands } from './commands.js';
import type { FileTasks } from './file-tasks.js';
import type { Readings } from './readings.js';
import { TaskWorker } from './task-worker.js';

const logger = new Logger('threads');

/** Without its writer the server can change nothing: it ends, so that whoever keeps it running begins it anew. */
function endOfWriter(error: Error): void {
  logger.error(`The writing thread has died: ${error.message}. The server ends; nothing was left half done.`);
  process.exit(70);
}

/** The one writer: every change goes through its queue. */
@Injectable()
export class Writer extends TaskWorker<Commands> implements OnApplicationShutdown {
  constructor() {
    super(
      new URL('./writer.worker.js', import.meta.url),
      { folder: settings.folder, today: settings.today },
      { megabytes: 4_096, onDeath: endOfWriter },
    );
  }

  onApplicationShutdown(): Promise<void> {
    return this.end();
  }
}

/** Reads that take more than a few milliseconds. */
@Injectable()
export class HeavyReader extends TaskWorker<Readings> implements OnApplicationShutdown {
  constructor() {
    super(
      new URL('./reader.worker.js', import.meta.url),
      { folder: settings.folder },
      { isBegunAnew: true, onDeath: (error) => logger.error(`The reading thread has died: ${error.message}`) },
    );
  }

  onApplicationShutdown(): Promise<void> {
    return this.end();
  }
}

/** Reads files and compares them with the books, and writes workbooks: whatever takes seconds. */
@Injectable()
export class Importer extends TaskWorker<FileTasks> implements OnApplicationShutdown {
  constructor() {
    super(
      new URL('./import.worker.js', import.meta.url),
      { folder: settings.folder },
      { isBegunAnew: true, onDeath: (error) => logger.error(`The thread of files has died: ${error.message}`) },
    );
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

/** Writer, readers and clock, for every area. */
@Global()
@Module({ providers: [Writer, HeavyReader, Importer, Reader], exports: [Writer, HeavyReader, Importer, Reader] })
export class WorkersModule {}
