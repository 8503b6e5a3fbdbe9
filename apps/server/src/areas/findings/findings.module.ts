import { Module } from '@nestjs/common';
import { FindingsController } from './findings.controller.js';
import { Reviews } from './reviews.js';

/** What an auditor would ask about. */
@Module({
  controllers: [FindingsController],
  providers: [Reviews],
  exports: [Reviews],
})
export class FindingsModule {}
