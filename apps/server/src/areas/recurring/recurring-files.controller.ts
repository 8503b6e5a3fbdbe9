import { PrintedQuery } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import type { Readable } from 'node:stream';
import { PDF, XLSX } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Printer, Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedRecurring, recurringWorkbook } from './recurring-files.js';

/** Recurring journals on paper and as a workbook. */
@Controller('api/organisations/:organisation')
export class RecurringFilesController {
  constructor(
    private readonly printer: Printer,
    private readonly reader: Reader,
  ) {}

  @Get('recurring-journals.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="recurring-journals.pdf"')
  async printed(@CurrentOrganisation() organisation: Organisation, @Query() query: PrintedQuery): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(printedRecurring, { organisation, query, today }));
  }

  @Get('recurring-journals.xlsx')
  @Header('content-type', XLSX)
  async workbook(@CurrentOrganisation() organisation: Organisation): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(recurringWorkbook, { organisation, query: {}, today }));
  }
}
