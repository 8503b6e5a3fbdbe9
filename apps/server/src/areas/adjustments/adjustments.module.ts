import { Module } from '@nestjs/common';
import { AdjustmentsController } from './adjustments.controller.js';

/** What a month or a year is adjusted by. */
@Module({
  controllers: [AdjustmentsController],
})
export class AdjustmentsModule {}
