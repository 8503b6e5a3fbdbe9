import { Module } from '@nestjs/common';
import { BoardPapersController } from './board-papers.controller.js';
import { PapersIssuer } from './papers-issuer.js';
import { PapersKeeper } from './papers-keeper.js';

/** Several kept reports as one document. */
@Module({
  controllers: [BoardPapersController],
  providers: [PapersIssuer, PapersKeeper],
})
export class BoardPapersModule {}
