import type { Readable } from 'node:stream';
import { AccountLedgerQuery, type AccountLedgerResponse } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { sent } from '../../platform/files/sent.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { BatchReader, Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { ledgerCsv, ledgerPage } from './ledger-readings.js';

/** The ledger of an account. */
@Controller('api/organisations/:organisation/reports')
export class AccountLedgerController {
  constructor(
    private readonly readers: Readers,
    private readonly batchReader: BatchReader,
  ) {}

  @Get('account-ledger')
  json(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountLedgerQuery,
  ): Promise<AccountLedgerResponse> {
    return this.readers.report(ledgerPage, organisation, query);
  }

  @Get('account-ledger.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountLedgerQuery,
  ): Promise<Readable> {
    const { account, from, to } = query;
    const whole = { account, ...(from && { from }), ...(to && { to }) };
    return sent(await this.batchReader.report(ledgerCsv, organisation, whole));
  }
}
