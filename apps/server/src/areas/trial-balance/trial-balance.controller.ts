import type { Readable } from 'node:stream';
import {
  ChangesQuery,
  type ChangesResponse,
  PrintedChangesQuery,
  PrintedTrialBalanceQuery,
  PrintedWorksheetQuery,
  TrialBalanceQuery,
  WorksheetQuery,
} from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { JSON_TEXT, PDF, XLSX } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { Printer, Reader, Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { changesWorkbook, printedChanges } from './changes-files.js';
import { changesRows } from './changes-report.js';
import {
  printedTrialBalance,
  printedWorksheet,
  trialBalanceWorkbook,
  worksheetWorkbook,
} from './trial-balance-files.js';
import { changesSince, trialBalance, worksheetAt } from './trial-balance-readings.js';
import { trialBalanceRows } from './trial-balance-report.js';
import { worksheetHeads, worksheetRows } from './worksheet-report.js';

/** The trial balance, by itself and as a worksheet, and what changed in it since it was looked at. */
@Controller('api/organisations/:organisation/reports')
export class TrialBalanceController {
  constructor(
    private readonly readers: Readers,
    private readonly reader: Reader,
    private readonly printer: Printer,
  ) {}

  @Get('trial-balance')
  @Header('content-type', JSON_TEXT)
  json(@CurrentOrganisation() organisation: Organisation, @Query() query: TrialBalanceQuery): Promise<Readable> {
    return this.readers.wholeReport(trialBalance, organisation, query);
  }

  @Get('trial-balance.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(@CurrentOrganisation() organisation: Organisation, @Query() query: TrialBalanceQuery): Promise<string> {
    const drawn = await this.readers.report(trialBalance, organisation, query);
    return writeCsv(['account', 'name', 'debit', 'credit'], trialBalanceRows(drawn), ['debit', 'credit']);
  }

  @Get('changes')
  changes(@CurrentOrganisation() organisation: Organisation, @Query() query: ChangesQuery): Promise<ChangesResponse> {
    return this.readers.report(changesSince, organisation, query);
  }

  @Get('changes.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async changesCsv(@CurrentOrganisation() organisation: Organisation, @Query() query: ChangesQuery): Promise<string> {
    const amounts = ['then', 'now', 'change'];
    return writeCsv(['account', 'name', ...amounts], changesRows(await this.changes(organisation, query)), amounts);
  }

  @Get('worksheet')
  @Header('content-type', JSON_TEXT)
  worksheet(@CurrentOrganisation() organisation: Organisation, @Query() query: WorksheetQuery): Promise<Readable> {
    return this.readers.wholeReport(worksheetAt, organisation, query);
  }

  @Get('worksheet.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async worksheetCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: WorksheetQuery,
  ): Promise<string> {
    const sheet = await this.readers.report(worksheetAt, organisation, query);
    const heads = worksheetHeads(sheet);
    return writeCsv(heads, worksheetRows(sheet), heads.slice(2));
  }

  @Get('trial-balance.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="trial-balance.pdf"')
  async trialBalancePdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedTrialBalanceQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(printedTrialBalance, this.asked(organisation, query)));
  }

  @Get('trial-balance.xlsx')
  @Header('content-type', XLSX)
  @Header('content-disposition', 'attachment; filename="trial-balance.xlsx"')
  async trialBalanceWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedTrialBalanceQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(trialBalanceWorkbook, this.asked(organisation, query)));
  }

  @Get('worksheet.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="worksheet.pdf"')
  async worksheetPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedWorksheetQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(printedWorksheet, this.asked(organisation, query)));
  }

  @Get('worksheet.xlsx')
  @Header('content-type', XLSX)
  @Header('content-disposition', 'attachment; filename="worksheet.xlsx"')
  async worksheetWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedWorksheetQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(worksheetWorkbook, this.asked(organisation, query)));
  }

  @Get('changes.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="changed-since.pdf"')
  async changesPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedChangesQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(printedChanges, this.asked(organisation, query)));
  }

  @Get('changes.xlsx')
  @Header('content-type', XLSX)
  @Header('content-disposition', 'attachment; filename="changed-since.xlsx"')
  async changesWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedChangesQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(changesWorkbook, this.asked(organisation, query)));
  }

  private asked<Asked>(organisation: Organisation, query: Asked): ReportQuestion<Organisation, Asked> {
    return { organisation, query, today: this.reader.clock.today(organisation.timeZone) };
  }
}
