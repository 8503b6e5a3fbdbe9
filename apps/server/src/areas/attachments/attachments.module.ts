import { Module } from '@nestjs/common';
import { AttachmentsController } from './attachments.controller.js';
import { PaperReading } from './paper-reading.js';

/** Papers. */
@Module({
  controllers: [AttachmentsController],
  providers: [PaperReading],
})
export class AttachmentsModule {}
