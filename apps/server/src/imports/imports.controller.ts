import { Body, Controller, Delete, Get, HttpCode, Param, Post, Put, Query, Res } from '@nestjs/common';
import { ImportQuery, MatchingRequest, type ImportAnswer } from '@just-ledger/contract';
import { IMPORT_SUBJECTS, isImportSubject, problem } from '@just-ledger/core';
import type { FastifyReply } from 'fastify';
import type { OfPerson } from '../audit-trail/record-change.js';
import { writeCsv, withMarks } from '../csv/csv.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { Refusal, notFound } from '../problems/refusal.js';
import { Acting, CurrentOrganisation, Needs } from '../sessions/session-guard.js';
import { Importer, Reader } from '../workers/workers.module.js';
import { exportRows } from './export-rows.js';
import { ImportJobs } from './import-jobs.js';

/** Files of chart, contacts, breakdown values and rates: read in steps, and written. */
@Needs('approver')
@Controller('api/organisations/:organisation')
export class ImportsController {
  constructor(
    private readonly jobs: ImportJobs,
    private readonly importer: Importer,
    private readonly reader: Reader,
  ) {}

  /** Takes a file to be read; what it is called means nothing, what it holds does. */
  @Post('imports')
  begin(@Acting() by: OfPerson, @Query() { subject, name }: ImportQuery, @Body() body: unknown): ImportAnswer {
    if (!(body instanceof Uint8Array)) {
      throw new Refusal(415, [problem('file-expected', '', 'Send the file as application/octet-stream.')]);
    }
    return this.jobs.begin(by, subject, name ?? '', new Uint8Array(body));
  }

  @Get('imports/:import')
  look(@Acting() by: OfPerson, @Param('import') id: string): ImportAnswer {
    return this.jobs.look(by, id);
  }

  /** Matches headings with columns and compares the rows with the books: a dry run. */
  @Put('imports/:import/matching')
  match(
    @Acting() by: OfPerson,
    @Param('import') id: string,
    @Body() { columns, decimal }: MatchingRequest,
  ): Promise<ImportAnswer> {
    return this.jobs.match(by, id, columns, decimal);
  }

  /** Takes the rows in, all or nothing. */
  @Post('imports/:import/taking')
  @HttpCode(202)
  take(@Acting() by: OfPerson, @Param('import') id: string): ImportAnswer {
    return this.jobs.take(by, id);
  }

  @Delete('imports/:import')
  @HttpCode(204)
  forget(@Acting() by: OfPerson, @Param('import') id: string): void {
    this.jobs.forget(by, id);
  }

  /** All that a subject has, as CSV or XLSX by the ending. */
  @Needs('reader')
  @Get('exports/:file')
  async export(
    @CurrentOrganisation() of: Organisation,
    @Param('file') file: string,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<string | Buffer> {
    const [, subject = '', ending = ''] = /^([a-z-]+)\.(csv|xlsx)$/.exec(file) ?? [];
    if (!isImportSubject(subject)) throw notFound('file');
    const [header = [], ...rows] = exportRows(this.reader.db, of.id, subject);
    void reply.header('content-disposition', `attachment; filename="${file}"`);
    if (ending === 'csv') {
      void reply.header('content-type', 'text/csv; charset=utf-8');
      return writeCsv(header, rows);
    }
    void reply.header('content-type', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet');
    const { label: title } = IMPORT_SUBJECTS[subject];
    return Buffer.from(await this.importer.run('writeExport', { title, rows: [header, ...withMarks(rows)] }));
  }
}
