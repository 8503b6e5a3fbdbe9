import { Module } from '@nestjs/common';
import { DraftsController } from './drafts.controller.js';
import { PatternsController } from './patterns.controller.js';
import { EntriesController } from './entries.controller.js';

/** Entries and drafts. */
@Module({
  controllers: [DraftsController, EntriesController, PatternsController],
})
export class JournalModule {}
