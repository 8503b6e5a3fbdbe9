import type { Preferences } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, integer, text } from 'drizzle-orm/sqlite-core';
import { caseless, json, moment, table } from '../columns.js';

export const person = table(
  'person',
  {
    id: integer('id').primaryKey(),
    /** Null, like the password, for somebody whom only an archive names. */
    email: caseless('email').unique(),
    name: text('name').notNull(),
    passwordHash: text('password_hash'),
    /** How they read and type amounts and dates; null for what is usual. */
    preferences: json<Preferences>('preferences'),
    createdAt: moment('created_at').notNull(),
  },
  (self) => [check('person_signs_in', sql`(${self.email} IS NULL) = (${self.passwordHash} IS NULL)`)],
);

/** The person who did something. */
export const personColumn = (name: string) =>
  integer(name)
    .notNull()
    .references(() => person.id);

export const session = table('session', {
  tokenHash: text('token_hash').primaryKey(),
  person: personColumn('person'),
  createdAt: moment('created_at').notNull(),
  expiresAt: moment('expires_at').notNull(),
});

export const passwordReset = table('password_reset', {
  tokenHash: text('token_hash').primaryKey(),
  person: personColumn('person'),
  createdAt: moment('created_at').notNull(),
  expiresAt: moment('expires_at').notNull(),
});
