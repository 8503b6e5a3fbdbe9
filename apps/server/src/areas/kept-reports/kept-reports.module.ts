import { Module } from '@nestjs/common';
import { KeptReportsController } from './kept-reports.controller.js';

/** Reports with their settings under a name. */
@Module({
  controllers: [KeptReportsController],
})
export class KeptReportsModule {}
