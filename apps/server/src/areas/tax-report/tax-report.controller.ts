import type { Readable } from 'node:stream';
import {
  type EntryResponse,
  PrintedTaxReportQuery,
  TaxLinesQuery,
  type TaxLinesResponse,
  TaxReportQuery,
  type TaxReportResponse,
  TaxSettlementRequest,
  type TaxSettlementResponse,
} from '@just-ledger/contract';
import { Body, Controller, Get, Header, Headers, Post, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { PDF, XLSX } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { Printer, Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { printedTax, taxWorkbook } from './tax-files.js';
import { TAX_COLUMNS, taxRows } from './tax-report.js';
import { taxLines, taxReport, taxSettlements } from './tax-report-readings.js';
import { settleTax } from './tax-settlement-commands.js';

/** The report of taxes, and its settlements. */
@Controller('api/organisations/:organisation')
export class TaxReportController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly reader: Reader,
    private readonly printer: Printer,
  ) {}

  @Get('reports/tax')
  json(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: TaxReportQuery,
  ): Promise<TaxReportResponse> {
    return this.readers.report(taxReport, organisation, query);
  }

  @Get('reports/tax.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(@CurrentOrganisation() organisation: Organisation, @Query() query: TaxReportQuery): Promise<string> {
    return writeCsv(TAX_COLUMNS, taxRows(await this.json(organisation, query)), TAX_COLUMNS.slice(3));
  }

  @Get('reports/tax/lines')
  lines(@CurrentOrganisation() organisation: Organisation, @Query() query: TaxLinesQuery): Promise<TaxLinesResponse> {
    return this.readers.report(taxLines, organisation, query);
  }

  @Get('tax-settlements')
  settlements(@CurrentOrganisation() organisation: Organisation): Promise<TaxSettlementResponse[]> {
    return this.readers.report(taxSettlements, organisation, null);
  }

  @Post('tax-settlements')
  settle(
    @CurrentOrganisation() organisation: Organisation,
    @CurrentPerson() person: Person,
    @Body() request: TaxSettlementRequest,
    @Headers('idempotency-key') key?: string,
  ): Promise<EntryResponse> {
    return this.writer.run(settleTax, { organisation: organisation.id, person: person.id, key, request });
  }

  @Get('reports/tax.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="tax.pdf"')
  async taxPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedTaxReportQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(printedTax, this.asked(organisation, query)));
  }

  @Get('reports/tax.xlsx')
  @Header('content-type', XLSX)
  @Header('content-disposition', 'attachment; filename="tax.xlsx"')
  async taxWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedTaxReportQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(taxWorkbook, this.asked(organisation, query)));
  }

  private asked<Asked>(organisation: Organisation, query: Asked): ReportQuestion<Organisation, Asked> {
    return { organisation, query, today: this.reader.clock.today(organisation.timeZone) };
  }
}
