import { Module } from '@nestjs/common';
import { AuditTrailController } from './audit-trail.controller.js';
import { TrailKeeper } from './trail-keeper.js';

/** Who changed what of the set-up, and the plain files of what happened to entries, drafts and papers. */
@Module({
  controllers: [AuditTrailController],
  providers: [TrailKeeper],
})
export class AuditTrailModule {}
