import type { DraftLine, DraftRequest } from '@just-ledger/contract';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { person } from '../../platform/database/schema.js';
import type { KeptContent } from '../../platform/database/tables/kept-entry.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { booksOf } from '../books/books-store.js';
import { withIds, withLabels } from './kept-lines.js';

/** What a draft or pattern holds, with the numbers and names that it means by now. */
export interface KeptEntry {
  readonly date: string;
  readonly kind: string;
  readonly explanation: string;
  readonly reference: string;
  readonly supplyDate: string;
  readonly corrects: string;
  readonly reversesOn: string;
  /** The papers of the whole entry. */
  readonly attachments: number[];
  readonly lines: DraftLine[];
  /** The name of who wrote it first. */
  readonly createdBy: string;
}

/** An entry as it is kept: its lines with the ids of what they name. */
export function contentOf(context: WriteContext, organisation: number, request: DraftRequest): KeptContent {
  const { forReview, version, lines, ...content } = request;
  void [forReview, version];
  return { ...content, lines: withIds(lines, booksOf(context, organisation)) };
}

/** What was kept. */
export function keptEntryOf(
  db: Db,
  row: { readonly organisation: number; readonly content: KeptContent; readonly createdBy: number },
): KeptEntry {
  const { content } = row;
  return {
    date: content.date ?? '',
    kind: content.kind ?? 'ordinary',
    explanation: content.explanation ?? '',
    reference: content.reference ?? '',
    supplyDate: content.supplyDate ?? '',
    corrects: content.corrects ?? '',
    reversesOn: content.reversesOn ?? '',
    attachments: content.attachments ?? [],
    lines: withLabels(db, row.organisation, content.lines ?? []),
    createdBy: personName(db, row.createdBy),
  };
}

/** The name of a person. */
export function personName(db: Db, id: number): string {
  return db.select({ name: person.name }).from(person).where(eq(person.id, id)).get()?.name ?? '';
}
