import { type Preferences, problem } from '@just-ledger/core';
import { and, eq, lt, ne, sql } from 'drizzle-orm';
import { person, session } from '../database/schema.js';
import { Refusal } from '../problems/refusal.js';
import { defineCommand } from '../threads/task.js';
import type { WriteContext } from '../threads/write-context.js';

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

/** Opens a session and forgets those that have expired. */
export const openSession = defineCommand(
  'openSession',
  (
    context: WriteContext,
    { personId, tokenHash, expiresAt }: { personId: number; tokenHash: string; expiresAt: string },
  ): void => {
    const now = new Date().toISOString();
    context.db.delete(session).where(lt(session.expiresAt, now)).run();
    context.db.insert(session).values({ tokenHash, person: personId, createdAt: now, expiresAt }).run();
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
