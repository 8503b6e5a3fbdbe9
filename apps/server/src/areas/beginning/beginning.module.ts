import { Module } from '@nestjs/common';
import { BeginningController } from './beginning.controller.js';

/** The start of a set of books. */
@Module({
  controllers: [BeginningController],
})
export class BeginningModule {}
