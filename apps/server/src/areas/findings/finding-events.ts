import type { FindingStateRequest } from '@just-ledger/contract';
import { FINDING_TYPES, isPlainText, problem, versionOf } from '@just-ledger/core';
import { desc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { findingEvent, person } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';

/** What was said last of a finding. */
export interface Said {
  readonly state: 'open' | 'looked-at';
  readonly reason: string | null;
  readonly evidence: string | null;
  readonly at: string;
  readonly by: string | null;
}

/** What was said last of each finding, by its id. */
export function lastSaid(db: Db, organisation: number): Map<string, Said> {
  const rows = db
    .select({
      finding: findingEvent.finding,
      state: findingEvent.state,
      reason: findingEvent.reason,
      evidence: findingEvent.evidence,
      at: findingEvent.at,
      by: person.name,
    })
    .from(findingEvent)
    .leftJoin(person, eq(person.id, findingEvent.by))
    .where(eq(findingEvent.organisation, organisation))
    .orderBy(findingEvent.place)
    .all();
  return new Map(rows.map(({ finding, ...said }) => [finding, said]));
}

/** The version of what was said of a finding; 0 where nothing was. */
export function versionOfSaid(said: Said | undefined): number {
  return versionOf(said && { ...said });
}

/**
 * Says of a finding that it was looked at and why, or opens it again. It stays on record who said what, and when.
 *
 * @throws {Refusal} 404 if there can be no such finding; 422 without a reason
 */
export const sayOfFinding = defineCommand(
  'sayOfFinding',
  (
    context: WriteContext,
    {
      organisation,
      person: by,
      finding,
      request,
    }: { organisation: number; person: number; finding: string; request: FindingStateRequest },
  ): void => {
    if (!isFindingId(finding)) throw notFound('finding');
    assertVersion('finding', request.version, versionOfSaid(lastSaid(context.db, organisation).get(finding)));
    const reason = request.reason?.trim() ?? '';
    if (request.state === 'looked-at' && reason === '')
      throw new Refusal(422, [problem('reason-missing', 'reason', 'Say why there is nothing to mend.')]);
    if (!isPlainText(reason, 500) || !isPlainText(request.evidence ?? '', 2_000))
      throw new Refusal(422, [problem('not-plain-text', 'reason', 'Write it in letters, digits and signs.')]);
    const last = context.db
      .select({ place: findingEvent.place })
      .from(findingEvent)
      .where(eq(findingEvent.organisation, organisation))
      .orderBy(desc(findingEvent.place))
      .limit(1)
      .get();
    context.db
      .insert(findingEvent)
      .values({
        organisation,
        place: (last?.place ?? 0) + 1,
        finding,
        state: request.state,
        reason: reason || null,
        evidence: request.evidence ?? null,
        at: context.clock.moment(),
        by,
      })
      .run();
  },
  { besideEntryFile: 'allowed' },
);

/** Whether a text can be the id of a finding: one of their types and what it is about. */
function isFindingId(text: string): boolean {
  const [type = '', ...about] = text.split('.');
  return FINDING_TYPES.some((findingType) => findingType === type) && about.length > 0 && text.length <= 400;
}
