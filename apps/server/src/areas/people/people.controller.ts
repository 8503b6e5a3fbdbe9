import {
  ChangePersonRequest,
  InvitationRequest,
  type InvitationResponse,
  LookedAt,
  LookedAtQuery,
  type MadeLinkResponse,
  type OutboxMessageResponse,
  type PersonResponse,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Query } from '@nestjs/common';
import { tryMessageAgain } from '../../platform/outbox/outbox-commands.js';
import { OutboxKeeper } from '../../platform/outbox/outbox-keeper.js';
import { linkTo, newToken } from '../../platform/sessions/link.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { Acting, CurrentOrganisation, CurrentPerson } from '../../platform/sessions/session-guard.js';
import type { Person } from '../../platform/sessions/session-store.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { changeRole, invite, makeLink, removePerson, withdrawInvitation } from './people-commands.js';
import { openInvitations, outboxMessageResponse, outboxOf, peopleOf } from './people-store.js';

/** Who may do what in an organisation, and who is invited to it. */
@Controller('api/organisations/:organisation')
export class PeopleController {
  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly keeper: OutboxKeeper,
  ) {}

  /** Everybody may see who else is there. */
  @Get('people')
  list(@CurrentOrganisation() organisation: Organisation, @CurrentPerson() you: Person): PersonResponse[] {
    return peopleOf(this.reader.db, organisation.id, you.id);
  }

  @Put('people/:id')
  async change(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Body() request: ChangePersonRequest,
  ): Promise<PersonResponse[]> {
    await this.writer.run(changeRole, { ...by, id, request });
    return peopleOf(this.reader.db, organisation.id, by.person);
  }

  @Delete('people/:id')
  @HttpCode(204)
  remove(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Query() { version }: LookedAtQuery,
  ): Promise<void> {
    return this.writer.run(removePerson, { ...by, id, version });
  }

  @Get('invitations')
  invitations(@CurrentOrganisation() organisation: Organisation): InvitationResponse[] {
    return openInvitations(this.reader.db, organisation.id);
  }

  /** Invites an address by a message in the outbox. */
  @Post('invitations')
  async invite(
    @CurrentOrganisation() organisation: Organisation,
    @Acting() by: Actor,
    @Body() { email, role }: InvitationRequest,
  ): Promise<InvitationResponse[]> {
    await this.writer.run(invite, { ...by, email: email.trim(), role });
    return openInvitations(this.reader.db, organisation.id);
  }

  @Delete('invitations/:id')
  @HttpCode(204)
  withdraw(@Acting() by: Actor, @Param('id', ParseIntPipe) id: number): Promise<void> {
    return this.writer.run(withdrawInvitation, { ...by, id });
  }

  /** What the outbox holds. */
  @Get('outbox')
  outbox(@CurrentOrganisation() organisation: Organisation, @CurrentPerson() you: Person): OutboxMessageResponse[] {
    return outboxOf(this.reader.db, organisation.id, you.id).map(outboxMessageResponse);
  }

  /** Makes the link that a message is about, and tells it this once. One that was made before leads nowhere any more. */
  @Post('outbox/:id/link')
  @HttpCode(200)
  async makeLink(
    @Acting() by: Actor,
    @Param('id', ParseIntPipe) id: number,
    @Body() { version }: LookedAt,
  ): Promise<MadeLinkResponse> {
    const { token, tokenHash } = newToken();
    const { leadsTo, expiresAt } = await this.writer.run(makeLink, { ...by, id, tokenHash, version });
    return { link: linkTo(leadsTo, token), expiresAt };
  }

  /** Tries a message again that waits, or was refused. */
  @Post('outbox/:id/try')
  async tryAgain(@Acting() by: Actor, @Param('id', ParseIntPipe) id: number): Promise<OutboxMessageResponse[]> {
    await this.writer.run(tryMessageAgain, { ...by, id });
    await this.keeper.carryAll();
    return outboxOf(this.reader.db, by.organisation, by.person).map(outboxMessageResponse);
  }
}
