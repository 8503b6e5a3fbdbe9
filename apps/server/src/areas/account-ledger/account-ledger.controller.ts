import { AccountLedgerQuery, type AccountLedgerResponse } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { BatchReader, Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { ledgerCsv } from './ledger-readings.js';
import { ledgerReport } from './ledger-report.js';

/** The ledger of an account. */
@Controller('api/organisations/:organisation/reports')
export class AccountLedgerController {
  constructor(
    private readonly reader: Reader,
    private readonly batchReader: BatchReader,
  ) {}

  @Get('account-ledger')
  json(@CurrentOrganisation() organisation: Organisation, @Query() query: AccountLedgerQuery): AccountLedgerResponse {
    return this.reader.read((db) =>
      ledgerReport(db, organisation, query, this.reader.clock.today(organisation.timeZone), query.limit ?? 200),
    );
  }

  @Get('account-ledger.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  csv(@CurrentOrganisation() organisation: Organisation, @Query() query: AccountLedgerQuery): Promise<string> {
    const { account, from, to } = query;
    const whole = { account, ...(from && { from }), ...(to && { to }) };
    return this.batchReader.run(ledgerCsv, {
      organisation: organisation.id,
      query: whole,
      today: this.reader.clock.today(organisation.timeZone),
    });
  }
}
