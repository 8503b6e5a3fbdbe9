import {
  type AttachmentResponse,
  AttachmentsQuery,
  type AttachmentsResponse,
  AttachRequest,
  ContentQuery,
  DetachRequest,
  type EntryPaperResponse,
  UploadQuery,
} from '@just-ledger/contract';
import { isPlainText, PAPER_TYPES, problem } from '@just-ledger/core';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Query, Res } from '@nestjs/common';
import { RouteConfig } from '@nestjs/platform-fastify';
import type { FastifyReply } from 'fastify';
import { open } from 'node:fs/promises';
import { Readable } from 'node:stream';
import { keptFilePath } from '../../platform/files/kept-files.js';
import { Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { otherBody } from '../../platform/files/passing-files.js';
import { TAKES_FILE } from '../../platform/sessions/gate.js';
import { Acting, type Actor, CurrentOrganisation, type Entered } from '../../platform/sessions/session-guard.js';
import { settings } from '../../platform/settings.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import {
  attachPaper,
  bringBackAttachment,
  detachPaper,
  discardAttachment,
  keepAttachment,
} from './attachment-commands.js';
import { attachmentById, attachmentFile, attachments } from './attachment-readings.js';
import { PaperReading } from './paper-reading.js';
import { receivePaper } from './receive-paper.js';

/** Papers: kept, shown, attached to entries. */
@Controller('api/organisations/:organisation')
export class AttachmentsController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly reading: PaperReading,
  ) {}

  @Get('attachments')
  list(@CurrentOrganisation() { id }: Entered, @Query() query: AttachmentsQuery): Promise<AttachmentsResponse> {
    return this.readers.run(attachments, { organisation: id, query });
  }

  /** Keeps a paper: its file is on the disc before it is written down, and that before this answers. */
  @RouteConfig(TAKES_FILE)
  @Post('attachments')
  async keep(
    @Acting() by: Actor,
    @Query() { name }: UploadQuery,
    @Body() body: unknown,
  ): Promise<AttachmentResponse> {
    if (!(body instanceof Readable)) {
      throw otherBody('application/octet-stream');
    }
    if (!isPlainText(name, 255)) throw unprocessable('text', 'name', 'A name is up to 255 characters on one line.');
    const paper = await receivePaper(settings.folder, body, name);
    const kept = await this.writer.run(keepAttachment, { ...by, paper });
    this.reading.catchUp();
    return kept;
  }

  @Get('attachments/:id')
  one(
    @CurrentOrganisation() { id: organisation }: Entered,
    @Param('id', ParseIntPipe) id: number,
  ): Promise<AttachmentResponse> {
    return this.readers.run(attachmentById, { organisation, id });
  }

  /** The file itself: as what its content says it is, never as a page, and without the right to do anything. */
  @Get('attachments/:id/content')
  async content(
    @CurrentOrganisation() { id: organisation }: Entered,
    @Param('id', ParseIntPipe) id: number,
    @Query() { as }: ContentQuery,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Readable> {
    const { sha256, name, type, bytes } = await this.readers.run(attachmentFile, { organisation, id });
    const file = await open(keptFilePath(settings.folder, sha256)).catch(() => {
      throw new Refusal(404, [problem('paper-missing', '', `The file of ${name} is missing from the data folder.`)]);
    });
    void reply.header('content-type', PAPER_TYPES[type].mediaType);
    void reply.header('content-length', bytes);
    void reply.header('content-disposition', `${as === 'file' ? 'attachment' : 'inline'}; ${fileName(name)}`);
    void reply.header('content-security-policy', "default-src 'none'; sandbox");
    return file.createReadStream();
  }

  @Delete('attachments/:id')
  discard(@Acting() by: Actor, @Param('id', ParseIntPipe) id: number): Promise<AttachmentResponse> {
    return this.writer.run(discardAttachment, { ...by, id });
  }

  @Post('attachments/:id/bring-back')
  @HttpCode(200)
  bringBack(@Acting() by: Actor, @Param('id', ParseIntPipe) id: number): Promise<AttachmentResponse> {
    return this.writer.run(bringBackAttachment, { ...by, id });
  }

  @Post('entries/:number/attachments')
  attach(
    @Acting() by: Actor,
    @Param('number') number: string,
    @Body() request: AttachRequest,
  ): Promise<EntryPaperResponse> {
    return this.writer.run(attachPaper, { ...by, number, request });
  }

  @Post('entries/:number/attachments/:place/detach')
  @HttpCode(204)
  detach(
    @Acting() by: Actor,
    @Param('number') number: string,
    @Param('place', ParseIntPipe) index: number,
    @Body() request: DetachRequest,
  ): Promise<void> {
    return this.writer.run(detachPaper, { ...by, number, place: index, request });
  }
}

/** A file name in the two forms of RFC 6266: plain letters, and as it is. */
function fileName(name: string): string {
  const plain = name.normalize('NFKD').replaceAll(/[^\x20-\x7e]|["\\%]/g, '_');
  const exact = encodeURIComponent(name).replaceAll(/['()*]/g, (letter) => `%${letter.charCodeAt(0).toString(16)}`);
  return `filename="${plain}"; filename*=UTF-8''${exact}`;
}
