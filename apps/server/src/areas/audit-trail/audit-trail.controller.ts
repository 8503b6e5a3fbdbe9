import { type SetUpChangeResponse, SetUpChangesQuery } from '@just-ledger/contract';
import { Controller, Get, Query } from '@nestjs/common';
import { CurrentOrganisation, type Entered } from '../../platform/sessions/session-guard.js';
import { Readers } from '../../platform/threads/threads.module.js';
import { setUpChanges } from './audit-trail-readings.js';

/** Who changed what of the set-up. */
@Controller('api/organisations/:organisation/set-up-changes')
export class AuditTrailController {
  constructor(private readonly readers: Readers) {}

  @Get()
  list(@CurrentOrganisation() { id }: Entered, @Query() query: SetUpChangesQuery): Promise<SetUpChangeResponse[]> {
    return this.readers.run(setUpChanges, { organisation: id, query });
  }
}
