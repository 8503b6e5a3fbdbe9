import { Module } from '@nestjs/common';
import { ProofsController } from './proofs.controller.js';
import { FullChecks } from './full-checks.js';
import { LockedProofsKeeper } from './locked-proofs-keeper.js';

/** What must agree, and whether it does. */
@Module({
  controllers: [ProofsController],
  providers: [FullChecks, LockedProofsKeeper],
  exports: [FullChecks],
})
export class ProofsModule {}
