import { type ContactId, searchWords } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { contactsVersion } from './contact-store.js';

/** What a contact is called. */
export interface ListedContact {
  readonly id: ContactId;
  readonly number: string;
  readonly name: string;
}

/** All contacts of an organisation by what they are called, and which of them were merged. */
export interface ContactDirectory {
  /** In the order of their names. */
  readonly inOrder: () => readonly ListedContact[];
  /** A contact by its number, or by its name in whatever case; for a merged one, the one that stays. */
  readonly named: (text: string) => ContactId | undefined;
  /** Those with a word in their name that begins in some way, or is a word as a whole; as `searchWords` gives it. */
  readonly withWord: (word: string, isWhole: boolean) => readonly ContactId[];
  /** A contact and those that were merged into it. */
  readonly family: (id: ContactId) => readonly ContactId[];
  /** Those that were merged, and those into which they were. */
  readonly merged: readonly ContactId[];
}

const IN_ENGLISH = new Intl.Collator('en');

/** The contacts of an organisation; read anew when any of them has changed. */
export function contactDirectory(db: Db, organisation: number): ContactDirectory {
  return keptWhile(db, `contacts ${organisation}`, contactsVersion(db, organisation), () => read(db, organisation));
}

function read(db: Db, organisation: number): ContactDirectory {
  const rows = allCalled(db).all(organisation);
  const names = new Map<string, ContactId>();
  const families = new Map<ContactId, ContactId[]>();
  for (const { id, name, mergedInto } of [...rows].reverse()) {
    names.set(name.toLowerCase(), mergedInto ?? id);
    if (mergedInto !== null) families.set(mergedInto, [...(families.get(mergedInto) ?? []), id]);
  }
  const numbers = new Map(rows.map(({ id, number, mergedInto }) => [number, mergedInto ?? id]));
  let inOrder: ListedContact[] | undefined;
  let byWord: Map<string, ContactId[]> | undefined;
  return {
    inOrder: () =>
      (inOrder ??= rows
        .map(({ id, number, name }) => ({ id, number, name }))
        .sort((a, b) => IN_ENGLISH.compare(a.name, b.name) || IN_ENGLISH.compare(a.number, b.number))),
    named: (text) => numbers.get(text.trim()) ?? names.get(text.trim().toLowerCase()),
    withWord: (word, isWhole) => {
      byWord ??= byWordOf(rows);
      if (isWhole) return byWord.get(word) ?? [];
      return [...new Set([...byWord].flatMap(([other, ids]) => (other.startsWith(word) ? ids : [])))];
    },
    family: (id) => [id, ...(families.get(id) ?? [])],
    merged: [...families].flatMap(([into, merged]) => [into, ...merged]),
  };
}

// read without the mapping of rows, which takes longer than all else where there are tens of thousands
const allCalled = oncePerConnection(({ $client }) =>
  $client.prepare<[number], ListedContact & { readonly mergedInto: ContactId | null }>(
    'SELECT id, number, name, merged_into AS mergedInto FROM contact WHERE organisation = ? ORDER BY id',
  ),
);

function byWordOf(rows: readonly { readonly id: ContactId; readonly name: string }[]): Map<string, ContactId[]> {
  const byWord = new Map<string, ContactId[]>();
  for (const { id, name } of rows) {
    for (const word of new Set(searchWords(name))) {
      const ids = byWord.get(word);
      if (ids) ids.push(id);
      else byWord.set(word, [id]);
    }
  }
  return byWord;
}
