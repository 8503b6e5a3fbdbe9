import { Module } from '@nestjs/common';
import { ArrangementController } from './arrangement.controller.js';
import { NotesController } from './notes.controller.js';
import { StatementsController } from './statements.controller.js';

/** The statements. */
@Module({
  controllers: [ArrangementController, NotesController, StatementsController],
})
export class StatementsModule {}
