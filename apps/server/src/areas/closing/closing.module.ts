import { Module } from '@nestjs/common';
import { ClosingController } from './closing.controller.js';

/** Months and years, closed and opened again. */
@Module({
  controllers: [ClosingController],
})
export class ClosingModule {}
