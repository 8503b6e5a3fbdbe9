import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { backupsFolder } from '../../platform/database/ends-beside.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { settings } from '../../platform/settings.js';
import { BatchReader } from '../../platform/threads/threads.module.js';
import { verifyCopy } from './backup-readings.js';
import { backUp, type Backup, BackupNotVerifiedError, backupsIn, keepLatest, type Verify } from './backup.js';
import { isRehearsalDue, lastRehearsal, type Rehearsal, rehearseRestore } from './rehearsal.js';

/** So many daily backups are kept. */
const KEPT_BACKUPS = 14;

/** So many days after one restore was tried out the next is. */
const REHEARSED_EVERY = 7;
const DAY = 24 * 60 * 60 * 1000;
const LOOK_EVERY = 15 * 60 * 1000;

/** Backs the books up once a day without being asked, and tries out once a week whether they could be restored. */
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

  /** How the last restore went that was tried out. */
  get rehearsal(): Rehearsal | undefined {
    return lastRehearsal(backupsFolder(settings.folder));
  }

  onApplicationBootstrap(): void {
    this.lookAgainIn(settings.backupAfter * 1000);
  }

  onApplicationShutdown(): void {
    clearTimeout(this.timer);
  }

  /** Tries out each week whether the latest backup could be restored. */
  private async rehearse(into: string): Promise<void> {
    const [latest] = backupsIn(into);
    if (!latest || !isRehearsalDue(this.rehearsal, REHEARSED_EVERY)) return;
    const verify: Verify = (folder) => this.reader.run(verifyCopy, { folder });
    const { failure } = await rehearseRestore(latest, settings.folder, into, verify);
    if (failure) this.logger.error(`The backup ${latest.folder} could not be restored: ${failure}`);
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
      await this.rehearse(into);
      this.lookAgainIn(LOOK_EVERY);
    } catch (error) {
      this.failure = messageOf(error);
      this.logger.error(this.failure);
      // books that do not verify will not do so in a quarter of an hour either
      this.lookAgainIn(error instanceof BackupNotVerifiedError ? DAY : LOOK_EVERY);
    }
  }
}
