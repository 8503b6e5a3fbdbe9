import {
  type EntryResponse,
  TaxLinesQuery,
  type TaxLinesResponse,
  TaxReportQuery,
  type TaxReportResponse,
  TaxSettlementRequest,
  type TaxSettlementResponse,
} from '@just-ledger/contract';
import { Body, Controller, Get, Header, Headers, Post, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Readers, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { TAX_COLUMNS, taxRows } from './tax-report.js';
import { taxLines, taxReport, taxSettlements } from './tax-report-readings.js';
import { settleTax } from './tax-settlement-commands.js';

/** The report of taxes, and its settlements. */
@Controller('api/organisations/:organisation')
export class TaxReportController {
  constructor(
    private readonly readers: Readers,
    private readonly writer: Writer,
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
}
