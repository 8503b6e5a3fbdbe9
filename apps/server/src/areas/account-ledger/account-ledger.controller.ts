import type { Readable } from 'node:stream';
import { AccountLedgerQuery, type BalancesResponse, PrintedLedgerQuery } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import type { ReportQuestion } from '../../platform/threads/report.js';
import { BatchReader, Printer, Reader, Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { ledgerWorkbook, printedLedger } from './ledger-files.js';
import { ledgerBalances, ledgerCsv, ledgerPage, ledgerTotals } from './ledger-readings.js';

/** The ledger of an account. */
@Controller('api/organisations/:organisation/reports')
export class AccountLedgerController {
  constructor(
    private readonly readers: Readers,
    private readonly batchReader: BatchReader,
    private readonly printer: Printer,
    private readonly reader: Reader,
  ) {}

  @Get('account-ledger')
  @Header('content-type', JSON_TEXT)
  json(@CurrentOrganisation() organisation: Organisation, @Query() query: AccountLedgerQuery): Promise<Readable> {
    return this.readers.wholeReport(ledgerPage, organisation, query);
  }

  /** What the lines that are asked for come to. */
  @Get('account-ledger/sums')
  @Header('content-type', JSON_TEXT)
  sums(@CurrentOrganisation() organisation: Organisation, @Query() query: AccountLedgerQuery): Promise<Readable> {
    return this.readers.wholeReport(ledgerTotals, organisation, query);
  }

  /** How its balance went. */
  @Get('account-ledger/balances')
  balances(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountLedgerQuery,
  ): Promise<BalancesResponse> {
    return this.readers.report(ledgerBalances, organisation, query);
  }

  @Get('account-ledger.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountLedgerQuery,
  ): Promise<Readable> {
    return sent(await this.batchReader.report(ledgerCsv, organisation, query));
  }

  @Get('account-ledger.xlsx')
  @Header('content-type', 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet')
  async workbook(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountLedgerQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(ledgerWorkbook, this.asked(organisation, query)));
  }

  @Get('account-ledger.pdf')
  @Header('content-type', 'application/pdf')
  @Header('content-disposition', 'inline; filename="ledger.pdf"')
  async printed(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: PrintedLedgerQuery,
  ): Promise<Readable> {
    return sent(await this.printer.run(printedLedger, this.asked(organisation, query)));
  }

  private asked<Query extends AccountLedgerQuery>(
    organisation: Organisation,
    query: Query,
  ): ReportQuestion<Organisation, Query> {
    return { organisation, query, today: this.reader.clock.today(organisation.timeZone) };
  }
}
