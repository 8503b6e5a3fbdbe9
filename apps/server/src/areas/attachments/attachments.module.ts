import { Module } from '@nestjs/common';
import { AttachmentsController } from './attachments.controller.js';

/** Papers. */
@Module({
  controllers: [AttachmentsController],
})
export class AttachmentsModule {}
