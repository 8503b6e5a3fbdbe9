import { Module } from '@nestjs/common';
import { BoardPapersController } from './board-papers.controller.js';

/** Several kept reports as one document. */
@Module({
  controllers: [BoardPapersController],
})
export class BoardPapersModule {}
