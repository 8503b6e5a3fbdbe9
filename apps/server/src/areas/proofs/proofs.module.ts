import { Module } from '@nestjs/common';
import { FullChecks } from './full-checks.js';
import { LastReadings } from './last-readings.js';
import { LockedProofsKeeper } from './locked-proofs-keeper.js';
import { ProofsController } from './proofs.controller.js';

/** What must agree, and whether it does. */
@Module({
  controllers: [ProofsController],
  providers: [FullChecks, LastReadings, LockedProofsKeeper],
  exports: [FullChecks],
})
export class ProofsModule {}
