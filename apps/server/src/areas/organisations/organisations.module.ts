import { Module } from '@nestjs/common';
import { Memberships } from '../../platform/sessions/session-guard.js';
import { organisationOf, roleOf } from './organisation-store.js';
import { OrganisationsController } from './organisations.controller.js';

/** Sets of books and who is a member of them. */
@Module({
  controllers: [OrganisationsController],
  providers: [{ provide: Memberships, useValue: { organisationOf, roleOf } }],
  exports: [Memberships],
})
export class OrganisationsModule {}
