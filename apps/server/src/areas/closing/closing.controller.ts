import {
  ClosingQuery,
  ClosingRequest,
  type ClosingResponse,
  LockQuery,
  type PeriodToDoResponse,
  ProfitSharingRequest,
  type ProfitSharingResponse,
  ReasonRequest,
  ReopeningQuery,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, Header, HttpCode, Param, Post, Put, Query } from '@nestjs/common';
import type { Readable } from 'node:stream';
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import { Reviews } from '../findings/reviews.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { beginClosing, endClosing, lockPeriod, unlockPeriod } from '../periods/period-commands.js';
import { agreeSharing } from '../periods/profit-sharing-commands.js';
import { sharingsOf } from '../periods/profit-sharings.js';
import { monthsToDo } from './months-to-do.js';
import { closeYear, reopenYear } from './closing-commands.js';
import { fiscalYears, rehearsal } from './closing-readings.js';

/** Years and months: locking, closing, reopening. */
@Controller('api/organisations/:organisation')
export class ClosingController {
  constructor(
    private readonly readers: Readers,
    private readonly reviews: Reviews,
    private readonly writer: Writer,
  ) {}

  @Get('fiscal-years')
  @Header('content-type', JSON_TEXT)
  years(@CurrentOrganisation() organisation: Organisation): Promise<Readable> {
    return this.readers.wholeReport(fiscalYears, organisation, null);
  }

  @Post('periods/:period/lock')
  @HttpCode(204)
  lock(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('period') period: string,
    @Query() { several }: LockQuery,
  ): Promise<void> {
    const month = { organisation: organisation.id, person: person.id, period };
    return this.writer.run(lockPeriod, { ...month, several: several === 'true' });
  }

  /** Says that a month is being closed. */
  @Put('periods/:period/closing')
  @HttpCode(204)
  beginClosing(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('period') period: string,
  ): Promise<void> {
    return this.writer.run(beginClosing, { organisation: organisation.id, person: person.id, period });
  }

  @Delete('periods/:period/closing')
  @HttpCode(204)
  endClosing(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('period') period: string,
  ): Promise<void> {
    return this.writer.run(endClosing, { organisation: organisation.id, person: person.id, period });
  }

  @Post('periods/:period/unlock')
  @HttpCode(204)
  unlock(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('period') period: string,
    @Query() { several }: LockQuery,
    @Body() { reason }: ReasonRequest,
  ): Promise<void> {
    const month = { organisation: organisation.id, person: person.id, period };
    return this.writer.run(unlockPeriod, { ...month, reason, several: several === 'true' });
  }

  /** What is left to be done in each month of a year. */
  @Get('fiscal-years/:year/to-do')
  toDo(
    @CurrentOrganisation() organisation: Organisation,
    @Param('year') year: string,
  ): Promise<PeriodToDoResponse[]> {
    return this.reviews.report(monthsToDo, organisation, { year });
  }

  /** The closing entries as they would be. */
  @Get('fiscal-years/:year/closing')
  @Header('content-type', JSON_TEXT)
  rehearsal(
    @CurrentOrganisation() organisation: Organisation,
    @Param('year') year: string,
    @Query() query: ClosingQuery,
  ): Promise<Readable> {
    return this.readers.wholeReport(rehearsal, organisation, { year, query });
  }

  @Post('fiscal-years/:year/closing')
  close(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('year') year: string,
    @Query() query: ClosingQuery,
    @Body() request?: ClosingRequest,
  ): Promise<ClosingResponse> {
    const form = request?.form ?? query.form;
    return this.writer.run(closeYear, {
      organisation: organisation.id,
      person: person.id,
      year,
      query: { ...(form && { form }), ...(query.until && { until: query.until }) },
      version: request?.version,
    });
  }

  @Post('fiscal-years/:year/reopening')
  @HttpCode(200)
  reopen(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('year') year: string,
    @Query() { until }: ReopeningQuery,
    @Body() { reason }: ReasonRequest,
  ): Promise<ClosingResponse> {
    return this.writer.run(reopenYear, { organisation: organisation.id, person: person.id, year, until, reason });
  }

  /** How partners share the result. */
  @Get('sharing')
  sharings(@CurrentOrganisation() organisation: Organisation): Promise<ProfitSharingResponse[]> {
    return this.readers.report(sharingsOf, organisation, null);
  }

  @Put('sharing')
  @HttpCode(204)
  agree(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: ProfitSharingRequest,
  ): Promise<void> {
    return this.writer.run(agreeSharing, { organisation: organisation.id, person: person.id, request });
  }
}
