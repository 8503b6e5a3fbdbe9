import { problem } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { idempotentAnswer } from '../../platform/database/schema.js';
import { Refusal } from '../../platform/problems/refusal.js';
import type { WriteContext } from '../../platform/threads/write-context.js';

/** Who asks for what under which key. */
export interface IdempotentRequest {
  readonly organisation: number;
  readonly person: number;
  readonly key: string | undefined;
  readonly request: unknown;
}

/**
 * Makes a request idempotent: the same key with the same request gets the first answer again, kept in the transaction of
 * what was done. A key that comes with another request is refused.
 */
export function idempotent<T>(
  context: WriteContext,
  { organisation, person, key, request }: IdempotentRequest,
  work: () => T,
): T {
  if (!key) return work();
  if (key.length > 200)
    throw new Refusal(422, [problem('idempotency-key', '', 'An idempotency key has at most 200 characters.')]);
  const requestHash = createHash('sha256').update(JSON.stringify(request)).digest('hex');
  const known = context.db
    .select()
    .from(idempotentAnswer)
    .where(
      and(
        eq(idempotentAnswer.organisation, organisation),
        eq(idempotentAnswer.person, person),
        eq(idempotentAnswer.key, key),
      ),
    )
    .get();
  if (known && known.requestHash !== requestHash) {
    throw new Refusal(422, [
      problem('idempotency-key-reused', '', 'This idempotency key has already been used for another request.'),
    ]);
  }
  if (known) return known.answer as T;
  const answer = work();
  context.db
    .insert(idempotentAnswer)
    .values({ organisation, person, key, requestHash, answer, at: context.clock.moment() })
    .run();
  return answer;
}
