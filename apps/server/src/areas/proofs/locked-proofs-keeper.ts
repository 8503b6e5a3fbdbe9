import { Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { Cron, CronExpression } from '@nestjs/schedule';
import { messageOf } from '../../platform/problems/message-of.js';
import { BatchReader, Reader, Writer } from '../../platform/threads/threads.module.js';
import { keepLockedProofs } from './keep-locked-proofs.js';
import { hasUnproved, provedMonths } from './locked-proofs.js';

/** Keeps the proofs of months that were locked: within a minute, and after a start; nobody waits for it. */
@Injectable()
export class LockedProofsKeeper implements OnApplicationBootstrap {
  private readonly logger = new Logger('locked proofs');
  private isUnderWay = false;

  constructor(
    private readonly reader: Reader,
    private readonly batchReader: BatchReader,
    private readonly writer: Writer,
  ) {}

  onApplicationBootstrap(): void {
    void this.look();
  }

  @Cron(CronExpression.EVERY_MINUTE)
  protected async look(): Promise<void> {
    if (this.isUnderWay) return;
    this.isUnderWay = true;
    try {
      while (hasUnproved(this.reader.db)) {
        const months = await this.batchReader.run(provedMonths, {});
        if (months.length === 0) break;
        await this.writer.run(keepLockedProofs, { months });
      }
    } catch (error) {
      this.logger.error(messageOf(error));
    } finally {
      this.isUnderWay = false;
    }
  }
}
