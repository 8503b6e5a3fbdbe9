import { type ArchivedBooksResponse, type ArchiveResponse, TakeArchiveRequest } from '@just-ledger/contract';
import { ARCHIVE_SCHEMA } from '@just-ledger/core';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Query, Res } from '@nestjs/common';
import { RouteConfig } from '@nestjs/platform-fastify';
import type { FastifyReply } from 'fastify';
import { createReadStream, mkdirSync, renameSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import type { Readable } from 'node:stream';
import { type FileBody, receiveBody } from '../../platform/files/passing-files.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation, CurrentPerson, Open } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { TAKES_FILE } from '../../platform/sessions/gate.js';
import { settings } from '../../platform/settings.js';
import { Importer, Reader, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { archiveBooks, restoreBooks } from './archive-commands.js';
import { ArchiveJobs } from './archive-jobs.js';
import { writeBooks } from './archive-tasks.js';

/** An archive that is sent: up to 4 GB. */
const ARCHIVE_BODY: FileBody = { type: 'application/octet-stream', most: 4 * 1024 ** 3 };

/** Whole organisations as files: written, read into new books; and books that are archived. */
@Controller('api')
export class ArchivesController {
  constructor(
    private readonly jobs: ArchiveJobs,
    private readonly importer: Importer,
    private readonly writer: Writer,
    private readonly reader: Reader,
  ) {}

  /** What an archive looks like, as a JSON Schema. */
  @Open()
  @Get('archive-schema.json')
  schema(): typeof ARCHIVE_SCHEMA {
    return ARCHIVE_SCHEMA;
  }

  /** The whole organisation as one file. */
  @Get('organisations/:organisation/archive.zip')
  async archive(
    @CurrentOrganisation() { id, name }: Organisation,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Readable> {
    const { path, bytes, manifest } = await this.importer.run(writeBooks, {
      organisation: id,
      writtenAt: this.reader.clock.moment(),
    });
    void reply.header('content-type', 'application/zip');
    void reply.header('content-disposition', `attachment; filename="${fileName(name, manifest.writtenAt)}"`);
    void reply.header('content-length', bytes);
    return createReadStream(path).once('close', () => rmSync(path, { force: true }));
  }

  /** Takes an archive to be read. */
  @RouteConfig(TAKES_FILE)
  @Post('archives')
  async begin(
    @CurrentPerson() { id }: Person,
    @Query('name') name: unknown,
    @Body() body: unknown,
  ): Promise<ArchiveResponse> {
    const path = await receiveBody(settings.folder, body, ARCHIVE_BODY);
    return this.jobs.begin(id, typeof name === 'string' ? name.slice(0, 255) : '', path);
  }

  @Get('archives/:archive')
  look(@CurrentPerson() { id }: Person, @Param('archive') archive: string): ArchiveResponse {
    return this.jobs.look(id, archive);
  }

  /** Makes new books of it, all or nothing. */
  @Post('archives/:archive/taking')
  @HttpCode(202)
  take(
    @CurrentPerson() { id }: Person,
    @Param('archive') archive: string,
    @Body() { name }: TakeArchiveRequest,
  ): ArchiveResponse {
    return this.jobs.take(id, archive, name);
  }

  @Delete('archives/:archive')
  @HttpCode(204)
  forget(@CurrentPerson() { id }: Person, @Param('archive') archive: string): void {
    this.jobs.forget(id, archive);
  }

  /** Writes an archive into the data folder and puts the books away: hidden, and read only. */
  @Post('organisations/:organisation/archived')
  async archiveBooks(
    @CurrentOrganisation() { id, name, archivedAt }: Organisation,
    @Acting() by: Actor,
  ): Promise<ArchivedBooksResponse> {
    if (archivedAt) throw unprocessable('archived', '', 'These books are archived already.');
    const written = await this.importer.run(writeBooks, {
      organisation: id,
      writtenAt: this.reader.clock.moment(),
    });
    const archive = join('archives', fileName(name, written.manifest.writtenAt));
    mkdirSync(join(settings.folder, 'archives'), { recursive: true, mode: 0o700 });
    renameSync(written.path, join(settings.folder, archive));
    await this.writer.run(archiveBooks, { ...by, archive, stand: written.stand });
    return { archive, bytes: written.bytes };
  }

  /** Takes books out again: they are as they were. */
  @Delete('organisations/:organisation/archived')
  @HttpCode(204)
  restoreBooks(@Acting() by: Actor): Promise<void> {
    return this.writer.run(restoreBooks, by);
  }
}

/** A file name made of an organisation's name. @example 'sallow-reach-hedge-layer-20270118T101500Z.zip' */
function fileName(name: string, writtenAt: string): string {
  const plain = name
    .normalize('NFKD')
    .toLowerCase()
    .replaceAll(/[^a-z0-9]+/g, '-')
    .replaceAll(/^-+|-+$/g, '')
    .slice(0, 60);
  return `${plain || 'books'}-${writtenAt.slice(0, 19).replaceAll(/[-:]/g, '')}Z.zip`;
}
