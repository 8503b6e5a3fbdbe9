import { NewPasswordRequest, PasswordResetRequest } from '@just-ledger/contract';
import { Body, Controller, HttpCode, Param, Post, Req } from '@nestjs/common';
import type { FastifyRequest } from 'fastify';
import { notFound } from '../../platform/problems/refusal.js';
import { Attempts } from '../../platform/sessions/attempts.js';
import { assertNotSoonGuessed } from '../../platform/sessions/guessed-password.js';
import { hashPassword } from '../../platform/sessions/password.js';
import { Open } from '../../platform/sessions/session-guard.js';
import { hashToken, personOfEmail } from '../../platform/sessions/session-store.js';
import { Reader, Readers, Writer } from '../../platform/threads/threads.module.js';
import { offerPasswordReset, resetPassword } from './people-commands.js';
import { personOfWay } from './people-store.js';

/** A new password for somebody who has forgotten the old one. */
@Open()
@Controller('api/password-reset')
export class PasswordResetController {
  constructor(
    private readonly reader: Reader,
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly attempts: Attempts,
  ) {}

  /** Writes a message that somebody wants a new password, if the address has a sign-in; the answer is the same if not. */
  @Post()
  @HttpCode(204)
  async ask(@Body() { email }: PasswordResetRequest, @Req() request: FastifyRequest): Promise<void> {
    await this.attempts.begin({ person: `way to a new password ${email}`, address: request.ip });
    const person = personOfEmail(this.reader.db, email);
    if (person) {
      await this.writer.run(offerPasswordReset, { personId: person.id });
    }
  }

  /** Sets the new password and ends every session of the person. */
  @Post(':token')
  @HttpCode(204)
  async reset(@Param('token') token: string, @Body() { password }: NewPasswordRequest): Promise<void> {
    // nothing is reckoned for a link that leads nowhere
    const person = personOfWay(this.reader.db, hashToken(token));
    if (!person) throw notFound('way to a new password');
    await assertNotSoonGuessed(this.readers, 'password', password, [person.name, person.email]);
    await this.writer.run(resetPassword, {
      tokenHash: hashToken(token),
      passwordHash: await hashPassword(password),
    });
  }
}
