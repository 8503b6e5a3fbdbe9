import { Module } from '@nestjs/common';
import { GatheringController } from './gathering.controller.js';

/** Papers to gather before the first entry. */
@Module({
  controllers: [GatheringController],
})
export class GatheringModule {}
