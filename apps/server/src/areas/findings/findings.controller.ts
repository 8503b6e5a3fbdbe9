import { FindingsQuery, type FindingsResponse, FindingStateRequest } from '@just-ledger/contract';
import { Body, Controller, Get, HttpCode, Param, Put, Query } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { sayOfFinding } from './finding-events.js';
import { findingsOf } from './findings-report.js';
import { Reviews } from './reviews.js';

/** The second pair of eyes. */
@Controller('api/organisations/:organisation/findings')
export class FindingsController {
  constructor(
    private readonly reviews: Reviews,
    private readonly writer: Writer,
  ) {}

  @Get()
  findings(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: FindingsQuery,
  ): Promise<FindingsResponse> {
    return this.reviews.report(findingsOf, organisation, query);
  }

  @Put(':finding')
  @HttpCode(204)
  say(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('finding') finding: string,
    @Body() request: FindingStateRequest,
  ): Promise<void> {
    return this.writer.run(sayOfFinding, { organisation: organisation.id, person: person.id, finding, request });
  }
}
