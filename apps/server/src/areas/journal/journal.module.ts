import { Module } from '@nestjs/common';
import { DraftsController } from './drafts.controller.js';
import { PatternsController } from './patterns.controller.js';
import { EntriesController } from './entries.controller.js';
import { EntryFiles } from './entry-files.js';
import { PlannedReversals } from './planned-reversals.js';
import { ReversalsController } from './reversals.controller.js';
import { VouchersController } from './vouchers.controller.js';

/** Entries and drafts. */
@Module({
  controllers: [DraftsController, EntriesController, PatternsController, ReversalsController, VouchersController],
  providers: [EntryFiles, PlannedReversals],
  exports: [EntryFiles],
})
export class JournalModule {}
