import { problem, type Problem } from '@just-ledger/core';
import { eq, and, sql } from 'drizzle-orm';
import { insertRows } from '../../platform/database/insert-rows.js';
import { isRow } from '../../platform/database/next-id.js';
import { attachment, entryAttachment } from '../../platform/database/schema.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import type { NamedPaper } from './attachment-store.js';

/** Papers that are named and not kept, or were discarded: each at its place. */
export function paperProblems({ db }: WriteContext, organisation: number, papers: readonly NamedPaper[]): Problem[] {
  return papers.flatMap(({ attachment: id, path }) => {
    const row = db
      .select({ name: attachment.name, discardedAt: attachment.discardedAt })
      .from(attachment)
      .where(isRow(attachment, organisation, id))
      .get();
    if (row && row.discardedAt === null) return [];
    const message = row
      ? `The paper ${row.name} was discarded. Bring it back first.`
      : 'This paper is not kept here.';
    return [problem('no-such-paper', path, message)];
  });
}

/**
 * Attaches papers to an entry that has just been posted, or was.
 *
 * @param at now, if it is left out
 */
export function attachPapers(
  { db, clock }: WriteContext,
  {
    organisation,
    entry,
    person,
    at = clock.moment(),
  }: { organisation: number; entry: number; person: number; at?: string },
  papers: readonly Omit<NamedPaper, 'path'>[],
): void {
  if (papers.length === 0) return;
  const isOfEntry = and(eq(entryAttachment.organisation, organisation), eq(entryAttachment.entry, entry));
  const last = db
    .select({ place: sql<number>`coalesce(max(${entryAttachment.place}), 0)` })
    .from(entryAttachment)
    .where(isOfEntry)
    .get();
  const rows = papers.map((paper, index) => ({
    organisation,
    entry,
    place: (last?.place ?? 0) + index + 1,
    attachment: paper.attachment,
    line: paper.line,
    at,
    by: person,
  }));
  insertRows(db, entryAttachment, rows);
}
