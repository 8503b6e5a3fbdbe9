import { Body, Controller, Delete, Get, HttpCode, Patch, Post, Put } from '@nestjs/common';
import {
  ChangeOrganisationRequest,
  CreateOrganisationRequest,
  StarterWishesRequest,
  UnfinishedStartRequest,
  type OrganisationAnswer,
  type UnfinishedStartAnswer,
} from '@just-ledger/contract';
import type { OfPerson } from '../audit-trail/record-change.js';
import { Acting, CurrentOrganisation, CurrentPerson, Needs } from '../sessions/session-guard.js';
import type { Person } from '../sessions/session-store.js';
import { Reader, Writer } from '../workers/workers.module.js';
import {
  organisationAnswer,
  organisationsOf,
  roleOf,
  unfinishedStartOf,
  type Organisation,
} from './organisation-store.js';

/** Sets of books, and the start of one that is not finished. */
@Controller('api')
export class OrganisationsController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Get('organisations')
  list(@CurrentPerson() person: Person): OrganisationAnswer[] {
    return organisationsOf(this.reader.db, person.id);
  }

  @Post('organisations')
  create(@CurrentPerson() person: Person, @Body() request: CreateOrganisationRequest): Promise<OrganisationAnswer> {
    return this.writer.run('createOrganisation', { person: person.id, request });
  }

  @Get('organisations/:organisation')
  one(@CurrentOrganisation() of: Organisation, @CurrentPerson() person: Person): OrganisationAnswer {
    return organisationAnswer(of, roleOf(this.reader.db, of.id, person.id) ?? 'reader');
  }

  @Needs('owner')
  @Patch('organisations/:organisation')
  async change(
    @CurrentOrganisation() of: Organisation,
    @CurrentPerson() person: Person,
    @Acting() by: OfPerson,
    @Body() request: ChangeOrganisationRequest,
  ): Promise<OrganisationAnswer> {
    const answer = await this.writer.run('changeOrganisation', { ...by, request });
    return { ...answer, role: roleOf(this.reader.db, of.id, person.id) ?? 'reader' };
  }

  @Needs('owner')
  @Post('organisations/:organisation/accounts/starter')
  @HttpCode(204)
  startChartAnew(@Acting() by: OfPerson, @Body() request: StarterWishesRequest): Promise<void> {
    return this.writer.run('startChartAnew', { ...by, request });
  }

  @Get('unfinished-start')
  unfinishedStart(@CurrentPerson() person: Person): UnfinishedStartAnswer {
    return unfinishedStartOf(this.reader.db, person.id);
  }

  @Put('unfinished-start')
  @HttpCode(204)
  keepUnfinishedStart(@CurrentPerson() person: Person, @Body() { answers }: UnfinishedStartRequest): Promise<void> {
    return this.writer.run('keepUnfinishedStart', { person: person.id, answers });
  }

  @Delete('unfinished-start')
  @HttpCode(204)
  dropUnfinishedStart(@CurrentPerson() person: Person): Promise<void> {
    return this.writer.run('dropUnfinishedStart', { person: person.id });
  }
}
