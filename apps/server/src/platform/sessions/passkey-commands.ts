import { problem } from '@just-ledger/core';
import { and, count, eq } from 'drizzle-orm';
import { passkey } from '../database/schema.js';
import { notFound, Refusal } from '../problems/refusal.js';
import { defineCommand } from '../threads/task.js';
import type { WriteContext } from '../threads/write-context.js';

/** So many passkeys a person has at most. */
const MOST_PASSKEYS = 20;

/** What is kept of a passkey: nothing that opens anything without the device on which it is. */
export interface NewPasskey {
  readonly name: string;
  /** As the device names it, base64url. */
  readonly credential: string;
  /** COSE key, base64url. */
  readonly publicKey: string;
  readonly signatures: number;
  readonly transports: readonly string[];
}

/** Keeps a passkey of a person. @throws {Refusal} 409 if it is there, or there are too many */
export const keepPasskey = defineCommand(
  'keepPasskey',
  ({ db }: WriteContext, { personId, kept }: { personId: number; kept: NewPasskey }): void => {
    const { own } = db.select({ own: count() }).from(passkey).where(eq(passkey.person, personId)).get() ?? { own: 0 };
    if (own >= MOST_PASSKEYS) {
      const message = `You have ${MOST_PASSKEYS} passkeys. Remove one that you no longer use first.`;
      throw new Refusal(409, [problem('too-many-passkeys', '', message)]);
    }
    const known = db.select().from(passkey).where(eq(passkey.credential, kept.credential)).get();
    if (known) throw new Refusal(409, [problem('passkey-there', '', 'This passkey is there already.')]);
    db.insert(passkey)
      .values({ ...kept, person: personId, createdAt: new Date().toISOString() })
      .run();
  },
);

/** Notes that a passkey was used, and how often it has signed. */
export const notePasskeyUsed = defineCommand(
  'notePasskeyUsed',
  ({ db }: WriteContext, { id, signatures }: { id: number; signatures: number }): void => {
    db.update(passkey).set({ signatures, usedAt: new Date().toISOString() }).where(eq(passkey.id, id)).run();
  },
);

/** A passkey opens nothing any more. @throws {Refusal} 404 if the person has none of this id */
export const removePasskey = defineCommand(
  'removePasskey',
  ({ db }: WriteContext, { personId, id }: { personId: number; id: number }): void => {
    const { changes } = db
      .delete(passkey)
      .where(and(eq(passkey.id, id), eq(passkey.person, personId)))
      .run();
    if (changes === 0) throw notFound('passkey');
  },
);

/** None of a person's passkeys opens anything any more. */
export function removePasskeysOf({ db }: WriteContext, personId: number): void {
  db.delete(passkey).where(eq(passkey.person, personId)).run();
}
