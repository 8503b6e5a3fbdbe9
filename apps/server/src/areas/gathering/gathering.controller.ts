import { PaperRequest, type PaperResponse } from '@just-ledger/contract';
import { Body, Controller, Get, Param, Put } from '@nestjs/common';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { keepPaper } from './paper-commands.js';
import { papersOf } from './paper-store.js';

/** The papers to gather before the books begin. */
@Controller('api/organisations/:organisation/papers')
export class GatheringController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(@CurrentOrganisation() organisation: Organisation): PaperResponse[] {
    return papersOf(this.reader.db, organisation);
  }

  @Put(':paper')
  async keep(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('paper') paper: string,
    @Body() request: PaperRequest,
  ): Promise<PaperResponse[]> {
    await this.writer.run(keepPaper, { ...by, paper, request });
    return this.list(organisation);
  }
}
