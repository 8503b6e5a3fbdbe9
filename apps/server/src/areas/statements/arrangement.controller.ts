import {
  ArrangedDaysQuery,
  type ArrangedStatementsResponse,
  ArrangementRequest,
  type ArrangementResponse,
} from '@just-ledger/contract';
import { Body, Controller, Get, Header, HttpCode, Post, Put, Query } from '@nestjs/common';
import type { Readable } from 'node:stream';
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { arrangeStatements } from './arrangement-commands.js';
import { arrangedStatements, arrangement } from './statement-readings.js';

/** How the statements are arranged. */
@Controller('api/organisations/:organisation/reports/arrangement')
export class ArrangementController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get()
  @Header('content-type', JSON_TEXT)
  arrangement(@CurrentOrganisation() organisation: Organisation): Promise<Readable> {
    return this.readers.wholeReport(arrangement, organisation, undefined);
  }

  @Put()
  async arrange(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: ArrangementRequest,
  ): Promise<ArrangementResponse> {
    await this.writer.run(arrangeStatements, { organisation: organisation.id, person: person.id, request });
    return this.readers.report(arrangement, organisation, undefined);
  }

  /** The statements as an arrangement would draw them. */
  @Post('statements')
  @HttpCode(200)
  statements(
    @CurrentOrganisation() organisation: Organisation,
    @Query() days: ArrangedDaysQuery,
    @Body() request: ArrangementRequest,
  ): Promise<ArrangedStatementsResponse> {
    return this.readers.report(arrangedStatements, organisation, { days, request });
  }
}
