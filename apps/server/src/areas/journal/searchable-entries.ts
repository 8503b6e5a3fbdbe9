import type { AccountId, CivilDate, ContactId, EntryLine } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { combinationsOf } from './posted-entries.js';

/** What an entry is found by. */
export interface SearchableEntry {
  readonly place: number;
  readonly date: CivilDate;
  readonly kind: string;
  readonly source: string;
  readonly postedBy: number;
  readonly debit: number;
  readonly explanation: string;
  readonly reference: string | null;
  readonly lines: readonly SearchableLine[];
}

export interface SearchableLine {
  readonly account: AccountId;
  readonly amount: number;
  readonly contact: ContactId | null;
  readonly note: string | null;
  readonly document: string | null;
  readonly ownNumber: string | null;
  readonly breakdowns: EntryLine['breakdowns'];
}

/** The entries after one place of the chain up to another, in its order: no more of them than a search looks at. */
export function searchableEntries(db: Db, organisation: number, after: number, upTo: number): SearchableEntry[] {
  const { $client: books } = db;
  const entries = books
    .prepare<[number, number, number], Omit<SearchableEntry, 'lines'>>(
      `SELECT place, date, kind, source, posted_by AS postedBy, debit, explanation, reference FROM entry
      WHERE organisation = ? AND place > ? AND place <= ? ORDER BY place`,
    )
    .all(organisation, after, upTo);
  const lines = books
    .prepare<[number, number, number], LineRow>(
      `SELECT entry, account, amount, contact, note, document, own_number AS ownNumber, combination FROM line
      WHERE organisation = ? AND entry > ? AND entry <= ? ORDER BY entry, place`,
    )
    .all(organisation, after, upTo);
  const breakdowns = combinationsOf(db, organisation);
  let next = 0;
  return entries.map((entry): SearchableEntry => {
    const own: SearchableLine[] = [];
    for (let line = lines[next]; line?.entry === entry.place; line = lines[next]) {
      own.push({ ...line, breakdowns: breakdowns.get(line.combination) });
      next += 1;
    }
    return { ...entry, lines: own };
  });
}

interface LineRow extends Omit<SearchableLine, 'breakdowns'> {
  readonly entry: number;
  readonly combination: number;
}
