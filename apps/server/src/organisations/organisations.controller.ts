import { Body, Controller, Get, Patch, Post } from '@nestjs/common';
import { ChangeOrganisationRequest, CreateOrganisationRequest, type OrganisationAnswer } from '@just-ledger/contract';
import { CurrentOrganisation, CurrentPerson } from '../sessions/session-guard.js';
import type { Person } from '../sessions/session-store.js';
import { Reader, Writer } from '../workers/workers.module.js';
import { organisationAnswer, organisationsOf, roleOf, type Organisation } from './organisation-store.js';

/** Sets of books. */
@Controller('api/organisations')
export class OrganisationsController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(@CurrentPerson() person: Person): OrganisationAnswer[] {
    return organisationsOf(this.reader.db, person.id);
  }

  @Post()
  create(@CurrentPerson() person: Person, @Body() request: CreateOrganisationRequest): Promise<OrganisationAnswer> {
    return this.writer.run('createOrganisation', { person: person.id, request });
  }

  @Get(':organisation')
  one(@CurrentOrganisation() of: Organisation, @CurrentPerson() person: Person): OrganisationAnswer {
    return organisationAnswer(of, roleOf(this.reader.db, of.id, person.id) ?? 'reader');
  }

  @Patch(':organisation')
  change(
    @CurrentOrganisation() of: Organisation,
    @Body() request: ChangeOrganisationRequest,
  ): Promise<OrganisationAnswer> {
    return this.writer.run('changeOrganisation', { id: of.id, request });
  }
}
