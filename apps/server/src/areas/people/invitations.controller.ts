import { type InvitationOffer, type SessionResponse, TakeInvitationRequest } from '@just-ledger/contract';
import { isPlainText } from '@just-ledger/core';
import { Body, Controller, Get, HttpCode, Param, Post, Req, Res } from '@nestjs/common';
import { MACHINE_TIME_ZONE } from '../../platform/database/clock.js';
import { notFound, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import { assertNotSoonGuessed } from '../../platform/sessions/guessed-password.js';
import { beginSession, type CookieReply, type CookieRequest } from '../../platform/sessions/open-session.js';
import { hashPassword } from '../../platform/sessions/password.js';
import { SESSION_COOKIE } from '../../platform/sessions/session-cookie.js';
import { Open } from '../../platform/sessions/session-guard.js';
import { personOfEmail, personOfId, personOfToken, personResponse } from '../../platform/sessions/session-store.js';
import { SignIn } from '../../platform/sessions/sign-in.js';
import { Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { takeInvitation } from './people-commands.js';
import { type Invitation, invitationOfToken } from './people-store.js';

/** What an invitation's link leads to: for whoever has the link, signed in or not. */
@Open()
@Controller('api/invitations')
export class InvitationsController {
  constructor(
    private readonly reader: Reader,
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly signIn: SignIn,
  ) {}

  @Get(':token')
  offer(@Param('token') token: string, @Req() request: CookieRequest): InvitationOffer {
    const { db } = this.reader;
    const found = this.invitation(token);
    return {
      organisation: organisationOf(db, found.organisation).name,
      email: found.email,
      role: found.role,
      invitedBy: personOfId(db, found.invitedBy)?.name ?? '',
      expiresAt: found.expiresAt,
      known: personOfEmail(db, found.email) !== undefined,
      signedIn: this.signedIn(request, found) !== undefined,
    };
  }

  /** Takes the invitation and signs in. */
  @Post(':token')
  @HttpCode(200)
  async take(
    @Param('token') token: string,
    @Body() body: TakeInvitationRequest,
    @Req() request: CookieRequest,
    @Res({ passthrough: true }) reply: CookieReply,
  ): Promise<SessionResponse> {
    const found = this.invitation(token);
    const given = await this.taker(found, body, request);
    const id = await this.writer.run(takeInvitation, { token, given });
    if (this.signedIn(request, found) !== id) await beginSession(this.writer, id, request, reply);
    const person = personOfId(this.reader.db, id);
    return {
      person: person ? personResponse(this.reader.db, person) : null,
      firstRun: false,
      today: this.reader.clock.today(MACHINE_TIME_ZONE),
    };
  }

  private invitation(token: string): Invitation {
    const found = invitationOfToken(this.reader.db, token);
    if (!found) throw notFound('invitation');
    return found;
  }

  private signedIn(request: CookieRequest, { email }: Invitation): number | undefined {
    const token = request.cookies[SESSION_COOKIE];
    const person = token ? personOfToken(this.reader.db, token) : undefined;
    return person?.email.toLowerCase() === email.toLowerCase() ? person.id : undefined;
  }

  private async taker(
    found: Invitation,
    { email = found.email, name = '', password = '', code }: TakeInvitationRequest,
    request: CookieRequest,
  ): Promise<{ personId: number } | { email: string; name: string; passwordHash: string }> {
    const isOther = email.trim().toLowerCase() !== found.email.toLowerCase();
    const signedIn = this.signedIn(request, found);
    if (signedIn !== undefined && !isOther) return { personId: signedIn };
    const known = personOfEmail(this.reader.db, email);
    if (known && isOther)
      throw unprocessable('email-taken', 'email', 'Somebody signs in with this address already. Choose another.');
    if (!known) {
      if (name.trim() === '' || !isPlainText(name, 120)) throw unprocessable('name', 'name', 'Enter a name.');
      if (password.length < 10) {
        throw unprocessable('password', 'password', 'A password has at least 10 characters.');
      }
      await assertNotSoonGuessed(this.readers, 'password', password, [name, email]);
      return { email: email.trim(), name: name.trim(), passwordHash: await hashPassword(password) };
    }
    try {
      const { id } = await this.signIn.personOf({ email: found.email, password, code }, request.ip);
      return { personId: id };
    } catch (error) {
      // a field of this form is wrong; whoever is signed in otherwise stays so
      throw error instanceof Refusal && error.status === 401 ? new Refusal(422, error.problems) : error;
    }
  }
}
