import {
  type PostDueResponse,
  PostOccurrenceRequest,
  ProofsQuery,
  type RecurringJournalResponse,
  RecurringJournalRequest,
  SkipOccurrenceRequest,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import {
  changeRecurring,
  endRecurring,
  keepRecurring,
  postDue,
  postOccurrence,
  skipOccurrence,
} from './recurring-commands.js';
import { recurringResponse, recurringRows } from './recurring-store.js';

/** Recurring journals and what is due. */
@Controller('api/organisations/:organisation/recurring-journals')
export class RecurringController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  /** All of them, with their dates in the fiscal year of a day. */
  @Get()
  list(@CurrentOrganisation() of: Organisation, @Query() query: ProofsQuery): RecurringJournalResponse[] {
    const today = this.reader.clock.today();
    const shown = reportDate(query.asAt, 'asAt', of, today, today);
    return this.reader.read((db) =>
      recurringRows(db, of.id).map((row) => recurringResponse(db, of, row, today, shown)),
    );
  }

  @Post()
  keep(
    @CurrentOrganisation() of: Organisation,
    @Body() request: RecurringJournalRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(keepRecurring, { organisation: of.id, request });
  }

  @Post('post-due')
  @HttpCode(200)
  postDue(@CurrentOrganisation() of: Organisation, @CurrentPerson() person: Person): Promise<PostDueResponse> {
    return this.writer.run(postDue, { organisation: of.id, person: person.id });
  }

  @Put(':id')
  change(
    @CurrentOrganisation() of: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: RecurringJournalRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(changeRecurring, { organisation: of.id, id, request });
  }

  @Delete(':id')
  end(
    @CurrentOrganisation() of: Organisation,
    @Param('id', ParseIntPipe) id: number,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(endRecurring, { organisation: of.id, id });
  }

  @Post(':id/post')
  post(
    @CurrentOrganisation() of: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: PostOccurrenceRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(postOccurrence, { organisation: of.id, person: person.id, id, request });
  }

  @Post(':id/skip')
  @HttpCode(200)
  skip(
    @CurrentOrganisation() of: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: SkipOccurrenceRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(skipOccurrence, { organisation: of.id, person: person.id, id, request });
  }
}
