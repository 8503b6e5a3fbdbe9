import { type BeforeApplicationShutdown, Injectable, Logger, type OnApplicationBootstrap } from '@nestjs/common';
import { organisation } from '../../platform/database/schema.js';
import { messageOf } from '../../platform/problems/message-of.js';
import { settings } from '../../platform/settings.js';
import type { Report } from '../../platform/threads/report.js';
import { Reader, Readers, Reviewer } from '../../platform/threads/threads.module.js';
import { booksVersion } from '../ledger/books-version.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { isLarge, reviewAhead } from './books-review.js';
import { isNotReviewed } from './not-reviewed.js';

/** Milliseconds between two looks whether there is something to review ahead. */
const LOOK_EVERY = 20_000;

/** So many spans of days are reviewed at most at each look. */
const MOST_AT_A_LOOK = 8;

/**
 * Reports that need the books looked over: what is kept of that is read where everything is read, the rest by the one
 * thread that reviews. It reviews large books by itself once nobody posts to them any more, so that hardly anybody waits.
 */
@Injectable()
export class Reviews implements OnApplicationBootstrap, BeforeApplicationShutdown {
  private readonly logger = new Logger('reviews');
  /** The versions of books at the last look, and at the last one that reviewed them. */
  private readonly seen = new Map<number, string>();
  private readonly reviewed = new Map<number, string>();
  private hasEnded = false;
  private timer: NodeJS.Timeout | undefined;

  constructor(
    private readonly readers: Readers,
    private readonly reviewer: Reviewer,
    private readonly reader: Reader,
  ) {}

  onApplicationBootstrap(): void {
    this.timer = setTimeout(() => void this.look(), settings.warmAfter * 1_000).unref();
  }

  beforeApplicationShutdown(): void {
    this.hasEnded = true;
    clearTimeout(this.timer);
  }

  /** Reads a report that tells of findings. */
  async report<Query, Result>(
    report: Report<Organisation, Query, Result>,
    books: Organisation,
    query: Query,
  ): Promise<Awaited<Result>> {
    try {
      return await this.readers.report(report, books, query);
    } catch (error) {
      if (!isNotReviewed(error)) throw error;
      return this.reviewer.report(report, books, query);
    }
  }

  private async look(): Promise<void> {
    const { db } = this.reader;
    for (const { id } of db.select({ id: organisation.id }).from(organisation).all()) {
      try {
        if (isLarge(db, id)) await this.lookAt(organisationOf(db, id));
      } catch (error) {
        if (!this.hasEnded) this.logger.error(messageOf(error));
      }
      if (this.hasEnded) return;
    }
    this.timer = setTimeout(() => void this.look(), LOOK_EVERY).unref();
  }

  private async lookAt(books: Organisation): Promise<void> {
    const { id, timeZone } = books;
    const version = `${booksVersion(this.reader.db, id)} ${this.reader.clock.today(timeZone)}`;
    const before = this.seen.get(id) ?? version;
    this.seen.set(id, version);
    // while entries are posted, what is found would be another a moment later
    if (before !== version || this.reviewed.get(id) === version) return;
    // one that fails is not tried again at each look
    this.reviewed.set(id, version);
    for (let reviewed = 0; reviewed < MOST_AT_A_LOOK && !this.hasEnded; reviewed += 1) {
      if (!(await this.reviewer.report(reviewAhead, books, {}))) break;
    }
  }
}
