import { Module } from '@nestjs/common';
import { ArrangementController } from './arrangement.controller.js';
import { StatementsController } from './statements.controller.js';

/** The statements. */
@Module({
  controllers: [ArrangementController, StatementsController],
})
export class StatementsModule {}
