import { FirstOwnerRequest, type SessionResponse, SignInRequest } from '@just-ledger/contract';
import { problem, USUAL_PREFERENCES } from '@just-ledger/core';
import { Body, Controller, Delete, Get, HttpCode, Post, Req, Res } from '@nestjs/common';
import { verify } from '@node-rs/argon2';
import { randomBytes } from 'node:crypto';
import { MACHINE_TIME_ZONE } from '../database/clock.js';
import { Refusal } from '../problems/refusal.js';
import { Reader, Writer } from '../threads/threads.module.js';
import { assertMayTry, AttemptLimit } from './attempt-limit.js';
import { beginSession, type CookieReply, type CookieRequest } from './open-session.js';
import { hashPassword } from './password.js';
import { createFirstOwner, endSession } from './session-commands.js';
import { Open, SESSION_COOKIE } from './session-guard.js';
import { hashToken, isFirstRun, personOfEmail, personOfToken, personResponse } from './session-store.js';

/** Signing in and out. */
@Open()
@Controller('api')
export class SessionsController {
  private readonly limit = new AttemptLimit();
  /** Verified against when the address is unknown, so that both take as long. */
  private readonly decoy = hashPassword(randomBytes(16).toString('hex'));

  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
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

  /** Signs a person in. Only failures count towards the limit. */
  @Post('session')
  @HttpCode(200)
  async signIn(
    @Body() body: SignInRequest,
    @Req() request: CookieRequest,
    @Res({ passthrough: true }) reply: CookieReply,
  ): Promise<SessionResponse> {
    const keys = [`address ${request.ip}`, `email ${body.email.trim().toLowerCase()}`];
    assertMayTry(this.limit, keys);
    const person = personOfEmail(this.reader.db, body.email);
    const isRight = await verify(person?.passwordHash ?? (await this.decoy), body.password);
    if (!person || !isRight) {
      for (const key of keys) this.limit.failed(key, Date.now());
      throw new Refusal(401, [
        problem('wrong-password', 'password', 'This address and password do not belong together.'),
      ]);
    }
    await beginSession(this.writer, person.id, request, reply);
    return {
      person: personResponse(this.reader.db, person),
      firstRun: false,
      today: this.reader.clock.today(MACHINE_TIME_ZONE),
    };
  }

  /** Signs out. */
  @Delete('session')
  @HttpCode(204)
  async signOut(@Req() request: CookieRequest, @Res({ passthrough: true }) reply: CookieReply): Promise<void> {
    const token = request.cookies[SESSION_COOKIE];
    if (token) await this.writer.run(endSession, { tokenHash: hashToken(token) });
    reply.setCookie(SESSION_COOKIE, '', { path: '/', maxAge: 0, httpOnly: true, sameSite: 'strict' });
  }

  /** Creates the first person of an installation and signs them in. */
  @Post('first-owner')
  @HttpCode(201)
  async firstOwner(
    @Body() body: FirstOwnerRequest,
    @Req() request: CookieRequest,
    @Res({ passthrough: true }) reply: CookieReply,
  ): Promise<SessionResponse> {
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
}
