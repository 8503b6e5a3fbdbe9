import { Module } from '@nestjs/common';
import { RecurringController } from './recurring.controller.js';
import { RecurringKeeper } from './recurring-keeper.js';

/** Recurring journals. */
@Module({
  controllers: [RecurringController],
  providers: [RecurringKeeper],
})
export class RecurringModule {}
