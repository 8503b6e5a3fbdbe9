import { Module } from '@nestjs/common';
import { DraftsController } from './drafts.controller.js';
import { EntriesController } from './entries.controller.js';

/** Entries and drafts. */
@Module({
  controllers: [DraftsController, EntriesController],
})
export class JournalModule {}
