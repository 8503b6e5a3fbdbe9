import {
  type Books,
  type CheckedEntry,
  documentKey,
  documentOfLine,
  documentsWithDifference,
  type EntryLine,
  namesForeignDocument,
  type OpenItem,
  realisedDifferences,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { controlAccounts } from './open-documents.js';
import { openItemsAt } from './open-items-at.js';

/**
 * An entry with the gains and losses that it realises: where it settles documents whole in their own currency, what is
 * left over in the books' own is taken off at once.
 *
 * @param withDifference documents whose differences are told elsewhere
 */
export function withRealised(
  db: Db,
  organisation: number,
  books: Books,
  entry: CheckedEntry,
  withDifference: ReadonlySet<string> = new Set(),
): CheckedEntry {
  if (!namesForeignDocument(entry, books.chart)) return entry;
  const lines = realisedDifferences(
    entry,
    books.chart,
    (line) =>
      withDifference.has(documentOfLine(line, books.chart) ?? '')
        ? undefined
        : openDocument(db, organisation, line, entry),
    (currency) => books.exchange?.accounts(currency) ?? {},
  );
  return lines.length === 0 ? entry : { ...entry, lines: [...entry.lines, ...lines] };
}

/**
 * Many entries, in the order in which they are posted, each with what it realises. Documents whose differences they tell
 * themselves are left as they are told.
 *
 * @param post posts those handed out so far, so that the next one finds what they left open
 * @param withDifference documents whose differences are told elsewhere, in other entries of the same file
 */
export function* allWithRealised(
  db: Db,
  organisation: number,
  books: Books,
  entries: readonly CheckedEntry[],
  post: () => void,
  withDifference: ReadonlySet<string> = documentsWithDifference(entries, books.chart),
): Generator<CheckedEntry> {
  for (const entry of entries) {
    if (namesForeignDocument(entry, books.chart)) post();
    yield withRealised(db, organisation, books, entry, withDifference);
  }
}

/** The document that a line names, as it stands at the entry's date. */
function openDocument(
  db: Db,
  organisation: number,
  { account, contact, document = '', foreign }: EntryLine,
  { date }: CheckedEntry,
): OpenItem | undefined {
  const accounts = controlAccounts(db, organisation).filter(({ id }) => id === account);
  return openItemsAt(db, {
    organisation,
    accounts,
    asAt: date,
    contacts: contact === undefined ? [] : [contact],
  }).find(
    (item) =>
      item.document !== undefined &&
      documentKey(item.document) === documentKey(document) &&
      item.foreign?.currency === foreign?.currency,
  );
}
