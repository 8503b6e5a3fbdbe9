import { AccountDetailQuery } from '@just-ledger/contract';
import { Controller, Get, Header, Query } from '@nestjs/common';
import type { Readable } from 'node:stream';
import { JSON_TEXT } from '../../platform/files/file-types.js';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { accountDetail } from './account-detail-readings.js';

/** What lines on an account can name. */
@Controller('api/organisations/:organisation/reports')
export class AccountDetailController {
  constructor(private readonly readers: Readers) {}

  @Get('account-detail')
  @Header('content-type', JSON_TEXT)
  detail(@CurrentOrganisation() organisation: Organisation, @Query() query: AccountDetailQuery): Promise<Readable> {
    return this.readers.wholeReport(accountDetail, organisation, query);
  }
}
