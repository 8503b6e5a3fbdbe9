import {
  accountIn,
  documentKey,
  openItems,
  realisedDifferences,
  type Books,
  type CheckedEntry,
  type CurrencyCode,
  type EntryLine,
  type OpenItem,
} from '@just-ledger/core';
import type { Db } from '../database/connection.js';
import { controlLines } from './control-lines.js';

/**
 * An entry with the gains and losses that it realises: where it settles documents whole in their own currency, what is
 * left over in the books' own is taken off at once.
 */
export function withRealised(db: Db, organisation: number, books: Books, entry: CheckedEntry): CheckedEntry {
  const isForeign = entry.lines.some(
    ({ foreign, document, account }) =>
      foreign !== undefined && document !== undefined && accountIn(books.chart, account).control !== undefined,
  );
  if (!isForeign) return entry;
  const lines = realisedDifferences(
    entry,
    books.chart,
    (line) => openDocument(db, organisation, line, entry),
    (currency) => books.exchange?.accounts(currency as CurrencyCode) ?? {},
  );
  return lines.length === 0 ? entry : { ...entry, lines: [...entry.lines, ...lines] };
}

/** The document that a line names, as it stands at the entry's date. */
function openDocument(
  db: Db,
  organisation: number,
  { account, contact, document = '', foreign }: EntryLine,
  { date }: CheckedEntry,
): OpenItem | undefined {
  const lines = controlLines(db, organisation, [account], date, contact);
  return openItems(lines).find(
    (item) =>
      item.document !== undefined &&
      documentKey(item.document) === documentKey(document) &&
      item.foreign?.currency === foreign?.currency,
  );
}
