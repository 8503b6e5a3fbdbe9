import type { OutboxMessageResponse, SentPapersResponse } from '@just-ledger/contract';
import { and, asc, desc, eq, isNotNull, lte, or, sql } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { outboxMessage } from '../database/schema.js';

/** A message to be written: about an organisation, or to a person. */
export interface Message {
  readonly to: string;
  readonly about: { readonly organisation: number } | { readonly person: number };
  readonly subject: string;
  readonly body: string;
  /** Whether it goes out by itself; one that does not, and has no paper, is held for an owner to hand on. */
  readonly goesOut?: true;
  /** The paper of the organisation that goes with it. Such a message goes out. */
  readonly paper?: { readonly attachment: number; readonly replyTo: string | null };
}

const DELIVERY = {
  state: outboxMessage.state,
  tries: outboxMessage.tries,
  reason: outboxMessage.reason,
  nextTryAt: outboxMessage.nextTryAt,
};

/** Puts a message into the outbox. */
export function writeMessage(db: Db, { to, about, subject, body, paper, goesOut }: Message): void {
  const writtenAt = new Date().toISOString();
  db.insert(outboxMessage)
    .values({
      writtenAt,
      recipient: to,
      ...about,
      subject,
      body,
      ...paper,
      ...((paper ?? goesOut) && { state: 'waiting' as const, nextTryAt: writtenAt }),
    })
    .run();
}

/** A message as it is kept. */
export interface KeptMessage extends Omit<OutboxMessageResponse, 'link'> {
  /** To whom by themselves it is; null where it is about the organisation. */
  readonly person: number | null;
}

/**
 * The messages that an owner may read, the latest first: those about the organisation, and those to people who have
 * a place in no organisation that is not the owner's too. A way to somebody's password opens all they may see.
 */
export function messagesFor(db: Db, organisation: number, owner: number): KeptMessage[] {
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
      person: outboxMessage.person,
      ...DELIVERY,
    })
    .from(outboxMessage)
    .where(or(eq(outboxMessage.organisation, organisation), own))
    .orderBy(desc(outboxMessage.id))
    .limit(100)
    .all();
}

/** The messages of an organisation that go out with a paper, the first first, by the id of the paper. */
export function messagesOfPapers(db: Db, organisation: number): Map<number, SentPapersResponse[]> {
  const rows = db
    .select({ message: outboxMessage.id, to: outboxMessage.recipient, paper: outboxMessage.attachment, ...DELIVERY })
    .from(outboxMessage)
    .where(and(eq(outboxMessage.organisation, organisation), isNotNull(outboxMessage.attachment)))
    .orderBy(asc(outboxMessage.id))
    .all();
  const found = new Map<number, SentPapersResponse[]>();
  for (const { paper, ...row } of rows) if (paper !== null) found.set(paper, [...(found.get(paper) ?? []), row]);
  return found;
}

/** The ids of the messages whose time to go out has come, the one that waits longest first. @param now UTC moment */
export function messagesToCarry(db: Db, now: string): number[] {
  return db
    .select({ id: outboxMessage.id })
    .from(outboxMessage)
    .where(and(eq(outboxMessage.state, 'waiting'), lte(outboxMessage.nextTryAt, now)))
    .orderBy(asc(outboxMessage.nextTryAt), asc(outboxMessage.id))
    .limit(200)
    .all()
    .map(({ id }) => id);
}
