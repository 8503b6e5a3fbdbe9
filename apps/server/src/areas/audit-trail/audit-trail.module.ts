import { Module } from '@nestjs/common';
import { AuditTrailController } from './audit-trail.controller.js';

/** Who changed what of the set-up. */
@Module({
  controllers: [AuditTrailController],
})
export class AuditTrailModule {}
