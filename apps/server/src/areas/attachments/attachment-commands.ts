import type { AttachmentResponse, AttachRequest, DetachRequest, EntryPaperResponse } from '@just-ledger/contract';
import { isPlainText, type PaperType, parseEntryNumber } from '@just-ledger/core';
import { and, count, eq, isNull } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { attachment, entry, entryAttachment, issuedPapers, line } from '../../platform/database/schema.js';
import { notFound, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { attachPapers, paperProblems } from './attach.js';
import { attachmentOf, attachmentOfHash, attachmentResponse, papersOf } from './attachment-store.js';

/** A file that is on the disc already. */
export interface SentPaper {
  readonly sha256: string;
  readonly bytes: number;
  readonly type: PaperType;
  readonly name: string;
}

/** Keeps a paper whose file is on the disc. The same file is the same paper; one that was discarded is brought back. */
export const keepAttachment = defineCommand(
  'keepAttachment',
  (context: WriteContext, { organisation, person, paper }: Actor & { paper: SentPaper }): AttachmentResponse => {
    const known = attachmentOfHash(context.db, organisation, paper.sha256);
    if (known) {
      if (known.discardedAt) setDiscarded(context, organisation, known.id, null);
      return attachmentResponse(context.db, organisation, known.id);
    }
    const id = nextId(context.db, attachment, organisation);
    context.db
      .insert(attachment)
      .values({ organisation, id, ...paper, at: context.clock.moment(), by: person })
      .run();
    return attachmentResponse(context.db, organisation, id);
  },
  { besideEntryFile: 'allowed' },
);

/** Discards a paper that belongs to no entry; its file stays, and it can be brought back. */
export const discardAttachment = defineCommand(
  'discardAttachment',
  (context: WriteContext, { organisation, person, id }: Actor & { id: number }): AttachmentResponse => {
    const { entries, drafts } = attachmentResponse(context.db, organisation, id);
    if (entries.length > 0 || drafts.length > 0) {
      const what = entries.length > 0 ? `entry ${entries[0]}` : 'a draft';
      throw unprocessable('paper-in-use', '', `This paper belongs to ${what}. Take it off there first.`);
    }
    const issued = context.db
      .select({ name: issuedPapers.name })
      .from(issuedPapers)
      .where(and(eq(issuedPapers.organisation, organisation), eq(issuedPapers.attachment, id)))
      .get();
    if (issued) throw unprocessable('paper-issued', '', `This paper was issued as “${issued.name}”. It stays.`);
    setDiscarded(context, organisation, id, person);
    return attachmentResponse(context.db, organisation, id);
  },
);

/** Brings a paper back that was discarded. */
export const bringBackAttachment = defineCommand(
  'bringBackAttachment',
  (context: WriteContext, { organisation, id }: Actor & { id: number }): AttachmentResponse => {
    attachmentOf(context.db, organisation, id);
    setDiscarded(context, organisation, id, null);
    return attachmentResponse(context.db, organisation, id);
  },
);

/** Attaches a paper to an entry that was posted, or to one of its lines. Attached twice, it is there once. */
export const attachPaper = defineCommand(
  'attachPaper',
  (
    context: WriteContext,
    { organisation, person, number, request }: Actor & { number: string; request: AttachRequest },
  ): EntryPaperResponse => {
    const index = placeOf(context, organisation, number);
    const paper = { attachment: request.attachment, line: request.line ?? 0, path: 'attachment' };
    const problems = paperProblems(context, organisation, [paper]);
    if (problems.length > 0) throw new Refusal(422, problems);
    if (paper.line > linesOf(context, organisation, index)) {
      throw unprocessable('no-such-line', 'line', `Entry ${number} has no line ${paper.line}.`);
    }
    const there = (): EntryPaperResponse | undefined =>
      papersOf(context.db, organisation, [index])
        .get(index)
        ?.find((entryPaper) => entryPaper.attachment === paper.attachment && (entryPaper.line ?? 0) === paper.line);
    if (!there()) attachPapers(context, { organisation, entry: index, person }, [paper]);
    const made = there();
    if (!made) throw new Error('A paper was attached, and is not there.');
    return made;
  },
  { besideEntryFile: 'allowed' },
);

/** Takes a paper off an entry, with a reason: that it was there stays on record. */
export const detachPaper = defineCommand(
  'detachPaper',
  (
    context: WriteContext,
    {
      organisation,
      person,
      number,
      place,
      request,
    }: Actor & { number: string; place: number; request: DetachRequest },
  ): void => {
    const reason = request.reason.trim();
    if (reason === '' || !isPlainText(reason, 1000))
      throw unprocessable('text', 'reason', 'Say why it is taken off.');
    const row = context.db
      .update(entryAttachment)
      .set({ removedAt: context.clock.moment(), removedBy: person, reason })
      .where(
        and(
          eq(entryAttachment.organisation, organisation),
          eq(entryAttachment.entry, placeOf(context, organisation, number)),
          eq(entryAttachment.place, place),
          isNull(entryAttachment.removedAt),
        ),
      )
      .returning()
      .get();
    if (!row) throw notFound('paper');
  },
  { besideEntryFile: 'allowed' },
);

function setDiscarded({ db, clock }: WriteContext, organisation: number, id: number, by: number | null): void {
  db.update(attachment)
    .set({ discardedAt: by === null ? null : clock.moment(), discardedBy: by })
    .where(isRow(attachment, organisation, id))
    .run();
}

/** The place of an entry by its number. @throws {Refusal} 404 */
function placeOf({ db }: WriteContext, organisation: number, text: string): number {
  const number = parseEntryNumber(text);
  const row =
    number &&
    db
      .select({ place: entry.place })
      .from(entry)
      .where(and(eq(entry.organisation, organisation), eq(entry.year, number.year), eq(entry.number, number.number)))
      .get();
  if (!row) throw notFound('entry');
  return row.place;
}

function linesOf({ db }: WriteContext, organisation: number, index: number): number {
  const sql = and(eq(line.organisation, organisation), eq(line.entry, index));
  return db.select({ lines: count() }).from(line).where(sql).get()?.lines ?? 0;
}
