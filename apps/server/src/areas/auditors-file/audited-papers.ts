import { and, asc, eq, inArray, isNull } from 'drizzle-orm';
import { statSync } from 'node:fs';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { attachment, entry, entryAttachment } from '../../platform/database/schema.js';
import { keptFilePath } from '../../platform/files/kept-files.js';

/** A file as it lies in the data folder. */
export type AuditedFile = Pick<AuditedPaper, 'sha256' | 'bytes'>;

/** A paper of an entry, or of one of its lines. */
export interface AuditedPaper {
  readonly year: string;
  readonly number: number;
  /** The place of the line; 0 for the whole entry. */
  readonly line: number;
  readonly sha256: string;
  readonly type: string;
  readonly name: string;
  readonly bytes: number;
  readonly receivedAt: string;
}

/** The papers of the entries of a year, in the order of the entries. */
export function auditedPapers(db: Db, organisation: number, year: string): AuditedPaper[] {
  return db
    .select({
      year: entry.year,
      number: entry.number,
      line: entryAttachment.line,
      sha256: attachment.sha256,
      type: attachment.type,
      name: attachment.name,
      bytes: attachment.bytes,
      receivedAt: attachment.at,
    })
    .from(entryAttachment)
    .innerJoin(entry, and(eq(entry.organisation, organisation), eq(entry.place, entryAttachment.entry)))
    .innerJoin(
      attachment,
      and(eq(attachment.organisation, organisation), eq(attachment.id, entryAttachment.attachment)),
    )
    .where(
      and(eq(entryAttachment.organisation, organisation), eq(entry.year, year), isNull(entryAttachment.removedAt)),
    )
    .orderBy(asc(entry.number), asc(entryAttachment.line), asc(entryAttachment.place))
    .all();
}

/** Each file once, however many entries it belongs to. */
export function filesOf(papers: readonly AuditedPaper[]): AuditedPaper[] {
  return [...new Map(papers.map((paper) => [paper.sha256, paper])).values()];
}

/** The files of the papers of a year, each once; read anew only when something was committed. */
export function auditedFiles(db: Db, organisation: number, year: string): readonly AuditedFile[] {
  return keptUntilCommit(db, `audited files ${organisation} ${year}`, () => {
    const named = db
      .select({ id: entryAttachment.attachment })
      .from(entry)
      .innerJoin(
        entryAttachment,
        and(eq(entryAttachment.organisation, organisation), eq(entryAttachment.entry, entry.place)),
      )
      .where(and(eq(entry.organisation, organisation), eq(entry.year, year), isNull(entryAttachment.removedAt)));
    const files = db
      .selectDistinct({ sha256: attachment.sha256, bytes: attachment.bytes })
      .from(attachment)
      .where(and(eq(attachment.organisation, organisation), inArray(attachment.id, named)));
    return files.all();
  });
}

/** Whether the file of a paper is in the data folder, as long as it was. */
export function isThere(folder: string, { sha256, bytes }: AuditedFile): boolean {
  return statSync(keptFilePath(folder, sha256), { throwIfNoEntry: false })?.size === bytes;
}
