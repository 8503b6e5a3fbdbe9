import { TrialBalanceQuery, type TrialBalanceResponse } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { trialBalance } from './trial-balance-readings.js';
import { trialBalanceRows } from './trial-balance-report.js';

/** The trial balance. */
@Controller('api/organisations/:organisation/reports')
export class TrialBalanceController {
  constructor(private readonly readers: Readers) {}

  @Get('trial-balance')
  json(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: TrialBalanceQuery,
  ): Promise<TrialBalanceResponse> {
    return this.readers.report(trialBalance, organisation, query);
  }

  @Get('trial-balance.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  async csv(@CurrentOrganisation() organisation: Organisation, @Query() query: TrialBalanceQuery): Promise<string> {
    return writeCsv(['account', 'name', 'debit', 'credit'], trialBalanceRows(await this.json(organisation, query)), [
      'debit',
      'credit',
    ]);
  }
}
