import {
  Body,
  Controller,
  Delete,
  Get,
  Headers,
  HttpCode,
  Param,
  ParseIntPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import {
  DraftRequest,
  DraftVersionQuery,
  PostDraftRequest,
  type DraftAnswer,
  type EntryAnswer,
} from '@just-ledger/contract';
import type { Organisation } from '../organisations/organisation-store.js';
import { CurrentOrganisation, CurrentPerson, Needs } from '../sessions/session-guard.js';
import type { Person } from '../sessions/session-store.js';
import { Reader, Writer } from '../workers/workers.module.js';
import { draftAnswer, draftOf, draftsOf } from './draft-store.js';

/** Entries not yet posted. */
@Controller('api/organisations/:organisation/drafts')
export class DraftsController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(@CurrentOrganisation() of: Organisation): DraftAnswer[] {
    return draftsOf(this.reader.db, of.id);
  }

  @Needs('preparer')
  @Post()
  keep(
    @CurrentOrganisation() of: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: DraftRequest,
  ): Promise<DraftAnswer> {
    return this.writer.run('keepDraft', { organisation: of.id, person: person.id, request });
  }

  @Get(':id')
  one(@CurrentOrganisation() of: Organisation, @Param('id', ParseIntPipe) id: number): DraftAnswer {
    return draftAnswer(this.reader.db, draftOf(this.reader.db, of.id, id));
  }

  @Needs('preparer')
  @Put(':id')
  change(
    @CurrentOrganisation() of: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: DraftRequest,
  ): Promise<DraftAnswer> {
    return this.writer.run('changeDraft', { organisation: of.id, id, request });
  }

  @Needs('preparer')
  @Delete(':id')
  @HttpCode(204)
  drop(
    @CurrentOrganisation() of: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: DraftVersionQuery,
  ): Promise<void> {
    return this.writer.run('dropDraft', { organisation: of.id, person: person.id, id, version });
  }

  @Post(':id/post')
  post(
    @CurrentOrganisation() of: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request?: PostDraftRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntryAnswer> {
    return this.writer.run('postDraft', { organisation: of.id, person: person.id, id, key, request });
  }
}
