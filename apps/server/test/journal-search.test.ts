import type { EntriesQuery } from '@just-ledger/contract';
import { DAY_BOOKS } from '@just-ledger/core';
import fc from 'fast-check';
import { rmSync } from 'node:fs';
import Database from 'better-sqlite3';
import { journalPage, journalRows } from '../src/areas/journal/journal-page.js';
import { journalSums } from '../src/areas/journal/journal-sums.js';
import { organisationOf } from '../src/areas/organisations/organisation-store.js';
import { derivations } from '../src/composition/derivations.js';
import { booksFile, type Db, openForReading } from '../src/platform/database/connection.js';
import { attachDerived, openDerived, prepareDerived } from '../src/platform/derived/derived-file.js';
import { beginEpoch } from '../src/platform/derived/epoch.js';
import { busyBooks, copyOfBooks, deriveUpTo } from './busy-books.js';

let folder: string;
let copy: string;
let db: Db;
let derived: Database.Database;
let end: number;
beforeAll(async () => {
  folder = await busyBooks();
  copy = copyOfBooks(folder);
  attachPapers(copy);
  beginEpoch(prepareDerived(copy, derivations));
  derived = openDerived(copy);
  db = attachDerived(openForReading(copy), copy);
  end = db.$client.prepare<[], number>('SELECT max(place) FROM entry').pluck().get() ?? 0;
});
afterAll(() => {
  for (const database of [db.$client, derived]) database.close();
  for (const text of [folder, copy]) rmSync(text, { recursive: true, force: true });
});

/** Gives every third entry a paper, and takes it off every sixth again. */
function attachPapers(folder: string): void {
  const books = new Database(booksFile(folder));
  const by = books.prepare<[], number>('SELECT min(id) FROM person').pluck().get();
  const moment = '2026-03-01T10:00:00.000Z';
  books
    .prepare(
      `INSERT INTO attachment (organisation, id, sha256, name, type, bytes, at, by)
      VALUES (1, 1, ?, 'delivery.pdf', 'pdf', 9, ?, ?)`,
    )
    .run('0'.repeat(64), moment, by);
  books
    .prepare(
      `INSERT INTO entry_attachment (organisation, entry, place, attachment, line, at, by, removed_at, removed_by, reason)
      SELECT 1, place, 1, 1, 0, @at, @by, iif(place % 6 = 0, @at, NULL), iif(place % 6 = 0, @by, NULL),
        iif(place % 6 = 0, 'wrong one', NULL) FROM entry WHERE organisation = 1 AND place % 3 = 0`,
    )
    .run({ at: moment, by });
  books.close();
}

/** The entries that fit, newest first, read one by one with plain SQL. */
function plainly({
  from,
  to,
  kind,
  source,
  account,
  contact,
  text,
  amount,
  document,
  book,
  paper,
  reversed,
  ...range
}: EntriesQuery): string[] {
  const like = (text ?? '').toLowerCase();
  return db.$client
    .prepare<object, string>(
      `SELECT e.date || '.' || e.place FROM entry AS e WHERE e.organisation = 1
        AND (@from IS NULL OR e.date >= @from) AND (@to IS NULL OR e.date <= @to)
        AND (@kind IS NULL OR e.kind = @kind) AND (@source IS NULL OR e.source = @source)
        AND (@account IS NULL OR EXISTS (SELECT 1 FROM line AS l JOIN account AS a ON a.organisation = 1 AND a.id = l.account
          WHERE l.organisation = 1 AND l.entry = e.place AND a.number = @account))
        AND (@contact IS NULL OR EXISTS (SELECT 1 FROM line AS l JOIN contact AS c ON c.organisation = 1 AND c.id = l.contact
          WHERE l.organisation = 1 AND l.entry = e.place AND c.name = @contact))
        AND (@amount IS NULL OR e.debit = @amount OR EXISTS (SELECT 1 FROM line AS l
          WHERE l.organisation = 1 AND l.entry = e.place AND abs(l.amount) = @amount))
        AND (@least IS NULL OR e.debit BETWEEN @least AND @most OR EXISTS (SELECT 1 FROM line AS l
          WHERE l.organisation = 1 AND l.entry = e.place AND abs(l.amount) BETWEEN @least AND @most))
        AND (@document IS NULL OR EXISTS (SELECT 1 FROM line AS l
          WHERE l.organisation = 1 AND l.entry = e.place AND l.document = @document))
        AND (@paper IS NULL OR (@paper = 'with') = EXISTS (SELECT 1 FROM entry_attachment AS p
          WHERE p.organisation = 1 AND p.entry = e.place AND p.removed_at IS NULL))
        AND (@paper IS NOT 'without' OR (e.kind IN ('ordinary', 'adjusting') AND e.source IN ('manual', 'import')))
        AND (@reversed IS NOT 'yes' OR EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = 1 AND r.reverses = e.place))
        AND (@reversed IS NOT 'no' OR (e.reverses IS NULL
          AND NOT EXISTS (SELECT 1 FROM entry AS r WHERE r.organisation = 1 AND r.reverses = e.place)))
        AND (@book IS NULL OR @book = (
          SELECT CASE WHEN e.kind IN ('opening', 'closing') OR max(cash > 0) + max(cash < 0) = 2 THEN 'general'
            WHEN max(cash > 0) THEN 'receipts' WHEN max(cash < 0) THEN 'payments'
            WHEN max(control = 'receivables') = max(control = 'payables') THEN 'general'
            WHEN max(control = 'receivables') THEN 'sales' ELSE 'purchases' END
          FROM (SELECT iif(a.role IS 'cash', l.amount, 0) AS cash, coalesce(a.control, '') AS control
            FROM line AS l JOIN account AS a ON a.organisation = 1 AND a.id = l.account
            WHERE l.organisation = 1 AND l.entry = e.place)))
        AND (@like = '' OR ' ' || lower(e.explanation) || ' ' || lower(coalesce(e.reference, '')) LIKE '% ' || @like || '%')
      ORDER BY e.date DESC, e.place DESC`,
    )
    .pluck()
    .all({
      ...Object.fromEntries(
        Object.entries({ from, to, kind, source, account, contact, document, book, paper, reversed }).map(
          ([key, value]) => [key, value ?? null],
        ),
      ),
      amount: amount === undefined ? null : Math.round(Number(amount) * 100),
      least: range.amountFrom === undefined ? null : Math.round(Number(range.amountFrom) * 100),
      most: Math.round(Number(range.amountTo ?? 1e9) * 100),
      like,
    });
}

/** All pages of some entries, as their dates and places. @param most so many are sorted at once */
function paged(query: EntriesQuery, most?: number): string[] {
  const books = organisationOf(db, 1);
  const seen: string[] = [];
  for (let after: string | null | undefined; after !== null;) {
    const page = journalPage(db, books, { ...query, limit: 7, ...(after && { after }) }, most);
    seen.push(...page.entries.map(({ date, place }) => `${date}.${place}`));
    after = page.next;
  }
  return seen;
}

/** All that is newer than a page, page by page back to the newest. */
function pagedBack(query: EntriesQuery, from: string, most?: number): string[] {
  const books = organisationOf(db, 1);
  const seen: string[] = [];
  for (let before: string | null = from; before !== null;) {
    const page = journalPage(db, books, { ...query, limit: 7, before }, most);
    seen.unshift(...page.entries.map(({ date, place }) => `${date}.${place}`));
    expect(page.next).toBe(page.entries.length === 0 ? null : seen[page.entries.length - 1]);
    before = page.previous;
  }
  return seen;
}

const maybe = <T>(arbitrary: fc.Arbitrary<T>) => fc.option(arbitrary, { nil: undefined, freq: 2 });
const query: fc.Arbitrary<EntriesQuery> = fc.record(
  {
    from: maybe(fc.constantFrom('2025-12-31', '2026-01-15', '2026-03-01', '2026-03-10')),
    to: maybe(fc.constantFrom('2026-01-31', '2026-03-16', '2026-03-31', '2026-12-31')),
    kind: maybe(fc.constantFrom('ordinary', 'adjusting', 'opening', 'reversing', 'closing')),
    source: maybe(fc.constantFrom('manual', 'closing', 'import')),
    account: maybe(fc.constantFrom('1100', '4000', '3000', '6100')),
    contact: maybe(fc.constantFrom('Low Weir', 'Reed Yard', 'Nobody')),
    text: maybe(fc.constantFrom('deliv', 'crate', 'Delivery', 'crat', 'zzz')),
    amount: maybe(fc.constantFrom('1.07', '1.20', '9.99')),
    amountFrom: maybe(fc.constantFrom('0', '1.04', '1.5')),
    document: maybe(fc.constantFrom('INV-3', 'INV-7')),
    book: maybe(fc.constantFrom(...DAY_BOOKS)),
    paper: maybe(fc.constantFrom('with', 'without')),
    reversed: maybe(fc.constantFrom('yes', 'no')),
  },
  { requiredKeys: [] },
) as fc.Arbitrary<EntriesQuery>;

describe('the journal', () => {
  test('finds what plain SQL finds, page by page, with its sums, however far the index has come', () => {
    const books = organisationOf(db, 1);
    let to = 0;
    for (const upTo of [1, 30, end]) {
      deriveUpTo(db, derived, to, upTo);
      to = upTo;
      fc.assert(
        fc.property(query, (asked) => {
          const expected = plainly(asked);
          const middle = expected[Math.floor(expected.length / 2)];
          // as of a few, and as of many, which are read month by month
          for (const most of [undefined, 5, 0]) {
            expect(paged(asked, most)).toEqual(expected);
            if (middle) expect(pagedBack(asked, middle, most)).toEqual(expected.slice(0, expected.indexOf(middle)));
          }
          expect(journalSums(db, books, asked).count).toBe(expected.length);
          const page = journalPage(db, books, asked);
          expect([page.count, page.amount]).toEqual([expected.length, journalSums(db, books, asked).amount]);
          expect(journalRows(db, books, asked).map(({ date, place }) => `${date}.${place}`)).toEqual(
            [...expected].reverse(),
          );
        }),
        { seed: 20_261_127, numRuns: 80 },
      );
    }
  });

  test.each([
    ['the start of a word of a note, whatever its accents', 'uberr cafe', 13],
    ['words of the name of a contact', 'low wei', 23],
    ['a word within a word is not found', 'eir', 0],
    ['the number of a document', 'inv-7', 5],
    ['a single digit is a word by itself', 'Crate 3', 18],
    ['marks alone', '%%', 0],
    ['what would be a mark of the index', 'a=1 k=ordinary', 0],
  ])('is searched for %s', (_, text, count) => {
    deriveUpTo(db, derived, end, end);
    expect(journalPage(db, organisationOf(db, 1), { text }).count).toBe(count);
  });

  test('is searched by seeks', () => {
    const plan = (sql: string): string =>
      db.$client
        .prepare<[], { detail: string }>(`EXPLAIN QUERY PLAN ${sql}`)
        .all()
        .map(({ detail }) => detail)
        .join('; ');
    expect(plan('SELECT rowid FROM derived.journal_index_1 WHERE journal_index_1 MATCH \'"a=5"\' LIMIT 9')).toMatch(
      /VIRTUAL TABLE INDEX/,
    );
    expect(
      plan(`SELECT * FROM entry WHERE organisation = 1 AND place IN (SELECT value FROM json_each('[1,2]'))
        AND +date >= '2026-03-01' ORDER BY +date DESC, +place DESC LIMIT 9`),
    ).toMatch(/SEARCH entry USING (PRIMARY KEY|INDEX sqlite_autoindex_entry_1) \(organisation=\? AND place=\?\)/);
    expect(
      plan(`SELECT * FROM entry WHERE organisation = 1 AND date >= '2026-03-01' AND date <= '2026-03-31'
        AND +place IN (SELECT value FROM json_each('[1,2]')) ORDER BY date DESC, place DESC LIMIT 9`),
    ).toMatch(/^SEARCH entry USING INDEX entry_date \(organisation=\? AND date>\? AND date<\?\); LIST SUBQUERY/);
    expect(
      plan(`SELECT * FROM entry WHERE organisation = 1 AND date >= '2026-03-01' AND date <= '2026-03-31' AND kind = 'adjusting'
        AND date <= '2026-03-16' AND (date < '2026-03-16' OR place < 9) ORDER BY date DESC, place DESC LIMIT 9`),
    ).toMatch(/SEARCH entry USING INDEX entry_date \(organisation=\? AND date>\? AND date<\?\)$/);
  });
});
