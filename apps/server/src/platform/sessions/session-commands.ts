import { type Preferences, problem } from '@just-ledger/core';
import { and, eq, ne, not, sql } from 'drizzle-orm';
import { passwordReset, person, session } from '../database/schema.js';
import { notFound, Refusal } from '../problems/refusal.js';
import { defineCommand } from '../threads/task.js';
import type { WriteContext } from '../threads/write-context.js';
import { isOpen, keyOfSession, SESSION_DAYS } from './session-store.js';

const DAY = 24 * 60 * 60 * 1000;

/** Creates the first person; refused as soon as there is one. @returns its id */
export const createFirstOwner = defineCommand(
  'createFirstOwner',
  (
    context: WriteContext,
    { email, name, passwordHash }: { email: string; name: string; passwordHash: string },
  ): number => {
    if (context.db.select({ id: person.id }).from(person).limit(1).get()) {
      throw new Refusal(409, [problem('owner-exists', '', 'These books already have an owner. Sign in instead.')]);
    }
    return context.db
      .insert(person)
      .values({ id: sql`1`, email, name, passwordHash, createdAt: new Date().toISOString() })
      .returning({ id: person.id })
      .get().id;
  },
);

/** Opens a session; the one before it ends, and those that have expired are forgotten. */
export const openSession = defineCommand(
  'openSession',
  (
    context: WriteContext,
    {
      personId,
      tokenHash,
      before,
      address,
      agent,
    }: { personId: number; tokenHash: string; before: string | null; address: string; agent: string },
  ): void => {
    const now = new Date();
    const expiresAt = new Date(now.getTime() + SESSION_DAYS * DAY).toISOString();
    context.db
      .delete(session)
      .where(not(isOpen(now.getTime()) ?? sql`1`))
      .run();
    if (before !== null) context.db.delete(session).where(eq(session.tokenHash, before)).run();
    const moment = now.toISOString();
    context.db
      .insert(session)
      .values({ tokenHash, person: personId, createdAt: moment, usedAt: moment, expiresAt, address, agent })
      .run();
  },
);

/** Notes that a session is used. */
export const noteSessionUsed = defineCommand(
  'noteSessionUsed',
  (context: WriteContext, { tokenHash }: { tokenHash: string }): void => {
    context.db
      .update(session)
      .set({ usedAt: new Date().toISOString() })
      .where(eq(session.tokenHash, tokenHash))
      .run();
  },
);

/** Ends one session of a person, by its key. */
export const endOneSession = defineCommand(
  'endOneSession',
  (context: WriteContext, { personId, key }: { personId: number; key: string }): void => {
    const { db } = context;
    const found = db
      .select({ tokenHash: session.tokenHash })
      .from(session)
      .where(eq(session.person, personId))
      .all()
      .find(({ tokenHash }) => keyOfSession(tokenHash) === key);
    if (!found) throw notFound('session');
    db.delete(session).where(eq(session.tokenHash, found.tokenHash)).run();
  },
);

/** Changes a password and ends every session of its person but one. @param keep the hash of that session's token */
export const changePassword = defineCommand(
  'changePassword',
  (
    context: WriteContext,
    { personId, passwordHash, keep }: { personId: number; passwordHash: string; keep: string },
  ): void => {
    context.db.update(person).set({ passwordHash }).where(eq(person.id, personId)).run();
    // a way to a new password that was asked for before leads nowhere any more
    context.db.delete(passwordReset).where(eq(passwordReset.person, personId)).run();
    context.db
      .delete(session)
      .where(and(eq(session.person, personId), ne(session.tokenHash, keep)))
      .run();
  },
);

/** Keeps how a person reads and types amounts and dates. */
export const changePreferences = defineCommand(
  'changePreferences',
  (context: WriteContext, { personId, preferences }: { personId: number; preferences: Preferences }): void => {
    context.db.update(person).set({ preferences }).where(eq(person.id, personId)).run();
  },
);

/** Ends every session of a person. */
export const endSessionsOf = defineCommand(
  'endSessionsOf',
  (context: WriteContext, { personId }: { personId: number }): void => {
    context.db.delete(session).where(eq(session.person, personId)).run();
  },
);

/** Ends a session. */
export const endSession = defineCommand(
  'endSession',
  (context: WriteContext, { tokenHash }: { tokenHash: string }): void => {
    context.db.delete(session).where(eq(session.tokenHash, tokenHash)).run();
  },
);
