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
export function idempotent<T>(context: WriteContext, request: IdempotentRequest, work: () => T): T {
  const known = keptAnswer<T>(context, request);
  if (known !== undefined) return known;
  const answer = work();
  keepAnswer(context, request, answer);
  return answer;
}

/** The first answer to a request, if it was answered. @throws {Refusal} 422 if its key came with another request */
export function keptAnswer<T>(
  context: WriteContext,
  { organisation, person, key, request }: IdempotentRequest,
): T | undefined {
  if (!key) return undefined;
  if (key.length > 200)
    throw new Refusal(422, [problem('idempotency-key', '', 'An idempotency key has at most 200 characters.')]);
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
  if (known && known.requestHash !== hashOf(request)) {
    throw new Refusal(422, [
      problem('idempotency-key-reused', '', 'This idempotency key has already been used for another request.'),
    ]);
  }
  return known?.response as T | undefined;
}

/** Keeps the answer to a request, in the transaction of what was done. */
export function keepAnswer(
  context: WriteContext,
  { organisation, person, key, request }: IdempotentRequest,
  response: unknown,
): void {
  if (!key) return;
  context.db
    .insert(idempotentResponse)
    .values({ organisation, person, key, requestHash: hashOf(request), response, at: context.clock.moment() })
    .run();
}

function hashOf(request: unknown): string {
  return createHash('sha256').update(JSON.stringify(request)).digest('hex');
}
