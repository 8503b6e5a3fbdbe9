import type {
  DraftRequest,
  DraftResponse,
  DraftSetRequest,
  EntryRequest,
  EntryResponse,
  EntrySetResponse,
  PostDraftRequest,
  PostDraftsRequest,
} from '@just-ledger/contract';
import { zip } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { draft, draftEnd } from '../../platform/database/schema.js';
import { changedSince } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { contentOf } from './draft-content.js';
import { draftOf, draftResponse } from './draft-store.js';
import { postEntry, type Posting, postTogether } from './entry-commands.js';
import { idempotent } from './idempotency.js';

export interface DraftPlace {
  readonly organisation: number;
  readonly id: number;
}

/** Keeps a new draft, however unfinished. */
export const keepDraft = defineCommand(
  'keepDraft',
  (
    context: WriteContext,
    { organisation, person, request }: { organisation: number; person: number; request: DraftRequest },
  ): DraftResponse => {
    return keptDraft(context, { organisation, person }, request);
  },
);

/** Keeps several new drafts: all of them, or none. */
export const keepDrafts = defineCommand(
  'keepDrafts',
  (
    context: WriteContext,
    { request, ...posting }: Posting & { request: DraftSetRequest },
  ): readonly DraftResponse[] => {
    return idempotent(context, { ...posting, key: posting.key, request }, () =>
      request.drafts.map((one) => keptDraft(context, posting, one)),
    );
  },
);

/** Puts new content in the place of a draft's old one. */
export const changeDraft = defineCommand(
  'changeDraft',
  (context: WriteContext, { organisation, id, request }: DraftPlace & { request: DraftRequest }): DraftResponse => {
    const { forReview = false, version = 0 } = request;
    draftOf(context.db, organisation, id);
    const row = context.db
      .update(draft)
      .set({
        content: contentOf(context, organisation, request),
        forReview,
        updatedAt: context.clock.moment(),
        version: version + 1,
      })
      .where(and(isRow(draft, organisation, id), eq(draft.version, version)))
      .returning()
      .get();
    if (!row) throw changedSince('draft');
    return draftResponse(context.db, row);
  },
);

/** Throws a draft away. @param version the one that was looked at; any if left out */
export const dropDraft = defineCommand(
  'dropDraft',
  (
    context: WriteContext,
    { organisation, id, person, version }: DraftPlace & { person: number; version?: number | undefined },
  ): void => {
    const row = draftOf(context.db, organisation, id);
    if (version !== undefined && row.version !== version) throw changedSince('draft');
    endDraft(context, { organisation, id, person, entry: null });
  },
);

/**
 * Posts a draft: it becomes an entry and is a draft no more, in one act.
 *
 * @param request the version that was looked at, and the entry as it stands there if it was changed since it was kept
 */
export const postDraft = defineCommand(
  'postDraft',
  (
    context: WriteContext,
    {
      organisation,
      id,
      person,
      key,
      request = {},
    }: DraftPlace & { person: number; key?: string | undefined; request?: PostDraftRequest | undefined },
  ): EntryResponse => {
    return idempotent(context, { organisation, person, key, request: { draft: id, ...request } }, () => {
      const row = draftOf(context.db, organisation, id);
      if (request.version !== undefined && row.version !== request.version) throw changedSince('draft');
      const posted = postEntry(context, {
        organisation,
        person,
        request: request.entry ?? entryOf(draftResponse(context.db, row)),
      });
      endDraft(context, { organisation, id, person, entry: posted.number });
      return posted;
    });
  },
);

/** Posts several drafts as they were kept, in the order given: all of them, or none and every problem by its draft. */
export const postDrafts = defineCommand(
  'postDrafts',
  (context: WriteContext, { request, ...posting }: Posting & { request: PostDraftsRequest }): EntrySetResponse => {
    const { organisation, person } = posting;
    return idempotent(context, { ...posting, key: posting.key, request }, () => {
      const kept = request.drafts.map(({ id, version }, index) => {
        const at = `drafts.${index}`;
        const row = draftOf(context.db, organisation, id, at);
        if (row.version !== version) throw changedSince('draft', at);
        return { id, at, entry: entryOf(draftResponse(context.db, row)) };
      });
      const entries = postTogether(context, posting, kept);
      for (const [{ id }, { number }] of zip(kept, entries)) {
        endDraft(context, { organisation, id, person, entry: number });
      }
      return { entries };
    });
  },
);

function keptDraft(
  context: WriteContext,
  { organisation, person }: Pick<Posting, 'organisation' | 'person'>,
  request: DraftRequest,
): DraftResponse {
  // an id is never given again, whatever became of the draft that had it
  const id = Math.max(nextId(context.db, draft, organisation), nextId(context.db, draftEnd, organisation));
  const row = context.db
    .insert(draft)
    .values({
      organisation,
      id,
      content: contentOf(context, organisation, request),
      forReview: request.forReview ?? false,
      createdBy: person,
      updatedAt: context.clock.moment(),
    })
    .returning()
    .get();
  return draftResponse(context.db, row);
}

function entryOf({ lines, date, kind, explanation, reference }: DraftResponse): EntryRequest {
  return {
    date,
    kind,
    explanation,
    reference,
    lines: lines.map((line) => ({ ...line, account: line.account ?? '' })),
  };
}

function endDraft(
  { db, clock }: WriteContext,
  { organisation, id, person, entry }: DraftPlace & { person: number; entry: string | null },
): void {
  db.delete(draft)
    .where(isRow(draft, organisation, id))
    .run();
  db.insert(draftEnd).values({ organisation, id, entry, at: clock.moment(), by: person }).run();
}
