import { Module } from '@nestjs/common';
import { FindingsModule } from '../findings/findings.module.js';
import { ClosingController } from './closing.controller.js';

/** Months and years, closed and opened again. */
@Module({
  imports: [FindingsModule],
  controllers: [ClosingController],
})
export class ClosingModule {}
