import { problem } from '@just-ledger/core';
import { and, eq, lt, ne } from 'drizzle-orm';
import { recoveryCode, ownDevice, session } from '../database/schema.js';
import { Refusal } from '../problems/refusal.js';
import { defineCommand } from '../threads/task.js';
import type { WriteContext } from '../threads/write-context.js';
import { confirmedDevice } from './device-store.js';

/** Keeps a secret for a device that has yet to give its first code. @throws {Refusal} 409 if there is a device already */
export const offerDevice = defineCommand(
  'offerDevice',
  (context: WriteContext, { personId, secret }: { personId: number; secret: string }): void => {
    if (confirmedDevice(context.db, personId))
      throw new Refusal(409, [problem('device-there', '', 'There is a device already. Remove it first.')]);
    const set = { secret, lastStep: 0 };
    context.db
      .insert(ownDevice)
      .values({ person: personId, ...set })
      .onConflictDoUpdate({ target: ownDevice.person, set })
      .run();
  },
);

/**
 * From now on a code of the device is asked for besides the password. Every other session of the person ends.
 *
 * @param step the step of the code that confirms it
 * @param keep the hash of the session that stays
 */
export const confirmDevice = defineCommand(
  'confirmDevice',
  (
    context: WriteContext,
    { personId, step, codes, keep }: { personId: number; step: number; codes: readonly string[]; keep: string },
  ): void => {
    const { db } = context;
    db.update(ownDevice)
      .set({ confirmedAt: new Date().toISOString(), lastStep: step })
      .where(eq(ownDevice.person, personId))
      .run();
    keepCodes(context, personId, codes);
    db.delete(session)
      .where(and(eq(session.person, personId), ne(session.tokenHash, keep)))
      .run();
  },
);

/** Takes a code of the device, each step once. @returns whether it was taken */
export const takeStep = defineCommand(
  'takeStep',
  ({ db }: WriteContext, { personId, step }: { personId: number; step: number }): boolean =>
    db
      .update(ownDevice)
      .set({ lastStep: step })
      .where(and(eq(ownDevice.person, personId), lt(ownDevice.lastStep, step)))
      .run().changes > 0,
);

/** Takes a code on paper, once. @returns whether it was taken */
export const takeRecoveryCode = defineCommand(
  'takeRecoveryCode',
  ({ db }: WriteContext, { personId, hash }: { personId: number; hash: string }): boolean =>
    db
      .delete(recoveryCode)
      .where(and(eq(recoveryCode.person, personId), eq(recoveryCode.hash, hash)))
      .run().changes > 0,
);

/** Puts new codes in the place of those on paper. */
export const renewRecoveryCodes = defineCommand(
  'renewRecoveryCodes',
  (context: WriteContext, { personId, codes }: { personId: number; codes: readonly string[] }): void =>
    keepCodes(context, personId, codes),
);

/** No device is asked for any more. */
export const removeDevice = defineCommand(
  'removeDevice',
  ({ db }: WriteContext, { personId }: { personId: number }): void => {
    db.delete(ownDevice).where(eq(ownDevice.person, personId)).run();
    db.delete(recoveryCode).where(eq(recoveryCode.person, personId)).run();
  },
);

function keepCodes({ db }: WriteContext, personId: number, codes: readonly string[]): void {
  db.delete(recoveryCode).where(eq(recoveryCode.person, personId)).run();
  for (const hash of codes) db.insert(recoveryCode).values({ hash, person: personId }).run();
}
