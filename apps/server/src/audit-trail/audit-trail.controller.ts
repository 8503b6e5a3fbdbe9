import { Controller, Get, Query } from '@nestjs/common';
import { SetUpChangesQuery, type SetUpChangeAnswer } from '@just-ledger/contract';
import type { Organisation } from '../organisations/organisation-store.js';
import { CurrentOrganisation } from '../sessions/session-guard.js';
import { Reader } from '../workers/workers.module.js';
import { setUpChangesOf } from './set-up-change-store.js';

/** Who changed what of the set-up. */
@Controller('api/organisations/:organisation/set-up-changes')
export class AuditTrailController {
  constructor(private readonly reader: Reader) {}

  @Get()
  list(@CurrentOrganisation() of: Organisation, @Query() query: SetUpChangesQuery): SetUpChangeAnswer[] {
    return setUpChangesOf(this.reader.db, of.id, query);
  }
}
