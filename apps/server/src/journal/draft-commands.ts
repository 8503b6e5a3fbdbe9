import type { DraftAnswer, DraftRequest, EntryAnswer } from '@just-ledger/contract';
import { and, eq, sql } from 'drizzle-orm';
import { draft } from '../database/schema.js';
import { changedSince } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';
import { draftAnswer, draftOf } from './draft-store.js';
import { entryCommands } from './entry-commands.js';

export interface DraftPlace {
  readonly organisation: number;
  readonly id: number;
}

/** What changes drafts. */
export const draftCommands = {
  /** Keeps a new draft, however unfinished. */
  keepDraft(
    context: WriteContext,
    { organisation, person, request }: { organisation: number; person: number; request: DraftRequest },
  ): DraftAnswer {
    const { forReview = false, version, ...content } = request;
    const id = sql<number>`(SELECT coalesce(max(id), 0) + 1 FROM draft WHERE organisation = ${organisation})`;
    const row = context.db
      .insert(draft)
      .values({
        organisation,
        id,
        content: { ...content },
        forReview,
        createdBy: person,
        updatedAt: context.clock.moment(),
      })
      .returning()
      .get();
    return draftAnswer(context.db, row);
  },

  /** Puts new content in the place of a draft's old one. */
  changeDraft(
    context: WriteContext,
    { organisation, id, request }: DraftPlace & { request: DraftRequest },
  ): DraftAnswer {
    const { forReview = false, version = 0, ...content } = request;
    draftOf(context.db, organisation, id);
    const row = context.db
      .update(draft)
      .set({ content: { ...content }, forReview, updatedAt: context.clock.moment(), version: version + 1 })
      .where(and(eq(draft.organisation, organisation), eq(draft.id, id), eq(draft.version, version)))
      .returning()
      .get();
    if (!row) throw changedSince('draft');
    return draftAnswer(context.db, row);
  },

  /** Throws a draft away. */
  dropDraft(context: WriteContext, { organisation, id }: DraftPlace): void {
    draftOf(context.db, organisation, id);
    context.db
      .delete(draft)
      .where(and(eq(draft.organisation, organisation), eq(draft.id, id)))
      .run();
  },

  /** Posts a draft: it becomes an entry and is a draft no more. */
  postDraft(
    context: WriteContext,
    { organisation, id, person, key }: DraftPlace & { person: number; key?: string | undefined },
  ): EntryAnswer {
    const { lines, date, kind, explanation, reference } = draftAnswer(
      context.db,
      draftOf(context.db, organisation, id),
    );
    const request = {
      date,
      kind,
      explanation,
      reference,
      lines: lines.map((line) => ({ ...line, account: line.account ?? '' })),
    };
    const posted = entryCommands.postEntry(context, { organisation, person, key, request });
    context.db
      .delete(draft)
      .where(and(eq(draft.organisation, organisation), eq(draft.id, id)))
      .run();
    return posted;
  },
};
