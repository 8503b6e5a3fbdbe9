import { Module } from '@nestjs/common';
import { RecurringController } from './recurring.controller.js';
import { RecurringFilesController } from './recurring-files.controller.js';
import { RecurringKeeper } from './recurring-keeper.js';

/** Recurring journals. */
@Module({
  controllers: [RecurringController, RecurringFilesController],
  providers: [RecurringKeeper],
})
export class RecurringModule {}
