import type { Readable } from 'node:stream';
import {
  AgedBalancesQuery,
  OpenItemsQuery,
  PrintedAgedBalancesQuery,
  StatementOfAccountQuery,
} from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { JSON_TEXT, PDF, XLSX } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { BatchReader, Printer, Reader, Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { agedWorkbook, printedAged } from './aged-files.js';
import {
  agedBalances,
  agedBalancesCsv,
  openItems,
  statementOfAccount,
  statementOfAccountCsv,
} from './open-item-readings.js';

/** What is owed to the organisation and by it. */
@Controller('api/organisations/:organisation/reports')
export class OpenItemsController {
  constructor(
    private readonly readers: Readers,
    private readonly batchReader: BatchReader,
    private readonly reader: Reader,
    private readonly printer: Printer,
  ) {}

  @Get('aged-balances')
  @Header('content-type', JSON_TEXT)
  aged(@CurrentOrganisation() organisation: Organisation, @Query() query: AgedBalancesQuery): Promise<Readable> {
    return this.readers.wholeReport(agedBalances, organisation, query);
  }

  @Get('aged-balances.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async agedCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AgedBalancesQuery,
  ): Promise<Readable> {
    return sent(await this.batchReader.report(agedBalancesCsv, organisation, query));
  }

  @Get('open-items')
  @Header('content-type', JSON_TEXT)
  items(@CurrentOrganisation() organisation: Organisation, @Query() query: OpenItemsQuery): Promise<Readable> {
    return this.readers.wholeReport(openItems, organisation, query);
  }

  @Get('statement-of-account')
  @Header('content-type', JSON_TEXT)
  statement(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: StatementOfAccountQuery,
  ): Promise<Readable> {
    return this.readers.wholeReport(statementOfAccount, organisation, query);
  }

  @Get('statement-of-account.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async statementCsv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: StatementOfAccountQuery,
  ): Promise<Readable> {
    return sent(await this.batchReader.report(statementOfAccountCsv, organisation, query));
  }

  @Get('aged-balances.pdf')
  @Header('content-type', PDF)
  @Header('content-disposition', 'inline; filename="aged-balances.pdf"')
  async agedPdf(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedAgedBalancesQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(printedAged, this.asked(organisation, query)));
  }

  @Get('aged-balances.xlsx')
  @Header('content-type', XLSX)
  @Header('content-disposition', 'attachment; filename="aged-balances.xlsx"')
  async agedWorkbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedAgedBalancesQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(agedWorkbook, this.asked(organisation, query)));
  }

  private asked<Asked>(organisation: Organisation, query: Asked): ReportQuestion<Organisation, Asked> {
    return { organisation, query, today: this.reader.clock.today(organisation.timeZone) };
  }
}
