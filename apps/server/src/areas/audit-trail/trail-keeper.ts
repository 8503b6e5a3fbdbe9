import { type BeforeApplicationShutdown, Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { messageOf } from '../../platform/problems/message-of.js';
import { BatchReader } from '../../platform/threads/threads.module.js';
import { writeTrail } from './trail-files.js';

/** Milliseconds between two looks. */
const LOOK_EVERY = 2_000;

/** Keeps the plain files of the trail: after every start, a moment after what has happened, and before the end. */
@Injectable()
export class TrailKeeper implements OnApplicationBootstrap, BeforeApplicationShutdown {
  private readonly logger = new Logger('trail');
  private timer: NodeJS.Timeout | undefined;
  private looking: Promise<void> = Promise.resolve();

  constructor(private readonly batches: BatchReader) {}

  onApplicationBootstrap(): void {
    this.timer = setInterval(() => {
      this.looking = this.looking.then(() => this.look());
    }, LOOK_EVERY).unref();
  }

  async beforeApplicationShutdown(): Promise<void> {
    clearInterval(this.timer);
    await this.looking;
    await this.look();
  }

  private async look(): Promise<void> {
    try {
      await this.batches.run(writeTrail, null);
    } catch (error) {
      this.logger.error(`The plain trail could not be written: ${messageOf(error)}`);
    }
  }
}
