import { AccountDetailQuery, type AccountDetailResponse } from '@just-ledger/contract';
import { Controller, Get, Query } from '@nestjs/common';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Reader } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { accountDetailReport } from './account-detail-report.js';

/** What lines on an account can name. */
@Controller('api/organisations/:organisation/reports')
export class AccountDetailController {
  constructor(private readonly reader: Reader) {}

  @Get('account-detail')
  detail(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountDetailQuery,
  ): AccountDetailResponse {
    return this.reader.read((db) =>
      accountDetailReport(db, organisation, query, this.reader.clock.today(organisation.timeZone)),
    );
  }
}
