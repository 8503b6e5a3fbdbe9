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
  /** When it was last used, give or take some minutes. */
  usedAt: moment('used_at').notNull().default(''),
  /** From which address and with which program it was opened, as the request said. */
  address: text('address').notNull().default(''),
  agent: text('agent').notNull().default(''),
});

/** The device whose codes a person gives besides the password. */
export const ownDevice = table('own_device', {
  person: personColumn('person').primaryKey(),
  /** Shared with the device; base32. */
  secret: text('secret').notNull(),
  /** Null until a first code of it was given: it is not asked for before. */
  confirmedAt: moment('confirmed_at'),
  /** The last step of time whose code was taken: none is taken twice. */
  lastStep: integer('last_step').notNull().default(0),
});

/** A code on paper that takes the place of the device, once. */
export const recoveryCode = table('recovery_code', {
  hash: text('hash').primaryKey(),
  person: personColumn('person'),
});

/** A passkey of a person: the key with which what it signs is read. Its secret never leaves the device on which it is. */
export const passkey = table('passkey', {
  id: integer('id').primaryKey({ autoIncrement: true }),
  person: personColumn('person'),
  name: text('name').notNull(),
  /** As the device names it, base64url. */
  credential: text('credential').notNull().unique(),
  /** COSE key, base64url. */
  publicKey: text('public_key').notNull(),
  /** How often it has signed, as it says itself; one that counts backwards is a copy. */
  signatures: integer('signatures').notNull(),
  /** By which ways browsers reach it. */
  transports: json<readonly string[]>('transports').notNull(),
  createdAt: moment('created_at').notNull(),
  usedAt: moment('used_at'),
});

export const passwordReset = table('password_reset', {
  tokenHash: text('token_hash').primaryKey(),
  person: personColumn('person'),
  createdAt: moment('created_at').notNull(),
  expiresAt: moment('expires_at').notNull(),
  /** When its link was told last. */
  linkMadeAt: moment('link_made_at'),
});
