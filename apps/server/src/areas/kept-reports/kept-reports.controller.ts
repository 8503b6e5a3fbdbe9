import { KeptReportRequest, type KeptReportResponse, type KeptResponse, LookedAtQuery } from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { changeKeptReport, dropKeptReport, keepReport } from './kept-report-commands.js';
import { keptReports } from './kept-reports-report.js';

/** Reports with their settings under a name. Whoever reads may keep some for themselves. */
@Controller('api/organisations/:organisation/kept-reports')
export class KeptReportsController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
  ): Promise<KeptReportResponse[]> {
    return this.readers.report(keptReports, organisation, { person: person.id });
  }

  @Post()
  keep(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: KeptReportRequest,
  ): Promise<KeptResponse> {
    return this.writer.run(keepReport, { organisation: organisation.id, person: person.id, request });
  }

  @Put(':id')
  change(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: KeptReportRequest,
  ): Promise<KeptResponse> {
    return this.writer.run(changeKeptReport, { organisation: organisation.id, person: person.id, id, request });
  }

  @Delete(':id')
  @HttpCode(204)
  drop(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(dropKeptReport, { organisation: organisation.id, person: person.id, id, version });
  }
}
