import type { OutboxMessageResponse } from '@just-ledger/contract';
import { desc, eq, or, sql } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { outboxMessage } from '../database/schema.js';

/** A message to be written: about an organisation, or to a person. */
export interface Message {
  readonly to: string;
  readonly about: { readonly organisation: number } | { readonly person: number };
  readonly subject: string;
  readonly body: string;
}

/** Puts a message where mail would be sent. */
export function writeMessage(db: Db, { to, about, subject, body }: Message): void {
  db.insert(outboxMessage)
    .values({ writtenAt: new Date().toISOString(), recipient: to, ...about, subject, body })
    .run();
}

/**
 * The messages that an owner may read, the latest first: those about the organisation, and those to people who have
 * a place in no organisation that is not the owner's too. A way to somebody's password opens all they may see.
 */
export function messagesFor(db: Db, organisation: number, owner: number): OutboxMessageResponse[] {
  const own = sql`${outboxMessage.person} IN (SELECT person FROM membership WHERE organisation = ${organisation})
    AND NOT EXISTS (SELECT 1 FROM membership AS theirs WHERE theirs.person = ${outboxMessage.person}
      AND theirs.organisation NOT IN (SELECT organisation FROM membership WHERE person = ${owner} AND role = 'owner'))`;
  return db
    .select({
      id: outboxMessage.id,
      writtenAt: outboxMessage.writtenAt,
      to: outboxMessage.recipient,
      subject: outboxMessage.subject,
      body: outboxMessage.body,
    })
    .from(outboxMessage)
    .where(or(eq(outboxMessage.organisation, organisation), own))
    .orderBy(desc(outboxMessage.id))
    .limit(100)
    .all();
}
