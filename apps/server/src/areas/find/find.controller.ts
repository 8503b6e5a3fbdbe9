import { FindQuery, type FindResponse } from '@just-ledger/contract';
import { Controller, Get, Query } from '@nestjs/common';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { findInBooks } from './find-in-books.js';

/** Finding anything from anywhere. */
@Controller('api/organisations/:organisation')
export class FindController {
  constructor(private readonly readers: Readers) {}

  @Get('find')
  find(@CurrentOrganisation() organisation: Organisation, @Query() query: FindQuery): Promise<FindResponse> {
    return this.readers.report(findInBooks, organisation, query);
  }
}
