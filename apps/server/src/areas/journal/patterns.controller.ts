import { LookedAtQuery, PatternRequest, type PatternResponse } from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { changePattern, dropPattern, keepPattern } from './pattern-commands.js';
import { patterns } from './pattern-readings.js';

/** Entries kept under a name. */
@Controller('api/organisations/:organisation/patterns')
export class PatternsController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(@CurrentOrganisation() organisation: Organisation): Promise<PatternResponse[]> {
    return this.readers.run(patterns, { organisation: organisation.id });
  }

  @Post()
  keep(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: PatternRequest,
  ): Promise<PatternResponse> {
    return this.writer.run(keepPattern, { organisation: organisation.id, person: person.id, request });
  }

  @Put(':id')
  change(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: PatternRequest,
  ): Promise<PatternResponse> {
    return this.writer.run(changePattern, { organisation: organisation.id, id, request });
  }

  @Delete(':id')
  @HttpCode(204)
  drop(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(dropPattern, { organisation: organisation.id, id, version });
  }
}
