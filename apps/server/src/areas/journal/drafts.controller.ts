import {
  DraftNoteRequest,
  DraftRequest,
  type DraftResponse,
  DraftSetRequest,
  DraftsQuery,
  type EntryResponse,
  type EntrySetResponse,
  LookedAt,
  LookedAtQuery,
  PostDraftRequest,
  PostDraftsRequest,
  SendBackRequest,
} from '@just-ledger/contract';
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
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import {
  bringBackDraft,
  changeDraft,
  dropDraft,
  keepDraft,
  keepDrafts,
  noteOnDraft,
  postDraft,
  postDrafts,
  sendBackDraft,
} from './draft-commands.js';
import { draftById, drafts } from './draft-readings.js';

/** Entries not yet posted. */
@Controller('api/organisations/:organisation/drafts')
export class DraftsController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get()
  list(@CurrentOrganisation() organisation: Organisation, @Query() query: DraftsQuery): Promise<DraftResponse[]> {
    return this.readers.report(drafts, organisation, query);
  }

  @Post()
  keep(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: DraftRequest,
  ): Promise<DraftResponse> {
    return this.writer.run(keepDraft, { organisation: organisation.id, person: person.id, request });
  }

  /** Several at once, all of them or none. */
  @Post('set')
  keepSet(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: DraftSetRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<readonly DraftResponse[]> {
    return this.writer.run(keepDrafts, { organisation: organisation.id, person: person.id, key, request });
  }

  /** Several as they were kept, all of them or none. */
  @Post('post')
  postSet(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: PostDraftsRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntrySetResponse> {
    return this.writer.run(postDrafts, { organisation: organisation.id, person: person.id, key, request });
  }

  @Get(':id')
  one(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
  ): Promise<DraftResponse> {
    return this.readers.report(draftById, organisation, id);
  }

  @Put(':id')
  change(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: DraftRequest,
  ): Promise<DraftResponse> {
    return this.writer.run(changeDraft, { organisation: organisation.id, person: person.id, id, request });
  }

  @Delete(':id')
  @HttpCode(204)
  drop(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(dropDraft, { organisation: organisation.id, person: person.id, id, version });
  }

  /** Back to who prepared it. */
  @Post(':id/send-back')
  @HttpCode(200)
  sendBack(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: SendBackRequest,
  ): Promise<DraftResponse> {
    return this.writer.run(sendBackDraft, { organisation: organisation.id, person: person.id, id, request });
  }

  @Post(':id/notes')
  note(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: DraftNoteRequest,
  ): Promise<DraftResponse> {
    return this.writer.run(noteOnDraft, { organisation: organisation.id, person: person.id, id, request });
  }

  @Post(':id/bring-back')
  @HttpCode(200)
  bringBack(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() { version }: LookedAt,
  ): Promise<DraftResponse> {
    return this.writer.run(bringBackDraft, { organisation: organisation.id, person: person.id, id, version });
  }

  @Post(':id/post')
  post(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: PostDraftRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntryResponse> {
    return this.writer.run(postDraft, { organisation: organisation.id, person: person.id, id, key, request });
  }
}
