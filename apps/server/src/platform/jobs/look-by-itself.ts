import { Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { messageOf } from '../problems/message-of.js';

/** Milliseconds between two looks: a day may begin, or a month be unlocked, at any time. */
const LOOK_EVERY = 60_000;

/** Something that the server does by itself when its time has come: after every start, and from then on. */
export abstract class LooksByItself implements OnApplicationBootstrap, OnApplicationShutdown {
  protected readonly logger: Logger;
  private timer: NodeJS.Timeout | undefined;
  private isLooking = false;

  protected constructor(name: string) {
    this.logger = new Logger(name);
  }

  /** Before the first request is answered: nobody sees books in which what is past is missing. */
  async onApplicationBootstrap(): Promise<void> {
    await this.look();
    this.timer = setInterval(() => void this.look(), LOOK_EVERY).unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  /** Does what there is to do. @returns what failed for a reason that nobody reckoned with, in words */
  protected abstract doDue(): Promise<readonly string[]>;

  private async look(): Promise<void> {
    // what takes longer than the time between two looks is not begun beside itself
    if (this.isLooking) return;
    this.isLooking = true;
    try {
      for (const failure of await this.doDue()) this.logger.error(failure);
    } catch (error) {
      this.logger.error(messageOf(error));
    } finally {
      this.isLooking = false;
    }
  }
}
