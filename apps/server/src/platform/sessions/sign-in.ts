import { problem } from '@just-ledger/core';
import { Injectable, Logger } from '@nestjs/common';
import { Refusal } from '../problems/refusal.js';
import { Reader, Writer } from '../threads/threads.module.js';
import { type Attempt, Attempts } from './attempts.js';
import { isPassword } from './password.js';
import { hashOfRecoveryCode, stepOfCode } from './device-codes.js';
import { takeRecoveryCode, takeStep } from './device-commands.js';
import { confirmedDevice } from './device-store.js';
import { type Person, personOfEmail } from './session-store.js';

/** What somebody says to be let in. */
export interface Credentials {
  readonly email: string;
  readonly password: string;
  /** Of the device, or from paper. */
  readonly code?: string | undefined;
}

/** Finds out whether people are who they say they are. */
@Injectable()
export class SignIn {
  private readonly logger = new Logger('sign-in');

  constructor(
    private readonly reader: Reader,
    private readonly writer: Writer,
    private readonly attempts: Attempts,
  ) {}

  /**
   * Who signs in with an address, a password and, where the person has a device, a code of it.
   *
   * @param address where it is tried
   * @throws {Refusal} 401 if they do not belong together or the code is missing or wrong, 429 after too many attempts
   */
  async personOf({ email, password, code = '' }: Credentials, address: string): Promise<Person> {
    const attempt = { person: email, address };
    await this.begin(attempt);
    const found = personOfEmail(this.reader.db, email);
    const isRight = await isPassword(found?.passwordHash, password);
    if (!found || !isRight) {
      this.logger.warn(
        `Refused ${JSON.stringify(email)} at ${address}: address and password do not belong together.`,
      );
      throw refused('wrong-password', 'password', 'This address and password do not belong together.');
    }
    const device = confirmedDevice(this.reader.db, found.id);
    if (device) {
      if (code.trim() === '') {
        await this.attempts.takeBack(attempt);
        throw refused('device-code', 'code', 'Enter the code that your device shows, or one of those on paper.');
      }
      if (!(await this.isCode(found.id, device.secret, code))) {
        this.logger.warn(`Refused ${JSON.stringify(email)} at ${address}: the code is not right.`);
        throw refused('wrong-code', 'code', 'This code is not right, or was used already.');
      }
    }
    await this.attempts.succeeded(attempt);
    const { id, email: own, name } = found;
    return { id, email: own, name };
  }

  /**
   * Makes sure that a person who is signed in already knows the password.
   *
   * @param path where it was typed
   * @throws {Refusal} 422 if it is wrong, 429 after too many attempts
   */
  async assertKnows(person: Person, password: string, path: string, address: string): Promise<void> {
    const attempt = { person: person.email, address };
    await this.begin(attempt);
    if (!(await isPassword(personOfEmail(this.reader.db, person.email)?.passwordHash, password))) {
      this.logger.warn(`Refused ${JSON.stringify(person.email)} at ${address}: not the password.`);
      throw new Refusal(422, [problem('wrong-password', path, 'This is not your password.')]);
    }
    await this.attempts.succeeded(attempt);
  }

  /** The step of a code that is tried at a secret which is not asked for yet. @throws {Refusal} 429 after too many attempts */
  async stepOf(secret: string, code: string, attempt: Attempt): Promise<number | undefined> {
    await this.begin(attempt);
    const step = stepOfCode(secret, code);
    if (step !== undefined) await this.attempts.succeeded(attempt);
    return step;
  }

  private async begin(attempt: Attempt): Promise<void> {
    try {
      await this.attempts.begin(attempt);
    } catch (error) {
      this.logger.warn(`Refused ${JSON.stringify(attempt.person)} at ${attempt.address}: too many attempts.`);
      throw error;
    }
  }

  private async isCode(personId: number, secret: string, code: string): Promise<boolean> {
    const step = stepOfCode(secret, code);
    if (step !== undefined) return this.writer.run(takeStep, { personId, step });
    return this.writer.run(takeRecoveryCode, { personId, hash: hashOfRecoveryCode(personId, code) });
  }
}

function refused(code: string, path: string, message: string): Refusal {
  return new Refusal(401, [problem(code, path, message)]);
}
