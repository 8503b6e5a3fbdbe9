import { Module } from '@nestjs/common';
import { FindingsController } from './findings.controller.js';

/** What an auditor would ask about. */
@Module({
  controllers: [FindingsController],
})
export class FindingsModule {}
