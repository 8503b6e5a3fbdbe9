import { Module } from '@nestjs/common';
import { ContactsController } from './contacts.controller.js';

/** Who is dealt with. */
@Module({
  controllers: [ContactsController],
})
export class ContactsModule {}
