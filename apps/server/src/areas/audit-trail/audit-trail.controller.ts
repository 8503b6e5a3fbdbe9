import { type SetUpChangeResponse, SetUpChangesQuery } from '@just-ledger/contract';
import { Controller, Get, Query } from '@nestjs/common';
import { CurrentOrganisation, type Entered } from '../../platform/sessions/session-guard.js';
import { Reader } from '../../platform/threads/threads.module.js';

import { setUpChangesOf } from './set-up-change-store.js';

/** Who changed what of the set-up. */
@Controller('api/organisations/:organisation/set-up-changes')
export class AuditTrailController {
  constructor(private readonly reader: Reader) {}

  @Get()
  list(@CurrentOrganisation() of: Entered, @Query() query: SetUpChangesQuery): SetUpChangeResponse[] {
    return setUpChangesOf(this.reader.db, of.id, query);
  }
}
