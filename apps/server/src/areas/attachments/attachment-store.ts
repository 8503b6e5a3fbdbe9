import type {
  AttachmentResponse,
  AttachmentsQuery,
  AttachmentsResponse,
  EntryPaperResponse,
} from '@just-ledger/contract';
import { entryNumber } from '@just-ledger/core';
import { and, asc, count, desc, eq, isNotNull, isNull, lt, ne, type SQL, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { attachment, draft, entry, entryAttachment, person } from '../../platform/database/schema.js';
import { notFound } from '../../platform/problems/refusal.js';

export type AttachmentRow = typeof attachment.$inferSelect;

/** A paper by its id, discarded or not. @throws {Refusal} 404 */
export function attachmentOf(db: Db, organisation: number, id: number): AttachmentRow {
  const row = db
    .select()
    .from(attachment)
    .where(isRow(attachment, organisation, id))
    .get();
  if (!row) throw notFound('paper');
  return row;
}

/** A paper by the hash of its bytes, if it is kept. */
export function attachmentOfHash(db: Db, organisation: number, sha256: string): AttachmentRow | undefined {
  return db
    .select()
    .from(attachment)
    .where(and(eq(attachment.organisation, organisation), eq(attachment.sha256, sha256)))
    .get();
}

const papersOfEntries = oncePerConnection((db) =>
  db
    .select({
      entry: entryAttachment.entry,
      attachment: entryAttachment.attachment,
      place: entryAttachment.place,
      line: entryAttachment.line,
      name: attachment.name,
      type: attachment.type,
      bytes: attachment.bytes,
    })
    .from(entryAttachment)
    .innerJoin(
      attachment,
      and(eq(attachment.organisation, entryAttachment.organisation), eq(attachment.id, entryAttachment.attachment)),
    )
    .where(
      and(
        eq(entryAttachment.organisation, sql.placeholder('organisation')),
        sql`${entryAttachment.entry} IN (SELECT value FROM json_each(${sql.placeholder('places')}))`,
        isNull(entryAttachment.removedAt),
      ),
    )
    .orderBy(asc(entryAttachment.entry), asc(entryAttachment.place))
    .prepare(),
);

/** The papers of some entries, by the places of these. */
export function papersOf(db: Db, organisation: number, places: readonly number[]): Map<number, EntryPaperResponse[]> {
  const rows = papersOfEntries(db).all({ organisation, places: JSON.stringify(places) });
  const papers = new Map<number, EntryPaperResponse[]>();
  for (const { entry: ofEntry, line, ...paper } of rows) {
    papers.set(ofEntry, [...(papers.get(ofEntry) ?? []), { ...paper, line: line === 0 ? null : line }]);
  }
  return papers;
}

/** One paper as it goes over the wire. */
export function attachmentResponse(db: Db, organisation: number, id: number): AttachmentResponse {
  const [made] = answers(db, organisation, [attachmentOf(db, organisation, id)]);
  if (!made) throw notFound('paper');
  return made;
}

/** A page of the papers of an organisation, the latest first. */
export function attachmentsOf(
  db: Db,
  organisation: number,
  { state = 'waiting', limit = 100, after }: AttachmentsQuery,
): AttachmentsResponse {
  const are = and(eq(attachment.organisation, organisation), isIn(db, organisation, state));
  const rows = db
    .select()
    .from(attachment)
    .where(and(are, after === undefined ? undefined : lt(attachment.id, after)))
    .orderBy(desc(attachment.id))
    .limit(limit + 1)
    .all();
  const shown = rows.slice(0, limit);
  return {
    papers: answers(db, organisation, shown),
    next: rows.length > limit ? (shown.at(-1)?.id ?? null) : null,
    count: db.select({ papers: count() }).from(attachment).where(are).get()?.papers ?? 0,
  };
}

/** Which papers are meant by a state: those that wait belong to no entry and to no draft, and were not issued. */
function isIn(db: Db, organisation: number, state: 'waiting' | 'all' | 'discarded'): SQL | undefined {
  if (state === 'discarded') return isNotNull(attachment.discardedAt);
  const isKept = isNull(attachment.discardedAt);
  if (state === 'all') return isKept;
  const inDrafts = JSON.stringify([...paperDrafts(db, organisation).keys()]);
  return and(
    isKept,
    sql`NOT EXISTS (SELECT 1 FROM entry_attachment AS a WHERE a.organisation = ${attachment.organisation}
      AND a.attachment = ${attachment.id} AND a.removed_at IS NULL)`,
    sql`NOT EXISTS (SELECT 1 FROM issued_papers AS p WHERE p.organisation = ${attachment.organisation}
      AND p.attachment = ${attachment.id})`,
    sql`${attachment.id} NOT IN (SELECT value FROM json_each(${inDrafts}))`,
  );
}

function answers(db: Db, organisation: number, rows: readonly AttachmentRow[]): AttachmentResponse[] {
  const drafts = paperDrafts(db, organisation);
  const entries = entriesOf(
    db,
    organisation,
    rows.map(({ id }) => id),
  );
  const people = new Map(
    db
      .select({ id: person.id, name: person.name })
      .from(person)
      .all()
      .map((row) => [row.id, row.name]),
  );
  return rows.map(({ id, name, type, bytes, sha256, at, by, discardedAt }) => ({
    id,
    name,
    type,
    bytes,
    sha256,
    at,
    by: people.get(by) ?? '',
    entries: entries.get(id) ?? [],
    drafts: drafts.get(id) ?? [],
    isDiscarded: discardedAt !== null,
  }));
}

/** The numbers of the entries that papers belong to. */
function entriesOf(db: Db, organisation: number, papers: readonly number[]): Map<number, string[]> {
  const rows = db
    .selectDistinct({ paper: entryAttachment.attachment, year: entry.year, number: entry.number })
    .from(entryAttachment)
    .innerJoin(
      entry,
      and(eq(entry.organisation, entryAttachment.organisation), eq(entry.place, entryAttachment.entry)),
    )
    .where(
      and(
        eq(entryAttachment.organisation, organisation),
        sql`${entryAttachment.attachment} IN (SELECT value FROM json_each(${JSON.stringify(papers)}))`,
        isNull(entryAttachment.removedAt),
      ),
    )
    .all();
  const numbers = new Map<number, string[]>();
  for (const { paper, year, number } of rows) {
    numbers.set(paper, [...(numbers.get(paper) ?? []), entryNumber(year, number)]);
  }
  return numbers;
}

/** What a draft says of papers. */
interface DraftPapers {
  readonly attachments?: readonly number[];
  readonly lines?: readonly { readonly attachments?: readonly number[] }[];
}

/** The drafts that wait and name papers, by the ids of these. */
function paperDrafts(db: Db, organisation: number): Map<number, number[]> {
  const found = new Map<number, number[]>();
  const rows = db
    .select({ id: draft.id, content: draft.content })
    .from(draft)
    .where(
      and(
        eq(draft.organisation, organisation),
        ne(draft.state, 'discarded'),
        sql`${draft.content} LIKE '%"attachments":[%'`,
      ),
    )
    .all();
  for (const { id, content } of rows) {
    for (const paper of new Set(papersNamed(content).map((namedPaper) => namedPaper.attachment))) {
      found.set(paper, [...(found.get(paper) ?? []), id]);
    }
  }
  return found;
}

/** A paper that an entry names, for the whole of it or for one of its lines, counted from 1; 0 for the whole. */
export interface NamedPaper {
  readonly attachment: number;
  readonly line: number;
  /** Where in the entry it is named. */
  readonly path: string;
}

/** The papers that an entry or draft names. */
export function papersNamed({ attachments = [], lines = [] }: DraftPapers): NamedPaper[] {
  return [
    ...attachments.map((attachment, index) => ({ attachment, line: 0, path: `attachments.${index}` })),
    ...lines.flatMap((line, lineIndex) =>
      (line.attachments ?? []).map((attachment, index) => ({
        attachment,
        line: lineIndex + 1,
        path: `lines.${lineIndex}.attachments.${index}`,
      })),
    ),
  ];
}
