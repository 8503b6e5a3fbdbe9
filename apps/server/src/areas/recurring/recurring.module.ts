import { Module } from '@nestjs/common';
import { RecurringController } from './recurring.controller.js';

/** Recurring journals. */
@Module({
  controllers: [RecurringController],
})
export class RecurringModule {}
