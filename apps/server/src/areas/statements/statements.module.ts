import { Module } from '@nestjs/common';
import { StatementsController } from './statements.controller.js';

/** The statements. */
@Module({
  controllers: [StatementsController],
})
export class StatementsModule {}
