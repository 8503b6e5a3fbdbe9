import {
  CreateOrganisationRequest,
  type OrganisationResponse,
  StarterWishesRequest,
  type UnfinishedStartResponse,
  UnfinishedStartRequest,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Post, Put } from '@nestjs/common';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import { unfinishedStartOf } from '../organisations/organisation-store.js';
import {
  createOrganisation,
  dropUnfinishedStart,
  keepUnfinishedStart,
  startChartAnew,
} from './beginning-commands.js';

/** The start of a set of books, and one that is not finished. */
@Controller('api')
export class BeginningController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Post('organisations')
  create(@CurrentPerson() person: Person, @Body() request: CreateOrganisationRequest): Promise<OrganisationResponse> {
    return this.writer.run(createOrganisation, { person: person.id, request });
  }

  @Post('organisations/:organisation/accounts/starter')
  @HttpCode(204)
  startChartAnew(@Acting() by: Actor, @Body() request: StarterWishesRequest): Promise<void> {
    return this.writer.run(startChartAnew, { ...by, request });
  }

  @Get('unfinished-start')
  unfinishedStart(@CurrentPerson() person: Person): UnfinishedStartResponse {
    return unfinishedStartOf(this.reader.db, person.id);
  }

  @Put('unfinished-start')
  @HttpCode(204)
  keepUnfinishedStart(@CurrentPerson() person: Person, @Body() { answers }: UnfinishedStartRequest): Promise<void> {
    return this.writer.run(keepUnfinishedStart, { person: person.id, answers });
  }

  @Delete('unfinished-start')
  @HttpCode(204)
  dropUnfinishedStart(@CurrentPerson() person: Person): Promise<void> {
    return this.writer.run(dropUnfinishedStart, { person: person.id });
  }
}
