import {
  type AlikeEntriesResponse,
  DraftOccurrenceRequest,
  FactsOfDateRequest,
  LookedAt,
  LookedAtQuery,
  OccurrencesQuery,
  PauseRequest,
  PostDueQuery,
  type PostDueResponse,
  PostOccurrenceRequest,
  PrepaymentRequest,
  type PrepaymentResponse,
  ProofsQuery,
  type ProposedOccurrenceResponse,
  RecurringJournalRequest,
  type RecurringJournalResponse,
  type RecurringPreviewResponse,
  type RecurringStandingResponse,
  SkipOccurrenceRequest,
  type TimeLineResponse,
  ToldRequest,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { alikeReading } from './alike-readings.js';
import { draftOccurrence, noteTold, postDue, postOccurrence, skipOccurrence } from './occurrence-commands.js';
import { spreadOverTime } from './prepayment-commands.js';
import {
  approveRecurring,
  changeRecurring,
  endRecurring,
  keepRecurring,
  pauseRecurring,
  resumeRecurring,
} from './recurring-commands.js';
import { reckonedOccurrence, recurringJournal, recurringJournals, recurringPreview } from './recurring-readings.js';
import { recurringStanding, recurringTimeLine } from './time-line.js';

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
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Body() request: RecurringJournalRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(keepRecurring, { organisation, person, request });
  }

  /** What is late, and what the months from today’s on hold. */
  @Get('time-line')
  timeLine(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: OccurrencesQuery,
  ): Promise<TimeLineResponse> {
    return this.readers.report(recurringTimeLine, organisation, query);
  }

  /** How many dates are due, and how many the server settled by itself that nobody was told of. */
  @Get('standing')
  status(@CurrentOrganisation() organisation: Organisation): Promise<RecurringStandingResponse> {
    return this.readers.report(recurringStanding, organisation, {});
  }

  /** Entries that look as if they came from one schedule. */
  @Get('alike')
  alike(@CurrentOrganisation() organisation: Organisation): Promise<AlikeEntriesResponse[]> {
    return this.readers.report(alikeReading, organisation, {});
  }

  @Post('post-due')
  @HttpCode(200)
  postDue(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Query() query: PostDueQuery,
  ): Promise<PostDueResponse> {
    return this.writer.run(postDue, { organisation, person, query });
  }

  /** Moves a posted line out of the result, and keeps the schedule that brings it back over a span of time. */
  @Post('prepayments')
  spread(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Body() request: PrepaymentRequest,
  ): Promise<PrepaymentResponse> {
    return this.writer.run(spreadOverTime, { organisation, person, request });
  }

  /** Says that what the server did by itself has been read. */
  @Post('told')
  @HttpCode(204)
  async acknowledge(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @Body() request: ToldRequest,
  ): Promise<void> {
    await this.writer.run(noteTold, { organisation, request });
  }

  @Get(':id')
  one(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Query() query: ProofsQuery,
  ): Promise<RecurringJournalResponse> {
    return this.readers.report(recurringJournal, organisation, { ...query, id });
  }

  /** Every date up to a day, with what it posted or would post. */
  @Get(':id/preview')
  preview(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Query() query: OccurrencesQuery,
  ): Promise<RecurringPreviewResponse> {
    return this.readers.report(recurringPreview, organisation, { ...query, id });
  }

  @Put(':id')
  change(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: RecurringJournalRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(changeRecurring, { organisation, person, id, request });
  }

  @Delete(':id')
  end(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(endRecurring, { organisation, id, version });
  }

  /** Approves that what holds now is posted by itself. */
  @Post(':id/approve')
  @HttpCode(200)
  approve(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() { version }: LookedAt,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(approveRecurring, { organisation, person, id, version });
  }

  @Post(':id/pause')
  @HttpCode(200)
  pause(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: PauseRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(pauseRecurring, { organisation, id, request });
  }

  @Post(':id/resume')
  @HttpCode(200)
  resume(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Body() { version }: LookedAt,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(resumeRecurring, { organisation, id, version });
  }

  @Post(':id/post')
  post(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: PostOccurrenceRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(postOccurrence, { organisation, person, id, request });
  }

  /** What a date that is due would post, with what is known of it only; nothing is kept. */
  @Post(':id/reckon')
  @HttpCode(200)
  reckon(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: FactsOfDateRequest,
  ): Promise<ProposedOccurrenceResponse> {
    return this.readers.report(reckonedOccurrence, organisation, { ...request, id });
  }

  @Post(':id/draft')
  draft(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: DraftOccurrenceRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(draftOccurrence, { organisation, person, id, request });
  }

  @Post(':id/skip')
  @HttpCode(200)
  skip(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @CurrentPerson() { id: person }: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: SkipOccurrenceRequest,
  ): Promise<RecurringJournalResponse> {
    return this.writer.run(skipOccurrence, { organisation, person, id, request });
  }
}
