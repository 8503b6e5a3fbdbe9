import { ENTRY_KINDS, ENTRY_SOURCES, parseCivilDate, type CivilDate } from '@just-ledger/core';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { join } from 'node:path';
import { postedLines } from '../src/areas/accounts/account-lines.js';
import { linesOfContacts } from '../src/areas/contacts/contact-lines.js';
import { contactBalances } from '../src/areas/open-items/contact-sums.js';
import { SPANS } from '../src/areas/open-items/document-sums.js';
import { checkDocuments } from '../src/areas/open-items/documents-against-lines.js';
import { controlAccounts } from '../src/areas/open-items/open-documents.js';
import { agedSumsAt, linesOfDocument, openItemsAt } from '../src/areas/open-items/open-items-at.js';
import { openListOf } from '../src/areas/open-items/open-lists.js';
import { ledgerSums } from '../src/areas/account-ledger/filtered-ledger.js';
import { datedWithin, entriesOfNature } from '../src/areas/journal/entry-weights.js';
import { countPlaces, sumOfPlaces } from '../src/areas/journal/journal-sums.js';
import { organisationOf } from '../src/areas/organisations/organisation-store.js';
import { countEntries } from '../src/areas/periods/entry-counts.js';
import { habitsWithin } from '../src/areas/recurring/entry-habits.js';
import { rawSumsUntil, rawSumsWithin } from '../src/areas/proofs/raw-sums.js';
import { derivations } from '../src/composition/derivations.js';
import { booksFile, type Db, openForReading } from '../src/platform/database/connection.js';
import { attachDerived, noteBooksLeft, openDerived, prepareDerived } from '../src/platform/derived/derived-file.js';
import type { Derivation } from '../src/platform/derived/derivation.js';
import { Deriving } from '../src/platform/derived/deriving.js';
import { beginEpoch, nextEpoch } from '../src/platform/derived/epoch.js';
import { busyBooks, copyOfBooks, deriveUpTo } from './busy-books.js';

let folder: string;
beforeAll(async () => {
  folder = await busyBooks(true);
});
afterAll(() => rmSync(folder, { recursive: true, force: true }));

const sorted = (rows: readonly object[]): string[] => rows.map((row) => JSON.stringify(row)).sort();

/** What is open of a contact, read three at a time. */
function pagesOf(db: Db, asAt: CivilDate): unknown {
  const asked = { organisation: 1, accounts: controlAccounts(db, 1), asAt, contacts: [2 as never] };
  const { items, read } = openListOf(db, asked);
  return items.flatMap((_, index) => (index % 3 === 0 ? read(items.slice(index, index + 3)) : []));
}

const ODD_PLACES = Array.from({ length: 520 }, (_, index) => 2 * index + 1);

/** Of some places those of entries within a span, read from the entries themselves. */
function placesDated(db: Db, places: readonly number[], from: CivilDate, to: CivilDate): number[] {
  const dates = db.$client.prepare<[number], CivilDate>('SELECT date FROM entry WHERE place = ?').pluck();
  return places.filter((position) => {
    const date = dates.get(position);
    return date !== undefined && date >= from && date <= to;
  });
}

/** What comes to months, kinds and sources, in as many parts as it is told in. */
function countsOf(db: Db, from: CivilDate, to: CivilDate): Record<string, [number, number]> {
  const sums: Record<string, [number, number]> = {};
  for (const { month, kind, source, entries, debit } of countPlaces(db, 1, { from, to }, ODD_PLACES, 0)) {
    const [before, debits] = sums[`${month} ${kind} ${source}`] ?? [0, 0];
    sums[`${month} ${kind} ${source}`] = [before + entries, debits + debit];
  }
  return sums;
}

/** Everything that is taken from what is derived, for a span. */
function answers(db: Db, from: CivilDate, to: CivilDate): unknown {
  const books = organisationOf(db, 1);
  const dated = datedWithin(db, 1, { from, to }, ODD_PLACES);
  const habits = habitsWithin(db, 1, { from, to });
  const accounts = db.$client
    .prepare('SELECT id FROM account WHERE organisation = 1 AND control IS NOT NULL')
    .pluck();
  return {
    until: sorted(rawSumsUntil(db, books, to).filter(({ debit, credit }) => debit !== 0 || credit !== 0)),
    within: sorted(rawSumsWithin(db, books, from, to).filter(({ debit, credit }) => debit !== 0 || credit !== 0)),
    contacts: sorted(contactBalances(db, books, accounts.all() as never, to).filter(({ amount }) => amount !== 0)),
    ofContact: sorted(
      contactBalances(db, books, accounts.all() as never, to, 2 as never).filter(({ amount }) => amount !== 0),
    ),
    open: sorted(openItemsAt(db, { organisation: 1, accounts: controlAccounts(db, 1), asAt: to })),
    ofOne: sorted(
      openItemsAt(db, { organisation: 1, accounts: controlAccounts(db, 1), asAt: to, contacts: [2 as never] }),
    ),
    pages: pagesOf(db, to),
    aged: sorted([...agedSumsAt(db, { organisation: 1, accounts: controlAccounts(db, 1), asAt: to })]),
    document: linesOfDocument(
      db,
      { organisation: 1, accounts: controlAccounts(db, 1), asAt: to, contacts: [2 as never] },
      'inv-1',
    ),
    counts: sorted(countEntries(db, 1, from, to)),
    accountLines: [...postedLines(db, 1)].sort(([a], [b]) => a - b),
    contactLines: [...linesOfContacts(db, 1)].sort(([a], [b]) => a - b),
    // of so few none would be taken from what is derived
    ofPlaces: sumOfPlaces(db, 1, { from, to }, ODD_PLACES, [], 0),
    ofNatures: countsOf(db, from, to),
    dated: [...dated.within, ...placesDated(db, dated.rest, from, to)],
    ordinary: entriesOfNature(db, 1, { from, to }, { kinds: ['ordinary'], sources: ['manual'] }),
    habits: [[...habits.places], [...habits.days], [...habits.habits]],
  };
}

const DAYS = [
  '2025-12-31',
  '2026-01-14',
  '2026-01-15',
  '2026-01-31',
  '2026-02-01',
  '2026-03-01',
  '2026-03-15',
  '2026-03-16',
];
const LATER = ['2026-03-31', '2026-05-03', '2026-05-04', '2026-06-30', '2026-12-31', '2027-02-01', '2027-02-02'];
const day = fc.constantFrom(...DAYS, ...LATER).map(parseCivilDate);
/** What begins a period: the first day of the books, or of a month after it. */
const beginning = fc.constantFrom('2026-01-15', '2026-02-01', '2026-03-01').map(parseCivilDate);

describe('what is derived', () => {
  test('is all that areas define, so that nothing is taken from what nobody derives', () => {
    const areas = fileURLToPath(new URL('../src/areas', import.meta.url));
    const defined = readdirSync(areas, { recursive: true, encoding: 'utf8' }).flatMap((file) =>
      file.endsWith('.ts')
        ? [
            ...readFileSync(join(areas, file), 'utf8').matchAll(
              /^export const (\w+)(: Derivation =| = \w+\.derivation)/gm,
            ),
          ]
        : [],
    );
    expect(derivations).toHaveLength(defined.length);
    expect(new Set(derivations.map(({ name }) => name)).size).toBe(defined.length);
  });

  test('rests on the order of kinds and sources, so that further ones are named after those that there are', () => {
    expect(ENTRY_KINDS.slice(0, 5)).toEqual(['ordinary', 'opening', 'adjusting', 'reversing', 'closing']);
    expect(ENTRY_SOURCES.slice(0, 11)).toEqual([
      'manual',
      'recurring',
      'take-on',
      'closing',
      'import',
      'invoice',
      'payment',
      'revaluation',
      'depreciation',
      'between-organisations',
      'tax-settlement',
    ]);
  });

  test('answers at any day as the entries do, however far it has come', () => {
    const [plain, copy] = [openForReading(folder), copyOfBooks(folder)];
    beginEpoch(prepareDerived(copy, derivations));
    const derived = openDerived(copy);
    const db = attachDerived(openForReading(copy), copy);
    const end = db.$client.prepare<[], number>('SELECT max(place) FROM entry').pluck().get() ?? 0;
    // beyond the last there are places of no entry, too
    expect(ODD_PLACES.at(-1)).toBeGreaterThan(end);
    let to = 0;
    for (const upTo of [1, 20, 60, 62, 64, 68, 75, 90, 120, 300, end - 1, end]) {
      deriveUpTo(db, derived, to, upTo);
      to = upTo;
      expect(checkDocuments(db, { organisation: 1 })).toMatchObject({ differing: 0 });
      fc.assert(
        fc.property(beginning, day, (from, until) => {
          expect(answers(db, from, until)).toEqual(answers(plain, from, until));
        }),
        { seed: 20_261_127, numRuns: 25 },
      );
    }
    // documents of every span were among them
    const spans = derived.prepare('SELECT DISTINCT span FROM document_sum ORDER BY span').pluck().all();
    expect(spans).toEqual([...SPANS, Infinity].map((_, span) => span));
    for (const database of [db.$client, plain.$client, derived]) database.close();
    rmSync(copy, { recursive: true });
  });

  test('leaves sums of a ledger the same, whether its lines are looked up or all of them read', () => {
    const db = openForReading(folder);
    const [from, to] = [parseCivilDate('2026-01-15'), parseCivilDate('2026-12-31')];
    const sums = (few: number, more: object) =>
      ledgerSums(db, organisationOf(db, 1), { account: '1100', text: 'paid', from, to, ...more }, to, few);
    const all = [{}, { amountFrom: '110' }, { contact: 'Reed Yard' }, { to: parseCivilDate('2026-02-10') }];
    expect(all.map((more) => sums(0, more))).toEqual(all.map((more) => sums(Infinity, more)));
    expect(sums(0, {}).lines).toBeGreaterThan(sums(0, { amountFrom: '110' }).lines);
    db.$client.close();
  });

  test('is put in order once very many entries were added', () => {
    const copy = copyOfBooks(folder);
    const end = (db: Db): number => db.$client.prepare<[], number>('SELECT max(place) FROM entry').pluck().get() ?? 0;
    const unsettled = derivations.map(({ settle: _, ...derivation }) => derivation);
    const pieces = (large: number, those: readonly Derivation[] = derivations): number => {
      beginEpoch(prepareDerived(copy, derivations));
      const derived = openDerived(copy);
      const books = openForReading(copy);
      const deriving = new Deriving(books, derived, those, large);
      while (deriving.turn());
      const places = derived.prepare<[], number>("SELECT place FROM derived_to WHERE name = 'journal-index'").pluck();
      expect(places.all()).toEqual([end(books)]);
      const count = derived
        .prepare<[], number>('SELECT count(DISTINCT segid) FROM journal_index_1_idx')
        .pluck()
        .get();
      for (const database of [books.$client, derived]) database.close();
      for (const name of readdirSync(copy)) if (name.startsWith('derived')) rmSync(join(copy, name));
      return count ?? 0;
    };
    expect(pieces(100)).toBe(1);
    expect(pieces(100, unsettled)).toBeGreaterThan(1);
    rmSync(copy, { recursive: true });
  });

  test.each([
    ['a sum', 'UPDATE document_sum SET amount = amount + 1 WHERE OF_FIRST'],
    ['its first day', "UPDATE document_sum SET first_date = '2026-01-01' WHERE OF_FIRST"],
    ['its last day', "UPDATE document_sum SET last_date = '2099-01-01' WHERE OF_FIRST"],
    ['its span', 'UPDATE document_sum SET span = 3 WHERE OF_FIRST'],
    ['a foreign sum', 'UPDATE document_sum SET foreign_amount = foreign_amount - 1 WHERE OF_FIRST'],
    ['a line', 'UPDATE control_line SET amount = amount + 1 WHERE OF_FIRST'],
    ['a line that is missing', 'DELETE FROM control_line WHERE OF_FIRST'],
    ['a line on another day', "UPDATE control_line SET date = '2027-01-01' WHERE OF_FIRST"],
  ])('is read again against the lines: %s', (_, tampering) => {
    const copy = copyOfBooks(folder);
    beginEpoch(prepareDerived(copy, derivations));
    const derived = openDerived(copy);
    const db = attachDerived(openForReading(copy), copy);
    deriveUpTo(db, derived, 0, db.$client.prepare<[], number>('SELECT max(place) FROM entry').pluck().get() ?? 0);
    const { lines, differing } = checkDocuments(db, { organisation: 1 });
    expect([lines > 300, differing]).toEqual([true, 0]);
    const ofFirst = "contact = 2 AND key = (SELECT min(key) FROM document_sum WHERE contact = 2 AND key <> '')";
    expect(derived.prepare(tampering.replace('OF_FIRST', ofFirst)).run().changes).toBeGreaterThan(0);
    expect(checkDocuments(db, { organisation: 1 }).differing).toBeGreaterThan(0);
    for (const database of [db.$client, derived]) database.close();
    rmSync(copy, { recursive: true });
  });

  test('has what was posted to an account before it became a control account', () => {
    const [plain, copy] = [openForReading(folder), copyOfBooks(folder)];
    const books = new Database(booksFile(copy));
    const guards = books
      .prepare<[], { name: string; sql: string }>(
        "SELECT name, sql FROM sqlite_schema WHERE type = 'trigger' AND tbl_name = 'account'",
      )
      .all();
    for (const { name } of guards) books.exec(`DROP TRIGGER ${name}`);
    books.exec("UPDATE account SET control = NULL WHERE number = '1100'");
    beginEpoch(prepareDerived(copy, derivations));
    const derived = openDerived(copy);
    const db = attachDerived(openForReading(copy), copy);
    deriveUpTo(db, derived, 0, db.$client.prepare<[], number>('SELECT max(place) FROM entry').pluck().get() ?? 0);
    books.exec("UPDATE account SET control = 'receivables' WHERE number = '1100'");
    const [from, to] = [parseCivilDate('2026-01-15'), parseCivilDate('2026-12-31')];
    expect(answers(db, from, to)).toEqual(answers(plain, from, to));
    expect(answers(db, from, to)).toMatchObject({ open: expect.arrayContaining([expect.stringContaining('INV-')]) });
    for (const database of [db.$client, plain.$client, derived, books]) database.close();
    rmSync(copy, { recursive: true });
  });

  test('is made anew of other entries, of books that others wrote to, and of a file that cannot be read', () => {
    const copy = copyOfBooks(folder);
    const derive = (epoch: number): number[] => {
      beginEpoch(epoch);
      const [books, derived] = [openForReading(copy), openDerived(copy)];
      const deriving = new Deriving(books, derived, derivations);
      while (deriving.step(epoch));
      const amounts = derived.prepare<[], number>('SELECT sum(debit) FROM raw_sum').pluck().all();
      books.$client.close();
      derived.close();
      return amounts;
    };
    const first = prepareDerived(copy, derivations);
    const whole = derive(first);
    noteBooksLeft(copy, first);
    expect([prepareDerived(copy, derivations), derive(first)]).toEqual([first, whole]);
    // somebody takes a line's amount away while the server is down
    const tampered = new Database(booksFile(copy));
    tampered.exec('DROP TRIGGER line_update; UPDATE line SET amount = 0 WHERE entry = 3');
    tampered.close();
    const second = prepareDerived(copy, derivations);
    expect(second).toBe(first + 1);
    expect(derive(second)[0]).toBeLessThan(whole[0] ?? 0);
    // books of another chain, such as a backup that was restored
    const other = new Database(booksFile(copy));
    other.exec("DROP TRIGGER entry_update; UPDATE entry SET seal = replace(seal, substr(seal, 1, 8), '00000000')");
    other.exec('UPDATE line SET amount = 2 * amount');
    other.close();
    expect(derive(second)[0]).toBeGreaterThan(whole[0] ?? 0);
    writeFileSync(join(copy, 'derived.sqlite'), 'no database');
    expect(derive(prepareDerived(copy, derivations))[0]).toBeGreaterThan(whole[0] ?? 0);
    rmSync(copy, { recursive: true });
  });
});

test('what is kept while the books stand as they are is read anew once somebody else has written to them', () => {
  const copy = copyOfBooks(folder);
  const db = openForReading(copy);
  const asked = { organisation: 1, accounts: controlAccounts(db, 1), asAt: parseCivilDate('2026-12-31') };
  const before = [...agedSumsAt(db, asked)];
  expect(before).not.toEqual([]);
  const other = new Database(booksFile(copy));
  other.exec('DROP TRIGGER line_update; UPDATE line SET amount = 2 * amount');
  other.close();
  nextEpoch();
  expect([...agedSumsAt(db, asked)]).not.toEqual(before);
  db.$client.close();
  rmSync(copy, { recursive: true });
});
