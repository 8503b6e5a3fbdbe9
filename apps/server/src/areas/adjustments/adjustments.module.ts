import { Module } from '@nestjs/common';
import { FindingsModule } from '../findings/findings.module.js';
import { AdjustmentsController } from './adjustments.controller.js';

/** What a month or a year is adjusted by. */
@Module({
  imports: [FindingsModule],
  controllers: [AdjustmentsController],
})
export class AdjustmentsModule {}
