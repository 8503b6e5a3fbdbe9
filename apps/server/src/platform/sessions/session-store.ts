import type { SessionResponse } from '@just-ledger/contract';
import { type Preferences, USUAL_PREFERENCES } from '@just-ledger/core';
import { and, eq, gt, isNotNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Db } from '../database/connection.js';
import { person, session } from '../database/schema.js';

/** A signed-in person. */
export interface Person {
  readonly id: number;
  readonly email: string;
  readonly name: string;
}

/** The address of whoever can sign in: those whom only an archive names have neither session nor place. */
export const signInAddress = sql<string>`${person.email}`;

const signedIn = { id: person.id, email: signInAddress, name: person.name };

/** Only the hash of a session's token is kept. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** Whose session a token opens, if it has not expired. */
export function personOfToken(db: Db, token: string): Person | undefined {
  return db
    .select(signedIn)
    .from(session)
    .innerJoin(person, eq(person.id, session.person))
    .where(and(eq(session.tokenHash, hashToken(token)), gt(session.expiresAt, new Date().toISOString())))
    .get();
}

/** A person with the password's hash, by address. */
export function personOfEmail(db: Db, email: string): (Person & { passwordHash: string }) | undefined {
  return db
    .select({ ...signedIn, passwordHash: sql<string>`${person.passwordHash}` })
    .from(person)
    .where(eq(person.email, email.trim()))
    .get();
}

/** A person who can sign in, by id. */
export function personOfId(db: Db, id: number): Person | undefined {
  return db
    .select(signedIn)
    .from(person)
    .where(and(eq(person.id, id), isNotNull(person.email)))
    .get();
}

/** How a person reads amounts and dates. */
export function preferencesOf(db: Db, id: number): Preferences {
  const row = db.select({ preferences: person.preferences }).from(person).where(eq(person.id, id)).get();
  return { ...USUAL_PREFERENCES, ...row?.preferences };
}

/** A signed-in person as it goes over the wire, with how they read amounts and dates. */
export function personResponse(db: Db, { id, email, name }: Person): NonNullable<SessionResponse['person']> {
  return { email, name, preferences: preferencesOf(db, id) };
}

/** Whether nobody has been set up yet. */
export function isFirstRun(db: Db): boolean {
  return db.select({ id: person.id }).from(person).limit(1).get() === undefined;
}
