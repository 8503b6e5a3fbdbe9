import { Module } from '@nestjs/common';
import { ImportsController } from './imports.controller.js';
import { ImportJobs } from './import-jobs.js';

/** Files of the set-up, in and out. */
@Module({
  controllers: [ImportsController],
  providers: [ImportJobs],
})
export class ImportsModule {}
