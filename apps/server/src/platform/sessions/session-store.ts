import type { OwnPasskeyResponse, OwnSessionResponse, SessionResponse } from '@just-ledger/contract';
import { type Preferences, USUAL_PREFERENCES } from '@just-ledger/core';
import { and, desc, eq, getTableColumns, gt, isNotNull, sql } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import type { Db } from '../database/connection.js';
import { passkey, person, session } from '../database/schema.js';

/** A signed-in person. */
export interface Person {
  readonly id: number;
  readonly email: string;
  readonly name: string;
}

/** The address of whoever can sign in: those whom only an archive names have neither session nor place. */
export const signInAddress = sql<string>`${person.email}`;

const signedIn = { id: person.id, email: signInAddress, name: person.name };

/** A session ends so many days after it was opened. */
export const SESSION_DAYS = 14;

/** It ends when it was not used for so many hours. */
export const IDLE_HOURS = 24;

/** Its use is written down when it was not for so many minutes. */
const NOTED_EVERY = 5;

const MINUTE = 60_000;

/** Only the hash of a session's token is kept. */
export function hashToken(token: string): string {
  return createHash('sha256').update(token).digest('hex');
}

/** Whose session a token opens, if it has not ended. */
export function personOfToken(db: Db, token: string): Person | undefined {
  return sessionOfToken(db, token)?.person;
}

/** A session that has not ended: whose it is, and whether it is time to note that it is used. */
export interface FoundSession {
  readonly person: Person;
  readonly tokenHash: string;
  readonly isToBeNoted: boolean;
}

/** A session that has not ended, by its token. */
export function sessionOfToken(db: Db, token: string, now = Date.now()): FoundSession | undefined {
  const tokenHash = hashToken(token);
  const found = db
    .select({ ...signedIn, usedAt: session.usedAt })
    .from(session)
    .innerJoin(person, eq(person.id, session.person))
    .where(and(eq(session.tokenHash, tokenHash), isOpen(now)))
    .get();
  if (!found) return undefined;
  const { usedAt, ...of } = found;
  return { person: of, tokenHash, isToBeNoted: now - Date.parse(usedAt) > NOTED_EVERY * MINUTE };
}

/** That a session has not ended: neither by its days nor because nobody used it. */
export function isOpen(now: number) {
  const idleSince = new Date(now - IDLE_HOURS * 60 * MINUTE).toISOString();
  return and(gt(session.expiresAt, new Date(now).toISOString()), gt(session.usedAt, idleSince));
}

/** The open sessions of a person, those used last first. @param own the hash of the one that asks */
export function sessionsOf(db: Db, id: number, own: string): OwnSessionResponse[] {
  return db
    .select()
    .from(session)
    .where(and(eq(session.person, id), isOpen(Date.now())))
    .orderBy(desc(session.usedAt), session.tokenHash)
    .all()
    .map(({ tokenHash, createdAt, usedAt, address, agent }) => ({
      key: keyOfSession(tokenHash),
      createdAt,
      usedAt,
      address,
      agent,
      isThis: tokenHash === own,
    }));
}

/** The passkeys of a person, the latest first. */
export function passkeysOf(db: Db, id: number): OwnPasskeyResponse[] {
  const { id: key, name, createdAt, usedAt } = getTableColumns(passkey);
  return db
    .select({ id: key, name, createdAt, usedAt })
    .from(passkey)
    .where(eq(passkey.person, id))
    .orderBy(desc(passkey.id))
    .all();
}

/** By what a session is told from others of its person: it opens nothing. */
export function keyOfSession(tokenHash: string): string {
  return hashToken(tokenHash).slice(0, 16);
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
