import {
  FirstOwnerRequest,
  type PasskeyOfferResponse,
  PasskeyRequest,
  type SessionResponse,
  SignInRequest,
} from '@just-ledger/contract';
import { problem, USUAL_PREFERENCES } from '@just-ledger/core';
import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import { MACHINE_TIME_ZONE } from '../database/clock.js';
import { Refusal } from '../problems/refusal.js';
import { Reader, Readers, Writer } from '../threads/threads.module.js';
import { assertNotSoonGuessed } from './guessed-password.js';
import { beginSession, type CookieReply, type CookieRequest } from './open-session.js';
import { hashPassword } from './password.js';
import { Passkeys } from './passkeys.js';
import { createFirstOwner, endSession } from './session-commands.js';
import { COOKIE_TERMS, SESSION_COOKIE } from './session-cookie.js';
import { Open } from './session-guard.js';
import { hashToken, isFirstRun, type Person, personOfToken, personResponse } from './session-store.js';
import { SignIn } from './sign-in.js';

/** Signing in and out. */
@Open()
@Controller('api')
export class SessionsController {
  constructor(
    private readonly reader: Reader,
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly signIn: SignIn,
    private readonly passkeys: Passkeys,
  ) {}

  /** Who is signed in. */
  @Get('session')
  session(@Req() request: CookieRequest): SessionResponse {
    const token = request.cookies[SESSION_COOKIE];
    const person = token ? personOfToken(this.reader.db, token) : undefined;
    return {
      person: person ? personResponse(this.reader.db, person) : null,
      firstRun: isFirstRun(this.reader.db),
      today: this.reader.clock.today(MACHINE_TIME_ZONE),
    };
  }

  /** Signs a person in. */
  @Post('session')
  @HttpCode(200)
  async open(
    @Body() { email, password, code }: SignInRequest,
    @Req() request: CookieRequest,
    @Res({ passthrough: true }) reply: CookieReply,
  ): Promise<SessionResponse> {
    const person = await this.signIn.personOf({ email, password, code }, request.ip);
    await beginSession(this.writer, person.id, request, reply);
    return this.opened(person);
  }

  /** What a browser signs in with, if it has a passkey of these pages. */
  @Post('session/passkey/offer')
  @HttpCode(200)
  async offerPasskey(@Req() request: CookieRequest): Promise<PasskeyOfferResponse> {
    return { options: await this.passkeys.offerSignIn(request) };
  }

  /** Signs a person in who has a passkey: neither password nor code is asked for. */
  @Post('session/passkey')
  @HttpCode(200)
  async openByPasskey(
    @Body() { credential }: PasskeyRequest,
    @Req() request: CookieRequest,
    @Res({ passthrough: true }) reply: CookieReply,
  ): Promise<SessionResponse> {
    const person = await this.passkeys.personOf(credential, request);
    await beginSession(this.writer, person.id, request, reply);
    return this.opened(person);
  }

  /** Signs out. */
  @Delete('session')
  @HttpCode(204)
  async signOut(@Req() request: CookieRequest, @Res({ passthrough: true }) reply: CookieReply): Promise<void> {
    const token = request.cookies[SESSION_COOKIE];
    if (token) await this.writer.run(endSession, { tokenHash: hashToken(token) });
    reply.setCookie(SESSION_COOKIE, '', { ...COOKIE_TERMS, maxAge: 0 });
    // nothing of the books is left behind in the browser
    void reply.header('clear-site-data', '"cache", "storage"');
  }

  /** Creates the first person of an installation and signs them in. */
  @Post('first-owner')
  @HttpCode(201)
  async firstOwner(
    @Body() body: FirstOwnerRequest,
    @Req() request: CookieRequest,
    @Res({ passthrough: true }) reply: CookieReply,
  ): Promise<SessionResponse> {
    if (!isFirstRun(this.reader.db))
      throw new Refusal(409, [problem('owner-exists', '', 'These books already have an owner. Sign in instead.')]);
    await assertNotSoonGuessed(this.readers, 'password', body.password, [body.name, body.email]);
    const passwordHash = await hashPassword(body.password);
    const id = await this.writer.run(createFirstOwner, {
      email: body.email.trim(),
      name: body.name.trim(),
      passwordHash,
    });
    await beginSession(this.writer, id, request, reply);
    return {
      person: { email: body.email.trim(), name: body.name.trim(), preferences: USUAL_PREFERENCES },
      firstRun: false,
      today: this.reader.clock.today(MACHINE_TIME_ZONE),
    };
  }

  private opened(person: Person): SessionResponse {
    return {
      person: personResponse(this.reader.db, person),
      firstRun: false,
      today: this.reader.clock.today(MACHINE_TIME_ZONE),
    };
  }
}
