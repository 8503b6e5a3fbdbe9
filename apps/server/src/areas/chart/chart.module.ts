import { Module } from '@nestjs/common';
import { ChartController } from './chart.controller.js';

/** The chart of accounts with its balances. */
@Module({
  controllers: [ChartController],
})
export class ChartModule {}
