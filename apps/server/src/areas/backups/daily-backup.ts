import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { backupsFolder } from '../../platform/database/ends-beside.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { settings } from '../../platform/settings.js';
import { BatchReader } from '../../platform/threads/threads.module.js';
import { verifyCopy } from './backup-readings.js';
import { backUp, type Backup, BackupNotVerifiedError, backupsIn, keepLatest } from './backup.js';

/** So many daily backups are kept. */
const KEPT_BACKUPS = 14;
const DAY = 24 * 60 * 60 * 1000;
const LOOK_EVERY = 15 * 60 * 1000;

/** Backs the books up once a day without being asked. */
@Injectable()
export class DailyBackup implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger('backups');
  private timer: NodeJS.Timeout | undefined;
  private failure: string | undefined;

  constructor(private readonly reader: BatchReader) {}

  /** The backups that there are, the latest first. */
  get backups(): Backup[] {
    return backupsIn(backupsFolder(settings.folder));
  }

  /** Why the last one was not made; undefined if it was. */
  get lastFailure(): string | undefined {
    return this.failure;
  }

  onApplicationBootstrap(): void {
    this.lookAgainIn(settings.backupAfter * 1000);
  }

  onApplicationShutdown(): void {
    clearTimeout(this.timer);
  }

  private lookAgainIn(milliseconds: number): void {
    this.timer = setTimeout(() => void this.look(), milliseconds);
    this.timer.unref();
  }

  private async look(): Promise<void> {
    const into = backupsFolder(settings.folder);
    const [last] = backupsIn(into);
    try {
      if (!last || Date.now() - Date.parse(last.at) >= DAY) {
        keepLatest(into, KEPT_BACKUPS);
        const { lacking } = await backUp(settings.folder, into, (folder) => this.reader.run(verifyCopy, { folder }));
        keepLatest(into, KEPT_BACKUPS);
        this.failure =
          lacking.length === 0 ? undefined : `The books were backed up as they are. ${lacking.join(' ')}`;
        if (this.failure) this.logger.error(this.failure);
      }
      this.lookAgainIn(LOOK_EVERY);
    } catch (error) {
      this.failure = messageOf(error);
      this.logger.error(this.failure);
      // books that do not verify will not do so in a quarter of an hour either
      this.lookAgainIn(error instanceof BackupNotVerifiedError ? DAY : LOOK_EVERY);
    }
  }
}
