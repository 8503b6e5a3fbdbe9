import { AccountDetailQuery, type AccountDetailResponse } from '@just-ledger/contract';
import { Controller, Get, Query } from '@nestjs/common';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { accountDetail } from './account-detail-readings.js';

/** What lines on an account can name. */
@Controller('api/organisations/:organisation/reports')
export class AccountDetailController {
  constructor(private readonly readers: Readers) {}

  @Get('account-detail')
  detail(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AccountDetailQuery,
  ): Promise<AccountDetailResponse> {
    return this.readers.report(accountDetail, organisation, query);
  }
}
