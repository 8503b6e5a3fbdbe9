import {
  type PostDueResponse,
  PostOccurrenceRequest,
  ProofsQuery,
  RecurringJournalRequest,
  type RecurringJournalResponse,
  SkipOccurrenceRequest,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import {
  changeRecurring,
  endRecurring,
  keepRecurring,
  postDue,
  postOccurrence,
  skipOccurrence,
} from './recurring-commands.js';
import { recurringJournals } from './recurring-readings.js';

/** Recurring journals and what is due. */
@Controller('api/organisations/:organisation/recurring-journals')
export class RecurringController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  /** All of them, with their dates in the fiscal year of a day. */
  @Get()
  list(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: ProofsQuery,
  ): Promise<RecurringJournalResponse[]> {
    return this.readers.report(recurringJournals, organisation, query);
  }

  @Post()
  keep(
    @CurrentOrganisation() organisation: Organisation,
    @Body() request: RecurringJournalRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(keepRecurring, { organisation: organisation.id, request });
  }

  @Post('post-due')
  @HttpCode(200)
  postDue(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
  ): Promise<PostDueResponse> {
    return this.writer.run(postDue, { organisation: organisation.id, person: person.id });
  }

  @Put(':id')
  change(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: RecurringJournalRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(changeRecurring, { organisation: organisation.id, id, request });
  }

  @Delete(':id')
  end(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(endRecurring, { organisation: organisation.id, id });
  }

  @Post(':id/post')
  post(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: PostOccurrenceRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(postOccurrence, { organisation: organisation.id, person: person.id, id, request });
  }

  @Post(':id/skip')
  @HttpCode(200)
  skip(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: SkipOccurrenceRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(skipOccurrence, { organisation: organisation.id, person: person.id, id, request });
  }
}
