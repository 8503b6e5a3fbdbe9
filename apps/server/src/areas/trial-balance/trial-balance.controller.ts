import { TrialBalanceQuery, type TrialBalanceResponse } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import { writeCsv } from '../../platform/files/csv.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { trialBalanceReport, trialBalanceRows } from './trial-balance-report.js';

/** The trial balance. */
@Controller('api/organisations/:organisation/reports')
export class TrialBalanceController {
  constructor(private readonly reader: Reader) {}

  @Get('trial-balance')
  json(@CurrentOrganisation() organisation: Organisation, @Query() query: TrialBalanceQuery): TrialBalanceResponse {
    return this.reader.read((db) =>
      trialBalanceReport(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }

  @Get('trial-balance.csv')
  @Header('content-type', 'text/csv; charset=utf-8')
  csv(@CurrentOrganisation() organisation: Organisation, @Query() query: TrialBalanceQuery): string {
    return writeCsv(['account', 'name', 'debit', 'credit'], trialBalanceRows(this.json(organisation, query)), [
      'debit',
      'credit',
    ]);
  }
}
