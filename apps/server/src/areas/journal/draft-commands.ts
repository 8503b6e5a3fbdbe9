import type {
  DraftNoteRequest,
  DraftRequest,
  DraftResponse,
  DraftSetRequest,
  EntryResponse,
  EntryRequest,
  EntrySetResponse,
  PostDraftRequest,
  PostDraftsRequest,
  SendBackRequest,
} from '@just-ledger/contract';
import { canonicalJson, draftStateAfter, zip } from '@just-ledger/core';
import { and, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { draft, draftEnd, occurrence } from '../../platform/database/schema.js';
import { assertVersion, changedSince, unprocessable } from '../../platform/problems/refusal.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { contentOf, keptEntryOf } from './draft-content.js';
import { type DraftAct, recordDraftEvent } from './draft-history.js';
import { draftOf, type DraftReading, draftResponse, type DraftRow, entryOf, findDraft } from './draft-store.js';
import { type Posting, postTogether } from './entry-commands.js';
import { idempotent } from './idempotency.js';
import { plainLines } from './plain-lines.js';

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
  { besideEntryFile: 'allowed' },
);

/** Keeps several new drafts: all of them, or none. */
export const keepDrafts = defineCommand(
  'keepDrafts',
  (
    context: WriteContext,
    { request, ...posting }: Posting & { request: DraftSetRequest },
  ): readonly DraftResponse[] => {
    return idempotent(context, { ...posting, key: posting.key, request }, () =>
      request.drafts.map((draft) => keptDraft(context, posting, draft)),
    );
  },
  { besideEntryFile: 'allowed' },
);

/** Puts new content in the place of a draft's old one, and hands it in if that is said. */
export const changeDraft = defineCommand(
  'changeDraft',
  (context: WriteContext, { request, ...act }: DraftAct & { request: DraftRequest }): DraftResponse => {
    const { organisation, id, person } = act;
    const { forReview, version = 0 } = request;
    const before = draftOf(context.db, organisation, id);
    const content = contentOf(context, organisation, request);
    const isOther = JSON.stringify(content) !== JSON.stringify(before.content);
    const state = forReview === false && before.state === 'for-review' ? 'draft' : before.state;
    const row = changed(context, act, version, {
      content,
      state: forReview ? 'for-review' : state,
      ...(isOther && { changedBy: person }),
    });
    if (isOther) recordDraftEvent(context, act, 'changed');
    if (forReview && before.state !== 'for-review') recordDraftEvent(context, act, 'handed-in');
    return draftResponse(readingOf(context, row.organisation), row);
  },
  { besideEntryFile: 'allowed' },
);

/** Sends a draft that was handed in back to who prepared it, with a reason. */
export const sendBackDraft = defineCommand(
  'sendBackDraft',
  (context: WriteContext, { request, ...act }: DraftAct & { request: SendBackRequest }): DraftResponse => {
    const before = draftOf(context.db, act.organisation, act.id);
    const reason = plainLines(request.reason, 'reason', 'Say why it goes back.');
    const state = draftStateAfter(before.state, 'sent-back');
    if (!state) throw unprocessable('draft-not-for-review', '', 'Only what was handed in for review is sent back.');
    const row = changed(context, act, request.version, { state });
    recordDraftEvent(context, act, 'sent-back', reason);
    return draftResponse(readingOf(context, row.organisation), row);
  },
  { besideEntryFile: 'allowed' },
);

/** Says something about a draft, whatever version it stands at: nothing of it changes. */
export const noteOnDraft = defineCommand(
  'noteOnDraft',
  (context: WriteContext, { request, ...act }: DraftAct & { request: DraftNoteRequest }): DraftResponse => {
    const row = draftOf(context.db, act.organisation, act.id);
    recordDraftEvent(context, act, 'noted', plainLines(request.text, 'text', 'Write the note.'));
    return draftResponse(readingOf(context, row.organisation), row);
  },
  { besideEntryFile: 'allowed' },
);

/** Discards a draft; it can be brought back. @param version the one that was looked at */
export const dropDraft = defineCommand(
  'dropDraft',
  (context: WriteContext, { version, ...act }: DraftAct & { version: number }): void => {
    draftOf(context.db, act.organisation, act.id);
    changed(context, act, version, { state: 'discarded' });
    recordDraftEvent(context, act, 'discarded');
  },
  { besideEntryFile: 'allowed' },
);

/** Brings a draft back that was discarded. */
export const bringBackDraft = defineCommand(
  'bringBackDraft',
  (context: WriteContext, { version, ...act }: DraftAct & { version: number }): DraftResponse => {
    const before = findDraft(context.db, act.organisation, act.id);
    if (before?.state !== 'discarded') {
      draftOf(context.db, act.organisation, act.id);
      throw unprocessable('draft-not-discarded', '', 'This draft is not discarded.');
    }
    if (isOfSkippedDate(context.db, act)) {
      const message = 'The date of the recurring journal that this draft was laid for has been skipped meanwhile.';
      throw unprocessable('date-skipped', '', message);
    }
    const row = changed(context, act, version, { state: 'draft' });
    recordDraftEvent(context, act, 'brought-back');
    return draftResponse(readingOf(context, row.organisation), row);
  },
  { besideEntryFile: 'allowed' },
);

function isOfSkippedDate(db: Db, { organisation, id }: DraftPlace): boolean {
  const where = and(
    eq(occurrence.organisation, organisation),
    eq(occurrence.draft, id),
    eq(occurrence.state, 'skipped'),
  );
  return db.select({ journal: occurrence.journal }).from(occurrence).where(where).get() !== undefined;
}

/** The row of a draft with some of it changed. @throws {Refusal} 409 if it stands at another version by now */
function changed(
  context: WriteContext,
  { organisation, id }: DraftAct,
  version: number,
  change: Partial<typeof draft.$inferInsert>,
): DraftRow {
  const row = context.db
    .update(draft)
    .set({ ...change, updatedAt: context.clock.moment(), version: version + 1 })
    .where(and(isRow(draft, organisation, id), eq(draft.version, version)))
    .returning()
    .get();
  if (!row) throw changedSince('draft');
  return row;
}

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
      request,
    }: DraftPlace & { person: number; key?: string | undefined; request: PostDraftRequest },
  ): EntryResponse => {
    return idempotent(context, { organisation, person, key, request: { draft: id, ...request } }, () => {
      const row = draftOf(context.db, organisation, id);
      assertVersion('draft', request.version, row.version);
      const kept = entryOf(keptEntryOf(context.db, row));
      const entry = request.entry ?? kept;
      const preparedBy = isSameEntry(entry, kept) ? row.changedBy : person;
      const [posted] = postTogether(context, { organisation, person }, [{ at: '', entry, preparedBy }]);
      if (!posted) throw new Error('A draft was posted, and no entry came back.');
      endDraft(context, { organisation, id, person, entry: posted.number });
      return posted;
    });
  },
  { besideEntryFile: 'allowed' },
);

/** Posts several drafts as they were kept, in the order given: all of them, or none and every problem by its draft. */
export const postDrafts = defineCommand(
  'postDrafts',
  (context: WriteContext, { request, ...posting }: Posting & { request: PostDraftsRequest }): EntrySetResponse => {
    const { organisation, person } = posting;
    return idempotent(context, { ...posting, key: posting.key, request }, () => {
      const kept = request.drafts.map(({ id, version }, index) => {
        const draftPath = `drafts.${index}`;
        const row = draftOf(context.db, organisation, id, draftPath);
        assertVersion('draft', version, row.version, draftPath);
        return { id, at: draftPath, entry: entryOf(keptEntryOf(context.db, row)), preparedBy: row.changedBy };
      });
      const entries = postTogether(context, posting, kept);
      for (const [{ id }, { number }] of zip(kept, entries)) {
        endDraft(context, { organisation, id, person, entry: number });
      }
      return { entries };
    });
  },
  { besideEntryFile: 'allowed' },
);

/** Whether two entries say the same; what is empty is as if it were left out. */
function isSameEntry(a: EntryRequest, b: EntryRequest): boolean {
  const said = (_: string, value: unknown): unknown =>
    value === '' || (Array.isArray(value) && value.length === 0) ? undefined : value;
  const [first, other] = [a, b].map((entry) => canonicalJson(JSON.parse(JSON.stringify(entry, said))));
  return first === other;
}

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
      state: request.forReview ? 'for-review' : 'draft',
      createdBy: person,
      changedBy: person,
      updatedAt: context.clock.moment(),
    })
    .returning()
    .get();
  const act = { organisation, id, person };
  recordDraftEvent(context, act, 'prepared');
  if (request.forReview) recordDraftEvent(context, act, 'handed-in');
  return draftResponse(readingOf(context, row.organisation), row);
}

function readingOf(context: WriteContext, organisation: number): DraftReading {
  return { db: context.db, books: () => booksOf(context, organisation) };
}

/** A draft that became an entry is a draft no more. */
function endDraft(context: WriteContext, { organisation, id, person, entry }: DraftAct & { entry: string }): void {
  const { db, clock } = context;
  recordDraftEvent(context, { organisation, id, person }, 'posted', entry);
  db.delete(draft)
    .where(isRow(draft, organisation, id))
    .run();
  db.insert(draftEnd).values({ organisation, id, entry, at: clock.moment(), by: person }).run();
}
