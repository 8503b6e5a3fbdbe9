import { AdjustmentsQuery, type AdjustmentsResponse, type LackingAdjustmentResponse } from '@just-ledger/contract';
import { Controller, Get, Query } from '@nestjs/common';
import { CurrentOrganisation } from '../../platform/sessions/session-guard.js';
import { Readers } from '../../platform/threads/threads.module.js';
import { Reviews } from '../findings/reviews.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { adjustmentsReport } from './adjustments-report.js';
import { lackingAdjustmentsReport } from './lacking-report.js';

/** What a month or a year is adjusted by. */
@Controller('api/organisations/:organisation/adjustments')
export class AdjustmentsController {
  constructor(
    private readonly readers: Readers,
    private readonly reviews: Reviews,
  ) {}

  @Get()
  adjustments(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AdjustmentsQuery,
  ): Promise<AdjustmentsResponse> {
    return this.readers.report(adjustmentsReport, organisation, query);
  }

  /** What the books call for and nothing makes. */
  @Get('lacking')
  lacking(
    @CurrentOrganisation() organisation: Organisation,
    @Query() query: AdjustmentsQuery,
  ): Promise<LackingAdjustmentResponse[]> {
    return this.reviews.report(lackingAdjustmentsReport, organisation, query);
  }
}
