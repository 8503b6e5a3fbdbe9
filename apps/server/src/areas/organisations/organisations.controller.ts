import {
  ChangeOrganisationRequest,
  HolidaysRequest,
  type HolidaysResponse,
  type OrganisationResponse,
} from '@just-ledger/contract';
import { Body, Controller, Get, Patch, Put } from '@nestjs/common';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import { holidaysResponse, keepHolidays } from './holiday-store.js';
import { changeOrganisation } from './organisation-commands.js';
import { type Organisation, organisationResponse, organisationsOf, roleOf } from './organisation-store.js';

/** Sets of books, and the start of one that is not finished. */
@Controller('api')
export class OrganisationsController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Get('organisations')
  list(@CurrentPerson() person: Person): OrganisationResponse[] {
    return organisationsOf(this.reader.db, person.id);
  }

  @Get('organisations/:organisation')
  one(@CurrentOrganisation() books: Organisation, @CurrentPerson() person: Person): OrganisationResponse {
    return organisationResponse(books, roleOf(this.reader.db, books.id, person.id) ?? 'reader');
  }

  @Patch('organisations/:organisation')
  async change(
    @CurrentOrganisation() books: Organisation,
    @CurrentPerson() person: Person,
    @Acting() by: Actor,
    @Body() request: ChangeOrganisationRequest,
  ): Promise<OrganisationResponse> {
    const answer = await this.writer.run(changeOrganisation, { ...by, request });
    return { ...answer, role: roleOf(this.reader.db, books.id, person.id) ?? 'reader' };
  }

  /** The days on which no business is done, besides Saturdays and Sundays. */
  @Get('organisations/:organisation/holidays')
  holidays(@CurrentOrganisation() { id: organisation }: Organisation): HolidaysResponse {
    return holidaysResponse(this.reader.db, organisation);
  }

  @Put('organisations/:organisation/holidays')
  keepHolidays(
    @CurrentOrganisation() { id: organisation }: Organisation,
    @Body() request: HolidaysRequest,
  ): Promise<HolidaysResponse> {
    return this.writer.run(keepHolidays, { organisation, request });
  }
}
