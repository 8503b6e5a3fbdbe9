import { ChangePasswordRequest, PreferencesRequest } from '@just-ledger/contract';
import { Body, Controller, Delete, HttpCode, Put, Req } from '@nestjs/common';
import { verify } from '@node-rs/argon2';
import { unprocessable } from '../problems/refusal.js';
import { Reader, Writer } from '../threads/threads.module.js';
import { assertMayTry, AttemptLimit } from './attempt-limit.js';
import { hashPassword } from './password.js';
import { changePassword, changePreferences, endSessionsOf } from './session-commands.js';
import { CurrentPerson, SESSION_COOKIE } from './session-guard.js';
import { hashToken, type Person, personOfEmail } from './session-store.js';

/** A person's own sign-in: its password, and the sessions it has open anywhere. */
@Controller('api/own-sign-in')
export class OwnSignInController {
  private readonly limit = new AttemptLimit();

  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  /** Changes the password and ends every other session of the person. */
  @Put('password')
  @HttpCode(204)
  async changePassword(
    @CurrentPerson() person: Person,
    @Body() { current, next }: ChangePasswordRequest,
    @Req() { cookies }: { cookies: Record<string, string | undefined> },
  ): Promise<void> {
    const key = `person ${person.id}`;
    assertMayTry(this.limit, [key]);
    const hash = personOfEmail(this.reader.db, person.email)?.passwordHash ?? '';
    if (!(await verify(hash, current))) {
      this.limit.failed(key, Date.now());
      throw unprocessable('wrong-password', 'current', 'This is not your password.');
    }
    if (current === next) throw unprocessable('same-password', 'next', 'Choose another than the one you have.');
    await this.writer.run(changePassword, {
      personId: person.id,
      passwordHash: await hashPassword(next),
      keep: hashToken(cookies[SESSION_COOKIE] ?? ''),
    });
  }

  /** Keeps how the person reads and types amounts and dates. */
  @Put('preferences')
  @HttpCode(204)
  changePreferences(
    @CurrentPerson() person: Person,
    @Body() { amounts, dates, colours, paper }: PreferencesRequest,
  ): Promise<void> {
    return this.writer.run(changePreferences, {
      personId: person.id,
      preferences: { amounts, dates, colours, paper },
    });
  }

  /** Ends every session of the person, this one too. */
  @Delete('sessions')
  @HttpCode(204)
  signOutEverywhere(@CurrentPerson() person: Person): Promise<void> {
    return this.writer.run(endSessionsOf, { personId: person.id });
  }
}
