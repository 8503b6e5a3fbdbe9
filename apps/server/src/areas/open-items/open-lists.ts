import {
  agedBalances,
  type AgedItem,
  byDueDate,
  type ContactId,
  type DueDocument,
  openItems,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { controlLinesAmong } from './control-lines.js';
import { derivedDocuments, type OpenItemsAt } from './open-documents.js';
import { openItemsAt, wholeRemainders } from './open-items-at.js';

/** What is open of a contact, in the order in which it falls due, to be read by pages. */
export interface OpenList {
  readonly items: readonly ListedItem[];
  /** Reads some of them, in the same order. */
  readonly read: (some: readonly ListedItem[]) => AgedItem[];
}

/** Something that is open, as far as it is known before it is read. */
export interface ListedItem extends DueDocument {
  /** Itself, where it had to be read to know that it is open. */
  readonly item?: AgedItem;
}

/** Of nobody. */
export const NOTHING_OPEN = readList([]);

/** What is open of one contact. Where its payments all name what they pay, documents are read when they are asked for. */
export function openListOf(db: Db, asked: OpenItemsAt): OpenList {
  const documents = derivedDocuments(db, asked);
  if (!documents?.isAllNamed) return readList(agedBalances(openItemsAt(db, asked), asked.asAt)[0]?.items ?? []);
  const others = agedBalances(openItems(controlLinesAmong(db, asked, documents.otherLines)), asked.asAt);
  const simple = db.all<DueDocument>(
    sql`SELECT account, key AS document, due_date AS dueDate FROM ${documents.simple('all')}`,
  );
  return {
    items: [...simple, ...readList(others[0]?.items ?? []).items].sort(byDueDate),
    read: (some) => {
      const keys = some.flatMap(({ item, account, document = '' }) => (item ? [] : [{ account, key: document }]));
      const lines = keys.length === 0 ? [] : wholeRemainders(db, asked, documents, keys);
      const [read] = agedBalances(openItems(lines), asked.asAt);
      return [...some.flatMap(({ item }) => item ?? []), ...(read?.items ?? [])].sort(byDueDate);
    },
  };
}

/** What is open of some contacts, read at once. */
export function openListsOf(db: Db, asked: OpenItemsAt): ReadonlyMap<ContactId, OpenList> {
  const aged = agedBalances(openItemsAt(db, asked), asked.asAt);
  return new Map(aged.map(({ contact, items }) => [contact, readList(items)]));
}

function readList(items: readonly AgedItem[]): OpenList {
  return {
    items: items.map((item) => ({ ...item, item })),
    read: (some) => some.flatMap(({ item }) => item ?? []),
  };
}

/** How many documents of each contact are open that need no looking at their lines. */
export function openDocumentCounts(db: Db, asked: OpenItemsAt): ReadonlyMap<ContactId, number> {
  const documents = derivedDocuments(db, asked);
  if (!documents) return new Map();
  const counts = db.all<{ contact: ContactId; documents: number }>(
    sql`SELECT contact, count(*) AS documents FROM ${documents.simple('all')} GROUP BY contact`,
  );
  return new Map(counts.map(({ contact, documents }) => [contact, documents]));
}
