import { minutesToNextTry, problem } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { outboxMessage } from '../database/schema.js';
import { notFound, Refusal } from '../problems/refusal.js';
import type { Actor } from '../sessions/session-guard.js';
import { defineCommand } from '../threads/task.js';
import type { WriteContext } from '../threads/write-context.js';
import type { Delivery } from './mail-stand-in.js';
import { messagesFor } from './outbox-store.js';

/** Writes down what became of a message that was tried. One that could not go out goes later, until it is given up. */
export const tellDelivery = defineCommand(
  'tellDelivery',
  ({ db }: WriteContext, { id, delivery }: { readonly id: number; readonly delivery: Delivery }): void => {
    const isWaiting = and(eq(outboxMessage.id, id), eq(outboxMessage.state, 'waiting'));
    const row = db.select({ tries: outboxMessage.tries }).from(outboxMessage).where(isWaiting).get();
    if (!row) return;
    const tries = row.tries + 1;
    db.update(outboxMessage)
      .set({ tries, ...afterTry(delivery, tries) })
      .where(isWaiting)
      .run();
  },
  { archivedBooks: 'allowed', besideEntryFile: 'allowed' },
);

/** Lets a message go out that waits or was refused: the next look at the outbox tries it. */
export const tryMessageAgain = defineCommand(
  'tryMessageAgain',
  ({ db }: WriteContext, { organisation, person, id }: Actor & { readonly id: number }): void => {
    const message = messagesFor(db, organisation, person).find((message) => message.id === id);
    if (!message) throw notFound('message');
    if (message.state === 'sent')
      throw new Refusal(409, [problem('message-sent', '', 'This message has gone out already.')]);
    if (message.state === 'held')
      throw new Refusal(409, [problem('message-held', '', 'This message is held for an owner to hand on.')]);
    db.update(outboxMessage)
      .set({
        state: 'waiting',
        nextTryAt: new Date().toISOString(),
        ...(message.state === 'refused' && { tries: 0 }),
      })
      .where(eq(outboxMessage.id, id))
      .run();
  },
  { besideEntryFile: 'allowed' },
);

function afterTry(delivery: Delivery, tries: number) {
  if (delivery.state === 'sent') return { state: 'sent' as const, reason: null, nextTryAt: null };
  const minutes = delivery.state === 'busy' ? minutesToNextTry(tries) : undefined;
  if (minutes !== undefined)
    return { reason: delivery.reason, nextTryAt: new Date(Date.now() + minutes * 60_000).toISOString() };
  const reason = delivery.state === 'busy' ? `Given up after ${tries} tries. ${delivery.reason}` : delivery.reason;
  return { state: 'refused' as const, reason, nextTryAt: null };
}
