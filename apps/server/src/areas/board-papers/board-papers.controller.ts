import { Readable } from 'node:stream';
import {
  BoardPapersRequest,
  type BoardPapersResponse,
  BoardPapersVersionQuery,
  type IssuedPapersResponse,
  type KeptResponse,
  PrintedBoardPapersQuery,
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
import { PDF } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation, CurrentPerson, Needs } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { settings } from '../../platform/settings.js';
import { Importer, Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { keepAttachment } from '../attachments/attachment-commands.js';
import { receivePaper } from '../attachments/receive-paper.js';
import { changePapers, composePapers, dropPapers, issuePapers } from './board-papers-commands.js';
import { boardPapersToIssue, printedBoardPapers } from './board-papers-file.js';
import { everyBoardPapers, everyIssuedPapers } from './board-papers-readings.js';

/** Several kept reports as one document. */
@Controller('api/organisations/:organisation/board-papers')
export class BoardPapersController {
  constructor(
    private readonly readers: Readers,
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly importer: Importer,
  ) {}

  @Get()
  list(@CurrentOrganisation() organisation: Organisation): Promise<BoardPapersResponse[]> {
    return this.readers.run(everyBoardPapers, { organisation: organisation.id });
  }

  @Needs('preparer')
  @Post()
  compose(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: BoardPapersRequest,
  ): Promise<KeptResponse> {
    return this.writer.run(composePapers, { organisation: organisation.id, person: person.id, request });
  }

  @Needs('preparer')
  @Put(':id')
  change(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: BoardPapersRequest,
  ): Promise<KeptResponse> {
    return this.writer.run(changePapers, { organisation: organisation.id, person: person.id, id, request });
  }

  @Needs('preparer')
  @Delete(':id')
  @HttpCode(204)
  drop(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: BoardPapersVersionQuery,
  ): Promise<void> {
    return this.writer.run(dropPapers, { organisation: organisation.id, person: person.id, id, version });
  }

  @Get('issued')
  issued(@CurrentOrganisation() organisation: Organisation): Promise<IssuedPapersResponse[]> {
    return this.readers.run(everyIssuedPapers, { organisation: organisation.id });
  }

  /** Issues papers as they are drawn now: the file is kept by its hash, and never changes. */
  @Post(':id/issue')
  async issue(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() query: PrintedBoardPapersQuery,
  ): Promise<IssuedPapersResponse> {
    const by = { organisation: organisation.id, person: person.id };
    const today = this.reader.clock.today(organisation.timeZone);
    const asked = { organisation, query: { ...query, id }, today };
    const { name, bytes, entries, seal } = await this.importer.run(boardPapersToIssue, asked);
    const source = Readable.from([Buffer.from(bytes)]);
    const paper = await receivePaper(settings.folder, source, `${name.slice(0, 200)}, ${today}.pdf`);
    const { id: attachment } = await this.writer.run(keepAttachment, { ...by, paper });
    return this.writer.run(issuePapers, { ...by, issued: { name, attachment, entries, seal } });
  }

  @Get(':id/document.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="board-papers.pdf"')
  async printed(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Query() query: PrintedBoardPapersQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.importer.run(printedBoardPapers, { organisation, query: { ...query, id }, today }));
  }
}
