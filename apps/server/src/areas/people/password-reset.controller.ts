import { NewPasswordRequest, PasswordResetRequest } from '@just-ledger/contract';
import { Body, Controller, HttpCode, Param, Post, Req } from '@nestjs/common';
import type { FastifyRequest } from 'fastify';
import { assertMayTry, AttemptLimit } from '../../platform/sessions/attempt-limit.js';
import { newLink } from '../../platform/sessions/link.js';
import { hashPassword } from '../../platform/sessions/password.js';
import { Open } from '../../platform/sessions/session-guard.js';
import { hashToken, personOfEmail } from '../../platform/sessions/session-store.js';
import { Reader, Writer } from '../../platform/threads/threads.module.js';
import { offerPasswordReset, resetPassword } from './people-commands.js';

/** A new password for somebody who has forgotten the old one. */
@Open()
@Controller('api/password-reset')
export class PasswordResetController {
  private readonly asked = new AttemptLimit();

  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
  ) {}

  /** Writes a message with the way to a new password, if the address has a sign-in; the answer is the same if not. */
  @Post()
  @HttpCode(204)
  async ask(@Body() { email }: PasswordResetRequest, @Req() request: FastifyRequest): Promise<void> {
    const keys = [`address ${request.ip}`, `email ${email.trim().toLowerCase()}`];
    assertMayTry(this.asked, keys);
    for (const key of keys) this.asked.failed(key, Date.now());
    const person = personOfEmail(this.reader.db, email);
    if (person) {
      await this.writer.run(offerPasswordReset, { personId: person.id, ...newLink('new-password') });
    }
  }

  /** Sets the new password and ends every session of the person. */
  @Post(':token')
  @HttpCode(204)
  async reset(@Param('token') token: string, @Body() { password }: NewPasswordRequest): Promise<void> {
    await this.writer.run(resetPassword, {
      tokenHash: hashToken(token),
      passwordHash: await hashPassword(password),
    });
  }
}
