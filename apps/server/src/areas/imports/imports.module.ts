import { Module } from '@nestjs/common';
import { JournalModule } from '../journal/journal.module.js';
import { ImportsController } from './imports.controller.js';
import { ImportJobs } from './import-jobs.js';

/** Files of the set-up, in and out. */
@Module({
  imports: [JournalModule],
  controllers: [ImportsController],
  providers: [ImportJobs],
})
export class ImportsModule {}
