import { Module } from '@nestjs/common';
import { OpenItemsController } from './open-items.controller.js';

/** What is owed. */
@Module({
  controllers: [OpenItemsController],
})
export class OpenItemsModule {}
