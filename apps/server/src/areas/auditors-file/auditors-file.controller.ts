import { AuditorsFileQuery, type AuditorsFileResponse, WrittenAuditorsFileQuery } from '@just-ledger/contract';
import { Controller, Get, Query, Res } from '@nestjs/common';
import type { FastifyReply } from 'fastify';
import { createReadStream, rmSync } from 'node:fs';
import type { Readable } from 'node:stream';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Importer, Reader, Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { auditedYear } from './audited-year.js';
import { auditorsFileReport } from './auditors-file-report.js';
import { writeAuditorsFile } from './write-auditors-file.js';

/** Everything that an auditor needs of a year, in one file. */
@Controller('api/organisations/:organisation')
export class AuditorsFileController {
  constructor(
    private readonly readers: Readers,
    private readonly reader: Reader,
    private readonly importer: Importer,
  ) {}

  /** What the file would hold. */
  @Get('auditors-file')
  contents(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AuditorsFileQuery,
  ): Promise<AuditorsFileResponse> {
    return this.readers.report(auditorsFileReport, organisation, query);
  }

  @Get('auditors-file.zip')
  async file(
    @CurrentOrganisation() organisation: Organisation,
    @Query() { year: label, size = 'a4' }: WrittenAuditorsFileQuery,
    @Res({ passthrough: true }) reply: FastifyReply,
  ): Promise<Readable> {
    const { clock } = this.reader;
    const today = clock.today(organisation.timeZone);
    const year = auditedYear(organisation, label, today);
    const asked = { organisation, year, today, writtenAt: clock.moment(), size };
    const { path, bytes } = await this.importer.run(writeAuditorsFile, asked);
    void reply.header('content-type', 'application/zip');
    void reply.header('content-disposition', `attachment; filename="auditors-file-${year.label}.zip"`);
    void reply.header('content-length', bytes);
    return createReadStream(path).once('close', () => rmSync(path, { force: true }));
  }
}
