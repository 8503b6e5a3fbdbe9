import {
  type KeptNoteResponse,
  LookedAtQuery,
  NoteRequest,
  NotesQuery,
  TakeNotesRequest,
} from '@just-ledger/contract';
import {
  Body,
  Controller,
  Delete,
  Get,
  Header,
  HttpCode,
  Param,
  ParseIntPipe,
  Post,
  Put,
  Query,
} from '@nestjs/common';
import type { Readable } from 'node:stream';
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { changeNote, dropNote, takeNotesOver, writeNote } from './note-commands.js';
import { notes } from './statement-readings.js';

/** Notes to the statements. */
@Controller('api/organisations/:organisation/reports/notes')
export class NotesController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
  ) {}

  @Get()
  @Header('content-type', JSON_TEXT)
  notes(@CurrentOrganisation() organisation: Organisation, @Query() query: NotesQuery): Promise<Readable> {
    return this.readers.wholeReport(notes, organisation, query);
  }

  @Post()
  write(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: NoteRequest,
  ): Promise<KeptNoteResponse> {
    return this.writer.run(writeNote, { organisation: organisation.id, person: person.id, request });
  }

  @Post('taken-over')
  @HttpCode(204)
  takeOver(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() { of }: TakeNotesRequest,
  ): Promise<void> {
    return this.writer.run(takeNotesOver, { organisation: organisation.id, person: person.id, of });
  }

  @Put(':id')
  change(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: NoteRequest,
  ): Promise<KeptNoteResponse> {
    return this.writer.run(changeNote, { organisation: organisation.id, person: person.id, id, request });
  }

  @Delete(':id')
  @HttpCode(204)
  drop(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(dropNote, { organisation: organisation.id, person: person.id, id, version });
  }
}
