import { and, count, eq, isNotNull } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { recoveryCode, ownDevice } from '../database/schema.js';

/** The device of a person that was confirmed; undefined if none is asked for. */
export function confirmedDevice(db: Db, personId: number) {
  const where = and(eq(ownDevice.person, personId), isNotNull(ownDevice.confirmedAt));
  return db.select().from(ownDevice).where(where).get();
}

/** The secret that was offered to a person's device last, confirmed or not. */
export function offeredSecret(db: Db, personId: number): string | undefined {
  return db.select({ secret: ownDevice.secret }).from(ownDevice).where(eq(ownDevice.person, personId)).get()?.secret;
}

/** How many codes on paper are left to a person. */
export function codesLeft(db: Db, personId: number): number {
  return db.select({ codes: count() }).from(recoveryCode).where(eq(recoveryCode.person, personId)).get()?.codes ?? 0;
}
