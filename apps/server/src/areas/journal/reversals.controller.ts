import {
  type EntryResponse,
  GiveUpReversalRequest,
  type PlannedReversalResponse,
  PlanReversalRequest,
  ReverseRequest,
} from '@just-ledger/contract';
import { Body, Controller, Get, Headers, Param, Post, Put } from '@nestjs/common';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { giveUpReversal, planReversal, reverseEntry } from './reversal-commands.js';
import { plannedReversals } from './reversal-readings.js';

/** Reversing entries: now, or by themselves on a day to come. */
@Controller('api/organisations/:organisation')
export class ReversalsController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Post('entries/:number/reverse')
  reverse(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('number') number: string,
    @Body() request: ReverseRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntryResponse> {
    return this.writer.run(reverseEntry, { organisation: organisation.id, person: person.id, key, number, request });
  }

  /** Says on which day an entry is reversed by itself. */
  @Put('entries/:number/planned-reversal')
  plan(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('number') number: string,
    @Body() request: PlanReversalRequest,
  ): Promise<EntryResponse> {
    return this.writer.run(planReversal, { organisation: organisation.id, person: person.id, number, request });
  }

  /** Gives up that it is. */
  @Post('entries/:number/planned-reversal/give-up')
  giveUp(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('number') number: string,
    @Body() request: GiveUpReversalRequest,
  ): Promise<EntryResponse> {
    return this.writer.run(giveUpReversal, { organisation: organisation.id, person: person.id, number, request });
  }

  /** The entries that are to be reversed by themselves and are not yet, the earliest day first. */
  @Get('planned-reversals')
  planned(@CurrentOrganisation() organisation: Organisation): Promise<PlannedReversalResponse[]> {
    return this.readers.report(plannedReversals, organisation, {});
  }
}
