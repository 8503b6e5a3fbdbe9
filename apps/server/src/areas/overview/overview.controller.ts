import type { BooksStatusResponse } from '@just-ledger/contract';
import type { CivilDate } from '@just-ledger/core';
import { Controller, Get, Logger } from '@nestjs/common';
import { Refusal } from '../../platform/problems/refusal.js';
import { CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Reader } from '../../platform/threads/threads.module.js';
import { organisationsOf } from '../organisations/organisation-store.js';
import { FullChecks } from '../proofs/full-checks.js';
import { booksStatus } from './books-status.js';

/** Where every organisation of a person stands in its job. */
@Controller('api/overview')
export class OverviewController {
  private readonly logger = new Logger('overview');

  constructor(
    private readonly reader: Reader,
    private readonly readers: Readers,
    private readonly checks: FullChecks,
  ) {}

  @Get()
  async overview(@CurrentPerson() person: Person): Promise<BooksStatusResponse[]> {
    const mine = organisationsOf(this.reader.db, person.id);
    return Promise.all(
      mine.map(({ id, timeZone }) =>
        this.statusOf(id, this.reader.clock.today(timeZone)).catch((error: unknown) => {
          // whoever asked has left, or too many ask: the books are none the worse for it
          if (error instanceof Refusal) throw error;
          this.logger.error(error);
          return { ...NOTHING_KNOWN, organisation: id, failure: 'These books cannot be read. Verify them.' };
        }),
      ),
    );
  }

  private async statusOf(organisation: number, today: CivilDate): Promise<BooksStatusResponse> {
    const status = await this.readers.run(booksStatus, { organisation, today });
    const read = (await this.checks.last(organisation))?.proofs ?? [];
    return {
      ...status,
      proofs: status.proofs + read.length,
      proofsFailing: status.proofsFailing + read.filter((proof) => !proof.holds).length,
    };
  }
}

/** What is told of books that cannot be read. */
const NOTHING_KNOWN: Omit<BooksStatusResponse, 'organisation'> = {
  entries: 0,
  lastDate: null,
  drafts: 0,
  due: 0,
  openMonths: 0,
  yearToClose: null,
  papersWanted: 0,
  takeOnDifference: null,
  proofs: 0,
  proofsFailing: 0,
};
