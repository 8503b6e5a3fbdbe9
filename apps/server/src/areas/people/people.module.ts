import { Module } from '@nestjs/common';
import { InvitationsController } from './invitations.controller.js';
import { PasswordResetController } from './password-reset.controller.js';
import { PeopleController } from './people.controller.js';

/** People, invited and with roles. */
@Module({
  controllers: [InvitationsController, PasswordResetController, PeopleController],
})
export class PeopleModule {}
