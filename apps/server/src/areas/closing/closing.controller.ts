import {
  ClosingQuery,
  type ClosingRehearsalResponse,
  ClosingRequest,
  type ClosingResponse,
  type FiscalYearsResponse,
  ReasonRequest,
} from '@just-ledger/contract';
import { Body, Controller, Get, HttpCode, Param, Post, Query } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { lockPeriod, unlockPeriod } from '../periods/period-commands.js';
import { closeYear, reopenYear } from './closing-commands.js';
import { fiscalYears, rehearsal } from './closing-readings.js';

/** Years and months: locking, closing, reopening. */
@Controller('api/organisations/:organisation')
export class ClosingController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get('fiscal-years')
  years(@CurrentOrganisation() organisation: Organisation): Promise<FiscalYearsResponse> {
    return this.readers.report(fiscalYears, organisation, null);
  }

  @Post('periods/:period/lock')
  @HttpCode(204)
  lock(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('period') period: string,
  ): Promise<void> {
    return this.writer.run(lockPeriod, { organisation: organisation.id, person: person.id, period });
  }

  @Post('periods/:period/unlock')
  @HttpCode(204)
  unlock(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('period') period: string,
    @Body() { reason }: ReasonRequest,
  ): Promise<void> {
    return this.writer.run(unlockPeriod, { organisation: organisation.id, person: person.id, period, reason });
  }

  /** The closing entries as they would be. */
  @Get('fiscal-years/:year/closing')
  rehearsal(
    @CurrentOrganisation() organisation: Organisation,
    @Param('year') year: string,
    @Query() { form }: ClosingQuery,
  ): Promise<ClosingRehearsalResponse> {
    return this.readers.report(rehearsal, organisation, { year, form });
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
      request: form ? { form } : {},
    });
  }

  @Post('fiscal-years/:year/reopening')
  @HttpCode(200)
  reopen(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('year') year: string,
    @Body() { reason }: ReasonRequest,
  ): Promise<ClosingResponse> {
    return this.writer.run(reopenYear, { organisation: organisation.id, person: person.id, year, reason });
  }
}
