import { Module } from '@nestjs/common';
import { ArrangementController } from './arrangement.controller.js';
import { ChartsController } from './charts.controller.js';
import { NotesController } from './notes.controller.js';
import { StatementsController } from './statements.controller.js';

/** The statements. */
@Module({
  controllers: [ArrangementController, ChartsController, NotesController, StatementsController],
})
export class StatementsModule {}
