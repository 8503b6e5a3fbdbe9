import type { ImportCounts } from '@just-ledger/contract';
import { ImportQuery, type ImportResponse, MatchingRequest } from '@just-ledger/contract';
import { isImportSubject } from '@just-ledger/core';
import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query, Res } from '@nestjs/common';
import { RouteConfig } from '@nestjs/platform-fastify';
import type { FastifyReply } from 'fastify';
import type { Readable } from 'node:stream';
import { CSV_BODY, receiveBody, TABLE_BODY } from '../../platform/files/passing-files.js';
import { sent } from '../../platform/files/sent.js';
import { notFound } from '../../platform/problems/refusal.js';
import { TAKES_CSV, TAKES_FILE } from '../../platform/sessions/gate.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { settings } from '../../platform/settings.js';
import { BatchReader, Importer, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { exportAsCsv } from './export-readings.js';
import { importRates } from './import-commands.js';
import { ImportJobs } from './import-jobs.js';
import { exportAsWorkbook } from './import-tasks.js';
import { readRates } from './rate-file.js';

const WORKBOOK = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/** Files of chart, contacts, breakdown values and rates: read in steps, and written. */
@Controller('api/organisations/:organisation')
export class ImportsController {
  constructor(
    private readonly jobs: ImportJobs,
    private readonly importer: Importer,
    private readonly batchReader: BatchReader,
    private readonly writer: Writer,
  ) {}

  /** Takes a file to be read; what it is called means nothing, what it holds does. */
  @RouteConfig(TAKES_FILE)
  @Post('imports')
  async begin(
    @Acting() by: Actor,
    @Query() { subject, name }: ImportQuery,
    @Body() body: unknown,
  ): Promise<ImportResponse> {
    return this.jobs.begin(by, subject, name ?? '', await receiveBody(settings.folder, body, TABLE_BODY));
  }

  @Get('imports/:import')
  look(@Acting() by: Actor, @Param('import') id: string): ImportResponse {
    return this.jobs.look(by, id);
  }

  /** Matches headings with columns and compares the rows with the books: a dry run. */
  @Put('imports/:import/matching')
  match(
    @Acting() by: Actor,
    @Param('import') id: string,
    @Body() { columns, decimal }: MatchingRequest,
  ): Promise<ImportResponse> {
    return this.jobs.match(by, id, columns, decimal);
  }

  /** Takes the rows in, all or nothing. */
  @Post('imports/:import/taking')
  @HttpCode(202)
  take(@Acting() by: Actor, @Param('import') id: string): ImportResponse {
    return this.jobs.take(by, id);
  }

  @Delete('imports/:import')
  @HttpCode(204)
  forget(@Acting() by: Actor, @Param('import') id: string): void {
    this.jobs.forget(by, id);
  }

  /** Takes rates in at once, as CSV. */
  @RouteConfig(TAKES_CSV)
  @Post('exchange-rates/import')
  @HttpCode(200)
  async takeRates(@Acting() by: Actor, @Body() body: unknown): Promise<ImportCounts> {
    const path = await receiveBody(settings.folder, body, CSV_BODY);
    return this.writer.run(importRates, { ...by, rows: await this.importer.run(readRates, { path }) });
  }

  /** All that a subject has, as CSV or XLSX by the ending. */
  @Get('exports/:file')
  async export(
    @CurrentOrganisation() organisation: Organisation,
    @Param('file') file: string,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Readable> {
    const [, subject = '', ending = ''] = /^([a-z-]+)\.(csv|xlsx)$/.exec(file) ?? [];
    if (!isImportSubject(subject)) throw notFound('file');
    const what = { organisation: organisation.id, subject };
    const bytes = await (ending === 'csv'
      ? this.batchReader.run(exportAsCsv, what)
      : this.importer.run(exportAsWorkbook, what));
    void reply.header('content-disposition', `attachment; filename="${file}"`);
    void reply.header('content-type', ending === 'csv' ? 'text/csv; charset=utf-8' : WORKBOOK);
    return sent(bytes);
  }
}
