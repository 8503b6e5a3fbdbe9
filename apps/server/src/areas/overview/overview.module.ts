import { Module } from '@nestjs/common';
import { ProofsModule } from '../proofs/proofs.module.js';
import { OverviewController } from './overview.controller.js';

/** Where each set of books stands. */
@Module({
  imports: [ProofsModule],
  controllers: [OverviewController],
})
export class OverviewModule {}
