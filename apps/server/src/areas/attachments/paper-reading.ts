import { type BeforeApplicationShutdown, Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { messageOf } from '../../platform/problems/message-of.js';
import { settings } from '../../platform/settings.js';
import { PaperReader, Reader } from '../../platform/threads/threads.module.js';
import type { UnreadPaper } from './paper-words.js';
import { papersToRead, readPaper } from './read-paper.js';

/** Milliseconds that reading one paper may take; then its thread is ended. */
const LONGEST = 30_000;

/** Milliseconds between two looks: papers also come with archives, and by commands beside the server. */
const LOOK_EVERY = 60_000;

/** Has the papers read that came in, in a thread of their own: whatever is in them harms nobody else's work. */
@Injectable()
export class PaperReading implements OnApplicationBootstrap, BeforeApplicationShutdown {
  private readonly logger = new Logger('papers');
  private isBehind = false;
  private isAtWork = false;
  private hasEnded = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly thread: PaperReader,
    private readonly reader: Reader,
  ) {}

  onApplicationBootstrap(): void {
    // a start does not wait for one thread more
    setTimeout(() => this.catchUp(), settings.warmAfter * 1_000).unref();
    this.timer = setInterval(() => this.catchUp(), LOOK_EVERY).unref();
  }

  /** Before its thread ends: what that was reading is no failure then. */
  beforeApplicationShutdown(): void {
    this.hasEnded = true;
    clearInterval(this.timer);
  }

  /** A paper may have come in. */
  catchUp(): void {
    if (this.hasEnded) return;
    this.isBehind = this.reader.db.$client.prepare('SELECT 1 FROM attachment LIMIT 1').get() !== undefined;
    if (this.isBehind && !this.isAtWork) void this.work();
  }

  private async work(): Promise<void> {
    this.isAtWork = true;
    while (this.isBehind && !this.hasEnded) {
      this.isBehind = false;
      try {
        const papers = await this.thread.run(papersToRead, null);
        let failed = 0;
        for (const paper of papers) if (!this.hasEnded && !(await this.read(paper))) failed += 1;
        // what failed is tried again with the next look
        if (papers.length > failed) this.isBehind = true;
      } catch (error) {
        if (!this.hasEnded) this.logger.error(messageOf(error));
      }
    }
    this.isAtWork = false;
  }

  private async read(paper: UnreadPaper): Promise<boolean> {
    try {
      await this.thread.runWithin(LONGEST, readPaper, paper);
      return true;
    } catch (error) {
      if (!this.hasEnded) this.logger.warn(`The paper ${paper.sha256} could not be read: ${messageOf(error)}`);
      return false;
    }
  }
}
