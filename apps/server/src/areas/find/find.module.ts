import { Module } from '@nestjs/common';
import { FindController } from './find.controller.js';

/** Finding anything from anywhere. */
@Module({
  controllers: [FindController],
})
export class FindModule {}
