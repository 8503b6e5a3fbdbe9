import { Module } from '@nestjs/common';
import { TrialBalanceController } from './trial-balance.controller.js';

/** The trial balance in its stages. */
@Module({
  controllers: [TrialBalanceController],
})
export class TrialBalanceModule {}
