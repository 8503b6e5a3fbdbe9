import { Module } from '@nestjs/common';
import { ArchivesController } from './archives.controller.js';
import { ArchiveJobs } from './archive-jobs.js';
import { Arrivals } from './arrivals.js';

/** Whole organisations as archives. */
@Module({
  controllers: [ArchivesController],
  providers: [ArchiveJobs, Arrivals],
})
export class ArchivesModule {}
