import type { AttachmentResponse, AttachmentsQuery, AttachmentsResponse } from '@just-ledger/contract';
import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { attachmentOf, type AttachmentRow, attachmentResponse, attachmentsOf } from './attachment-store.js';

/** Which paper of which organisation. */
interface PaperPlace {
  readonly organisation: number;
  readonly id: number;
}

/** A page of the papers of an organisation, the latest first. */
export const attachments = defineReading(
  'attachments',
  (db: Db, { organisation, query }: { organisation: number; query: AttachmentsQuery }): AttachmentsResponse =>
    attachmentsOf(db, organisation, query),
);

/** One paper. */
export const attachmentById = defineReading(
  'attachmentById',
  (db: Db, { organisation, id }: PaperPlace): AttachmentResponse => attachmentResponse(db, organisation, id),
);

/** Where the file of a paper is, and what it is. */
export const attachmentFile = defineReading(
  'attachmentFile',
  (db: Db, { organisation, id }: PaperPlace): AttachmentRow => attachmentOf(db, organisation, id),
);
