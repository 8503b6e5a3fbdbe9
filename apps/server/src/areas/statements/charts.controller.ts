import type { Readable } from 'node:stream';
import { ChartsQuery, PrintedChartsQuery } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { JSON_TEXT, PDF } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Printer, Reader, Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedCharts } from './printed-charts.js';
import { charts } from './statement-readings.js';

/** The charts, where people look rather than read. */
@Controller('api/organisations/:organisation/reports')
export class ChartsController {
  constructor(
    private readonly readers: Readers,
    private readonly reader: Reader,
    private readonly printer: Printer,
  ) {}

  @Get('charts')
  @Header('content-type', JSON_TEXT)
  charts(@CurrentOrganisation() organisation: Organisation, @Query() query: ChartsQuery): Promise<Readable> {
    return this.readers.wholeReport(charts, organisation, query);
  }

  @Get('charts.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="charts.pdf"')
  async printed(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedChartsQuery,
  ): Promise<Readable> {
    const today = this.reader.clock.today(organisation.timeZone);
    return sent(await this.printer.run(printedCharts, { organisation, query, today }));
  }
}
