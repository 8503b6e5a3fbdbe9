import {
  type Age,
  agedBalances,
  AGES,
  compareDates,
  type ContactId,
  documentKey,
  earliestDueDates,
  entryNumber,
  keyedBy,
  keysOf,
  type OpenItem,
  openItems,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { booksVersion } from '../ledger/books-version.js';
import { controlLines, controlLinesAmong, linesIn, type PostedControlLine } from './control-lines.js';
import { type DerivedDocuments, derivedDocuments, type DocumentKey, type OpenItemsAt } from './open-documents.js';

/** What is open of the documents of contacts, as at a day. */
export function openItemsAt(db: Db, asked: OpenItemsAt): OpenItem[] {
  const documents = derivedDocuments(db, asked);
  if (!documents) return openItems(controlLines(db, asked));
  return openItems(
    inOrder([...wholeRemainders(db, asked, documents), ...controlLinesAmong(db, asked, documents.otherLines)]),
  );
}

/** The lines that name a document of a contact, in the order of their dates. */
export function linesOfDocument(db: Db, asked: OpenItemsAt, document: string): PostedControlLine[] {
  const key = documentKey(document);
  const documents = derivedDocuments(db, asked);
  return documents
    ? controlLinesAmong(db, asked, documents.linesOf(key))
    : controlLines(db, asked).filter((line) => documentKey(line.document ?? '') === key);
}

/** What a contact owes or is owed, by age; minor units, debit positive. */
export type AgedSums = ReadonlyMap<ContactId, Readonly<Record<Age, number>>>;

interface AgedSum {
  readonly contact: ContactId;
  readonly age: Age;
  readonly open: number;
}

/** What is open as at a day, by contact and age, without its documents. Contacts with whom all is settled are left out. */
export function agedSumsAt(db: Db, asked: OpenItemsAt): AgedSums {
  const { organisation, accounts, asAt, contacts } = asked;
  const key = `aged ${organisation} ${asAt} ${contacts?.join(' ') ?? 'all'} ${accounts.map(({ id, side }) => id * side).join(' ')}`;
  return keptWhile(db, key, booksVersion(db, organisation), () => readAgedSums(db, asked));
}

/** What is open as at a day by age, of all contacts together; minor units, debit positive. */
export function openByAge(db: Db, asked: OpenItemsAt): Record<Age, number> {
  const sums = [...agedSumsAt(db, asked).values()];
  return keyedBy(keysOf(AGES), (age) => sums.reduce((sum, row) => sum + row[age], 0));
}

/** What is open as at a day of each contact, whatever its age; minor units, debit positive. */
export function openSumsAt(db: Db, asked: OpenItemsAt): ReadonlyMap<ContactId, number> {
  const documents = derivedDocuments(db, asked);
  const sums = new Map<ContactId, number>();
  const add = (contact: ContactId, open: number): void => void sums.set(contact, (sums.get(contact) ?? 0) + open);
  for (const { contact, open } of itemsToAllocate(db, asked, documents)) add(contact, open);
  if (!documents) return sums;
  const simple = db.all<{ contact: ContactId; open: number }>(
    sql`SELECT s.contact AS contact, sum(s.open) AS open FROM ${documents.simple('named')} AS s GROUP BY s.account, s.contact`,
  );
  for (const { contact, open } of simple) add(contact, open);
  return sums;
}

/** The items of contacts of whom something has to be allocated, or of all where nothing is derived of documents. */
function itemsToAllocate(db: Db, asked: OpenItemsAt, documents: DerivedDocuments | undefined): OpenItem[] {
  if (!documents) return openItems(controlLines(db, asked));
  return openItems(
    inOrder([
      ...(documents.isAllNamed ? [] : remainders(db, asked, documents, 'unnamed')),
      ...controlLinesAmong(db, asked, documents.otherLines),
    ]),
  );
}

function readAgedSums(db: Db, asked: OpenItemsAt): AgedSums {
  const documents = derivedDocuments(db, asked);
  const items = itemsToAllocate(db, asked, documents);
  const sums = new Map<ContactId, Record<Age, number>>();
  const add = (contact: ContactId, age: Age, open: number): void => {
    const ages = sums.get(contact) ?? keyedBy(keysOf(AGES), () => 0);
    ages[age] += open;
    sums.set(contact, ages);
  };
  for (const contact of agedBalances(items, asked.asAt)) {
    for (const { age, open } of contact.items) add(contact.contact, age, open);
  }
  if (documents) for (const { contact, age, open } of sumsInDatabase(db, asked, documents)) add(contact, age, open);
  return sums;
}

/** Simple documents of contacts whose payments all name what they pay: they are added up where they stand. */
function sumsInDatabase(db: Db, asked: OpenItemsAt, { simple }: DerivedDocuments): AgedSum[] {
  const earliest = earliestDueDates(asked.asAt);
  const ages = keysOf(AGES).map((age, index, all) => {
    const younger = index === 0 ? undefined : earliest[all[index - 1] ?? age];
    const isYoungest = younger === undefined ? sql`1` : sql`s.due_date < ${younger}`;
    const isOldest = earliest[age] === undefined ? sql`1` : sql`s.due_date >= ${earliest[age]}`;
    return {
      age,
      sum: sql`sum(CASE WHEN ${isYoungest} AND ${isOldest} THEN s.open ELSE 0 END) AS ${sql.identifier(age)}`,
    };
  });
  return db
    .all<{ contact: ContactId } & Record<Age, number>>(
      sql`SELECT s.contact AS contact, ${sql.join(
        ages.map(({ sum }) => sum),
        sql`, `,
      )}
        FROM ${simple('named')} AS s GROUP BY s.contact`,
    )
    .flatMap(({ contact, ...sums }) => ages.map(({ age }) => ({ contact, age, open: sums[age] })));
}

/** Simple documents, each as one line of what is left of it that knows the entries of its further lines. */
export function wholeRemainders(
  db: Db,
  asked: OpenItemsAt,
  documents: DerivedDocuments,
  among?: readonly DocumentKey[],
): PostedControlLine[] {
  const later = laterEntries(db, asked, documents, among);
  return remainders(db, asked, documents, 'all', among).map((line) => ({
    ...line,
    laterEntries: later.get(line.at.join(' ')),
  }));
}

/** Simple documents, each as one line of what is left of it. */
function remainders(
  db: Db,
  asked: OpenItemsAt,
  { eachSimple }: DerivedDocuments,
  whose: 'unnamed' | 'all',
  among?: readonly DocumentKey[],
): PostedControlLine[] {
  return linesIn(
    db,
    asked.organisation,
    sql`${eachSimple(whose, among)} AS s CROSS JOIN line AS l
      ON l.organisation = ${asked.organisation} AND l.entry = s.entry AND l.place = s.place`,
    sql`1`,
    { amount: sql`s.open`, foreignAmount: sql`s.foreign_open` },
  );
}

/** The entries of the further lines of simple documents, by entry and place of the first. */
function laterEntries(
  db: Db,
  asked: OpenItemsAt,
  { eachSimple }: DerivedDocuments,
  among?: readonly DocumentKey[],
): ReadonlyMap<string, string[]> {
  const found = db.all<{ first: string; year: string; number: number }>(sql`
    SELECT s.entry || ' ' || s.place AS first, e.year AS year, e.number AS number
    FROM ${eachSimple('all', among)} AS s CROSS JOIN derived.control_line AS k ON k.organisation = ${asked.organisation}
      AND k.account = s.account AND k.contact = s.contact AND k.key = s.key AND k.date <= ${asked.asAt}
      AND (k.entry, k.place) <> (s.entry, s.place)
      JOIN entry AS e ON e.organisation = ${asked.organisation} AND e.place = k.entry
    ORDER BY k.date, k.entry, k.place`);
  const entries = new Map<string, string[]>();
  for (const { first, year, number } of found) {
    const known = entries.get(first);
    if (known) known.push(entryNumber(year, number));
    else entries.set(first, [entryNumber(year, number)]);
  }
  return entries;
}

/** In the order of their dates; those of a day as they were posted. */
function inOrder(lines: readonly PostedControlLine[]): PostedControlLine[] {
  return [...lines].sort((a, b) => compareDates(a.date, b.date) || a.at[0] - b.at[0] || a.at[1] - b.at[1]);
}
