import { problem } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { createHash } from 'node:crypto';
import { idempotentResponse } from '../../platform/database/schema.js';
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
    .from(idempotentResponse)
    .where(
      and(
        eq(idempotentResponse.organisation, organisation),
        eq(idempotentResponse.person, person),
        eq(idempotentResponse.key, key),
      ),
    )
    .get();
  if (known && known.requestHash !== requestHash) {
    throw new Refusal(422, [
      problem('idempotency-key-reused', '', 'This idempotency key has already been used for another request.'),
    ]);
  }
  if (known) return known.response as T;
  const response = work();
  context.db
    .insert(idempotentResponse)
    .values({ organisation, person, key, requestHash, response, at: context.clock.moment() })
    .run();
  return response;
}
