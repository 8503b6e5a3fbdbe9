import { Injectable, Logger, type OnApplicationBootstrap, type OnApplicationShutdown } from '@nestjs/common';
import { messageOf } from '../../platform/problems/message-of.js';
import { Writer } from '../../platform/threads/threads.module.js';
import { postPlannedReversals } from './reversal-commands.js';

/** Milliseconds between two looks: a day may begin, or a month be unlocked, at any time. */
const LOOK_EVERY = 60_000;

/** Posts the reversals whose day has come: after every start, and from then on by itself. */
@Injectable()
export class PlannedReversals implements OnApplicationBootstrap, OnApplicationShutdown {
  private readonly logger = new Logger('reversals');
  private timer: NodeJS.Timeout | undefined;

  constructor(private readonly writer: Writer) {}

  /** Before the first request is answered: nobody sees books in which a reversal of a day that is past is missing. */
  async onApplicationBootstrap(): Promise<void> {
    await this.look();
    this.timer = setInterval(() => void this.look(), LOOK_EVERY).unref();
  }

  onApplicationShutdown(): void {
    clearInterval(this.timer);
  }

  private async look(): Promise<void> {
    try {
      for (const { organisation, entry, error } of await this.writer.run(postPlannedReversals, {})) {
        this.logger.error(`The entry at place ${entry} of organisation ${organisation} was not reversed: ${error}`);
      }
    } catch (error) {
      this.logger.error(messageOf(error));
    }
  }
}
