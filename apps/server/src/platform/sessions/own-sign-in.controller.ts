import {
  ChangePasswordRequest,
  DeviceCodeRequest,
  NewPasskeyRequest,
  type DeviceOfferResponse,
  type OwnSignInResponse,
  type PasskeyOfferResponse,
  PasswordAgainRequest,
  PreferencesRequest,
  type RecoveryCodesResponse,
} from '@just-ledger/contract';
import { Body, Controller, Delete, Get, HttpCode, Param, ParseIntPipe, Post, Put, Req } from '@nestjs/common';
import { isPlainText } from '@just-ledger/core';
import { unprocessable } from '../problems/refusal.js';
import { Reader, Readers, Writer } from '../threads/threads.module.js';
import { assertNotSoonGuessed } from './guessed-password.js';
import type { CookieRequest } from './open-session.js';
import { hashPassword } from './password.js';
import { deviceAddress, hashOfRecoveryCode, newRecoveryCodes, newSecret } from './device-codes.js';
import { confirmDevice, offerDevice, removeDevice, renewRecoveryCodes } from './device-commands.js';
import { codesLeft, confirmedDevice, offeredSecret } from './device-store.js';
import { keepPasskey, removePasskey } from './passkey-commands.js';
import { Passkeys } from './passkeys.js';
import { changePassword, changePreferences, endOneSession, endSessionsOf } from './session-commands.js';
import { SESSION_COOKIE } from './session-cookie.js';
import { CurrentPerson } from './session-guard.js';
import { hashToken, passkeysOf, type Person, sessionsOf } from './session-store.js';
import { SignIn } from './sign-in.js';

/** A person's own sign-in: the password, the device, and the sessions that are open anywhere. */
@Controller('api/own-sign-in')
export class OwnSignInController {
  constructor(
    private readonly reader: Reader,
    private readonly readers: Readers,
    private readonly writer: Writer,
    private readonly signIn: SignIn,
    private readonly passkeys: Passkeys,
  ) {}

  /** Where one is signed in, and what is asked for besides the password. */
  @Get()
  own(@CurrentPerson() { id }: Person, @Req() request: CookieRequest): OwnSignInResponse {
    const { db } = this.reader;
    const device = confirmedDevice(db, id);
    return {
      sessions: sessionsOf(db, id, ownHash(request)),
      device: device ? { since: device.confirmedAt ?? '', codesLeft: codesLeft(db, id) } : null,
      passkeys: passkeysOf(db, id),
    };
  }

  /** Changes the password and ends every other session of the person. */
  @Put('password')
  @HttpCode(204)
  async changePassword(
    @CurrentPerson() person: Person,
    @Body() { current, next }: ChangePasswordRequest,
    @Req() request: CookieRequest,
  ): Promise<void> {
    await this.signIn.assertKnows(person, current, 'current', request.ip);
    if (current === next) throw unprocessable('same-password', 'next', 'Choose another than the one you have.');
    await assertNotSoonGuessed(this.readers, 'next', next, [person.name, person.email]);
    await this.writer.run(changePassword, {
      personId: person.id,
      passwordHash: await hashPassword(next),
      keep: ownHash(request),
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

  /** Offers a secret to a device; nothing is asked for until it has given a code. */
  @Post('device')
  @HttpCode(200)
  async offerDevice(
    @CurrentPerson() person: Person,
    @Body() { password }: PasswordAgainRequest,
    @Req() request: CookieRequest,
  ): Promise<DeviceOfferResponse> {
    await this.signIn.assertKnows(person, password, 'password', request.ip);
    const secret = newSecret();
    await this.writer.run(offerDevice, { personId: person.id, secret });
    return { secret, address: deviceAddress(secret, person.email) };
  }

  /** The first code of the device: from now on one is asked for at each sign-in. Every other session ends. */
  @Put('device')
  async confirmDevice(
    @CurrentPerson() { id, email }: Person,
    @Body() { code }: DeviceCodeRequest,
    @Req() request: CookieRequest,
  ): Promise<RecoveryCodesResponse> {
    if (confirmedDevice(this.reader.db, id))
      throw unprocessable('device-there', 'code', 'The device is there already.');
    const secret = offeredSecret(this.reader.db, id);
    const attempt = { person: email, address: request.ip };
    const step = secret === undefined ? undefined : await this.signIn.stepOf(secret, code, attempt);
    if (step === undefined) {
      throw unprocessable('wrong-code', 'code', 'This code is not right. Does the clock of the device go right?');
    }
    const codes = newRecoveryCodes();
    const hashes = codes.map((text) => hashOfRecoveryCode(id, text));
    await this.writer.run(confirmDevice, { personId: id, step, codes: hashes, keep: ownHash(request) });
    return { codes };
  }

  /** New codes for paper; those before open nothing any more. */
  @Post('device/codes')
  @HttpCode(200)
  async renewCodes(
    @CurrentPerson() person: Person,
    @Body() { password }: PasswordAgainRequest,
    @Req() request: CookieRequest,
  ): Promise<RecoveryCodesResponse> {
    await this.signIn.assertKnows(person, password, 'password', request.ip);
    if (!confirmedDevice(this.reader.db, person.id)) throw unprocessable('no-device', '', 'There is no device.');
    const codes = newRecoveryCodes();
    const hashes = codes.map((text) => hashOfRecoveryCode(person.id, text));
    await this.writer.run(renewRecoveryCodes, { personId: person.id, codes: hashes });
    return { codes };
  }

  /** The password alone is asked for again. */
  @Post('device/removal')
  @HttpCode(204)
  async removeDevice(
    @CurrentPerson() person: Person,
    @Body() { password }: PasswordAgainRequest,
    @Req() request: CookieRequest,
  ): Promise<void> {
    await this.signIn.assertKnows(person, password, 'password', request.ip);
    await this.writer.run(removeDevice, { personId: person.id });
  }

  /** What a browser makes a passkey with, once the password was typed again. */
  @Post('passkeys/offer')
  @HttpCode(200)
  async offerPasskey(
    @CurrentPerson() person: Person,
    @Body() { password }: PasswordAgainRequest,
    @Req() request: CookieRequest,
  ): Promise<PasskeyOfferResponse> {
    await this.signIn.assertKnows(person, password, 'password', request.ip);
    return { options: await this.passkeys.offer(person, request) };
  }

  /** Keeps a passkey that a browser has made with what was offered. */
  @Post('passkeys')
  async keepPasskey(
    @CurrentPerson() person: Person,
    @Body() { name, credential }: NewPasskeyRequest,
    @Req() request: CookieRequest,
  ): Promise<OwnSignInResponse> {
    if (!isPlainText(name, 60) || name.trim() === '') {
      throw unprocessable('text', 'name', 'A name is up to 60 characters on one line.');
    }
    const kept = await this.passkeys.made(person, name.trim(), credential, request);
    await this.writer.run(keepPasskey, { personId: person.id, kept });
    return this.own(person, request);
  }

  @Post('passkeys/:id/removal')
  @HttpCode(204)
  async removePasskey(
    @CurrentPerson() person: Person,
    @Param('id', ParseIntPipe) id: number,
    @Body() { password }: PasswordAgainRequest,
    @Req() request: CookieRequest,
  ): Promise<void> {
    await this.signIn.assertKnows(person, password, 'password', request.ip);
    await this.writer.run(removePasskey, { personId: person.id, id });
  }

  /** Ends one session of the person, on whatever machine. */
  @Delete('sessions/:key')
  @HttpCode(204)
  endSession(@CurrentPerson() person: Person, @Param('key') key: string): Promise<void> {
    return this.writer.run(endOneSession, { personId: person.id, key });
  }

  /** Ends every session of the person, this one too. */
  @Delete('sessions')
  @HttpCode(204)
  signOutEverywhere(@CurrentPerson() person: Person): Promise<void> {
    return this.writer.run(endSessionsOf, { personId: person.id });
  }
}

function ownHash({ cookies }: CookieRequest): string {
  return hashToken(cookies[SESSION_COOKIE] ?? '');
}
