import { Module } from '@nestjs/common';
import { TaxCodesController } from './tax-codes.controller.js';

/** Tax codes and their rates. */
@Module({
  controllers: [TaxCodesController],
})
export class TaxCodesModule {}
