import { type AccountId, type ContactId, documentKey, searchWords } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Derivation, DerivedFile } from '../../platform/derived/derivation.js';
import { amountMarks } from './amount-marks.js';
import { matchOf, type SearchTerm } from './search-term.js';
import { type SearchableEntry, searchableEntries } from './searchable-entries.js';

/** The marks by which an entry is found, beside its words. A word holds letters and digits only, so none is like a mark. */
export const MARKS = {
  month: (date: string): string => `m=${date.slice(0, 4)}${date.slice(5, 7)}`,
  kind: (kind: string): string => `k=${kind}`,
  source: (source: string): string => `s=${source}`,
  person: (id: number): string => `w=${id}`,
  account: (id: AccountId): string => `a=${id}`,
  /** That one of its lines debits or credits an account. */
  debit: (id: AccountId): string => `ad=${id}`,
  credit: (id: AccountId): string => `ac=${id}`,
  contact: (id: ContactId): string => `c=${id}`,
  value: (breakdown: string, value: number): string => `v=${breakdown}.${value}`,
  document: (document: string): string => `p=${searchWords(documentKey(document)).join('.')}`,
} as const;

/** Everything by which an entry is found. */
export function marksOf(entry: SearchableEntry): Set<string> {
  const found = new Set([
    MARKS.month(entry.date),
    MARKS.kind(entry.kind),
    MARKS.source(entry.source),
    MARKS.person(entry.postedBy),
    ...amountMarks(entry.debit),
    ...searchWords(entry.explanation),
    ...searchWords(entry.reference ?? ''),
  ]);
  for (const { account, amount, contact, note, document, ownNumber, breakdowns } of entry.lines) {
    found.add(MARKS.account(account));
    found.add(amount < 0 ? MARKS.credit(account) : MARKS.debit(account));
    for (const mark of amountMarks(amount)) found.add(mark);
    if (contact !== null) found.add(MARKS.contact(contact));
    if (document !== null) found.add(MARKS.document(document));
    for (const [breakdown, value] of Object.entries(breakdowns ?? {})) found.add(MARKS.value(breakdown, value));
    for (const text of [note, document, ownNumber]) if (text) for (const word of searchWords(text)) found.add(word);
  }
  return found;
}

/** The name of the index of an organisation's entries. */
export function indexTable(organisation: number): string {
  return `journal_index_${organisation}`;
}

/**
 * By which words and marks each entry is found: an index of full text (SQLite FTS5), made of the entries after they are
 * posted. Contacts are in it by their id, since their names change.
 */
export const journalIndex: Derivation = {
  name: 'journal-index',
  version: 4,
  tables: {},
  forget: (derived, organisation) => derived.exec(`DROP TABLE IF EXISTS ${indexTable(organisation)}`),
  extend: (books, derived, { organisation, after, upTo }) => {
    const insert = insertInto(derived, organisation);
    for (const entry of searchableEntries(books, organisation, after, upTo)) {
      insert.run(entry.place, [...marksOf(entry)].join(' '));
    }
  },
  // what was added bit by bit is looked for bit by bit: in one piece a thousand alternatives are found in a third of the time
  settle: (derived, organisation) => {
    const table = indexTable(organisation);
    derived.exec(`INSERT INTO ${table} (${table}) VALUES ('optimize')`);
  },
};

function insertInto(derived: DerivedFile, organisation: number) {
  const table = indexTable(organisation);
  // words are split and folded by us; the index takes them as they are
  derived.exec(`CREATE VIRTUAL TABLE IF NOT EXISTS ${table}
    USING fts5 (marks, content='', columnsize=0, detail=none, tokenize="ascii tokenchars '=.-'")`);
  return derived.prepare(`INSERT INTO ${table} (rowid, marks) VALUES (?, ?)`);
}

/** The places of indexed entries that have all that is searched for. @param most -1 for all of them */
export function placesInIndex(db: Db, organisation: number, terms: readonly SearchTerm[], most = -1): number[] {
  const table = indexTable(organisation);
  const found = `FROM derived.${table} WHERE ${table} MATCH ?`;
  if (most >= 0)
    return db.$client
      .prepare<[string, number], number>(`SELECT rowid ${found} LIMIT ?`)
      .pluck()
      .all(matchOf(terms), most);
  // hundreds of thousands are there in half the time as one text
  const all = db.$client
    .prepare<[string], string>(`SELECT json_group_array(rowid) ${found}`)
    .pluck()
    .get(matchOf(terms));
  return JSON.parse(all ?? '[]') as number[];
}

/** Those of some places whose entries are indexed and have all that is searched for: each is looked up. */
export function thoseInIndex(
  db: Db,
  organisation: number,
  terms: readonly SearchTerm[],
  places: readonly number[],
): number[] {
  const table = indexTable(organisation);
  return db.$client
    .prepare<[string, string], number>(
      `SELECT i.rowid FROM json_each(?) AS p CROSS JOIN derived.${table} AS i
       WHERE i.rowid = p.value AND i.${table} MATCH ?`,
    )
    .pluck()
    .all(JSON.stringify(places), matchOf(terms));
}
