import type { Readable } from 'node:stream';
import {
  BoardPapersRequest,
  type BoardPapersResponse,
  type IssuedPapersResponse,
  IssuePapersRequest,
  type KeptResponse,
  LookedAtQuery,
  PapersSendingRequest,
  PrintedQuery,
  SendPapersRequest,
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
import { Acting, type Actor, CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Printer, Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { changePapers, composePapers, dropPapers } from './board-papers-commands.js';
import { printedBoardPapers } from './board-papers-file.js';
import { everyBoardPapers, everyIssuedPapers } from './board-papers-readings.js';
import { PapersIssuer } from './papers-issuer.js';
import { setPapersSending } from './papers-sending-commands.js';
import { askedMessage, sendPapers } from './send-papers.js';

/** Several kept reports as one document. */
@Controller('api/organisations/:organisation/board-papers')
export class BoardPapersController {
  constructor(
    private readonly readers: Readers,
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly printer: Printer,
    private readonly issuer: PapersIssuer,
  ) {}

  @Get()
  list(@CurrentOrganisation() organisation: Organisation): Promise<BoardPapersResponse[]> {
    return this.readers.run(everyBoardPapers, { organisation: organisation.id });
  }

  @Post()
  compose(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: BoardPapersRequest,
  ): Promise<KeptResponse> {
    return this.writer.run(composePapers, { organisation: organisation.id, person: person.id, request });
  }

  @Put(':id')
  change(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: BoardPapersRequest,
  ): Promise<KeptResponse> {
    return this.writer.run(changePapers, { organisation: organisation.id, person: person.id, id, request });
  }

  @Delete(':id')
  @HttpCode(204)
  drop(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(dropPapers, { organisation: organisation.id, person: person.id, id, version });
  }

  @Get('issued')
  issued(@CurrentOrganisation() organisation: Organisation): Promise<IssuedPapersResponse[]> {
    return this.readers.run(everyIssuedPapers, { organisation: organisation.id });
  }

  /** Says where papers go when they are issued, and whether they are issued by themselves. */
  @Put(':id/sending')
  setSending(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: PapersSendingRequest,
  ): Promise<KeptResponse> {
    return this.writer.run(setPapersSending, { ...by, id, request });
  }

  /** Issues papers as they are drawn now: the file is kept by its hash, and never changes. */
  @Post(':id/issue')
  async issue(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Query() query: PrintedQuery,
    @Body() { recipients = [], words = '', version }: IssuePapersRequest,
  ): Promise<IssuedPapersResponse> {
    const message = recipients.length > 0 ? askedMessage({ recipients, words }) : undefined;
    const issued = await this.issuer.issue(organisation, { papers: id, version, person: person.id, message, query });
    if (!issued) throw new Error('papers were issued, and are not there');
    return issued;
  }

  /** Sends issued papers, as a message of the outbox to each address. */
  @Post('issued/:place/send')
  async send(
    @Acting() by: Actor,
    @Param('place', ParseIntPipe) index: number,
    @Body() request: SendPapersRequest,
  ): Promise<IssuedPapersResponse> {
    await this.writer.run(sendPapers, { ...by, place: index, request });
    return this.issuer.carried(by.organisation, index);
  }

  @Get(':id/document.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="board-papers.pdf"')
  async printed(
    @CurrentOrganisation() organisation: Organisation,
    @Param('id', ParseIntPipe) id: number,
    @Query() query: PrintedQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(printedBoardPapers, { organisation, query: { ...query, id }, today }));
  }
}
