import { Module } from '@nestjs/common';
import { BreakdownsController } from './breakdowns.controller.js';

/** Breakdowns and their values. */
@Module({
  controllers: [BreakdownsController],
})
export class BreakdownsModule {}
