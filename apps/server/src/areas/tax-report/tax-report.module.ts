import { Module } from '@nestjs/common';
import { TaxReportController } from './tax-report.controller.js';

/** Taxes by period, and their settlements. */
@Module({
  controllers: [TaxReportController],
})
export class TaxReportModule {}
