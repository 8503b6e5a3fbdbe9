import { type AccountId, type CivilDate, type ContactId, type CurrencyCode, documentKey } from '@just-ledger/core';
import type { Derivation } from '../../platform/derived/derivation.js';

/**
 * How long documents were moved, from their first line to their last, in days: a document in the span 0 for 31 at the
 * most, in 1 for 92, in 2 for 366, and in 3 for longer. What was under way on a day is found among those of each span
 * whose last line came within so many days after it.
 */
export const SPANS = [31, 92, 366] as const;

/** The span from a first day to a last, both of them SQL. */
export function spanBetween(first: string, last: string): string {
  return `CASE ${SPANS.map((days, span) => `WHEN ${last} <= date(${first}, '+${days} days') THEN ${span}`).join(' ')}
    ELSE ${SPANS.length} END`;
}

/**
 * What the lines of each document of a contact come to, and which lines they are: so that open items are made of the
 * documents that can be open, and not of all there ever were. Lines that name no document stand under an empty key.
 *
 * A *simple* document was opened by its first line and has gone on as one document since: what is open of it at any day is
 * the sum of its lines until then. Its `side` is that of its first line, 1 for debit and −1 for credit. That is so
 * while payments in its currency take no more than there is, on that day or after; or else while its lines came in the
 * order of their dates, each before it was settled, differences of rates among them. For all other documents `side` is 0:
 * their lines are looked at one by one.
 */
export const documentSums: Derivation = {
  name: 'document-sums',
  version: 4,
  tables: {
    document_sum: `CREATE TABLE document_sum (organisation INTEGER NOT NULL, account INTEGER NOT NULL,
      contact INTEGER NOT NULL, key TEXT NOT NULL, side INTEGER NOT NULL, amount INTEGER NOT NULL, currency TEXT,
      foreign_amount INTEGER NOT NULL, mixed INTEGER NOT NULL, in_order INTEGER NOT NULL, first_date TEXT NOT NULL, last_date TEXT NOT NULL,
      document_date TEXT NOT NULL, due_date TEXT NOT NULL, has_due INTEGER NOT NULL,
      entry INTEGER NOT NULL, place INTEGER NOT NULL, span INTEGER NOT NULL, PRIMARY KEY (organisation, account, contact, key)) STRICT, WITHOUT ROWID;
    CREATE INDEX document_sum_open ON document_sum (organisation, account, side, contact, due_date, amount, last_date, key)
      WHERE side <> 0 AND amount <> 0;
    CREATE INDEX document_sum_rest ON document_sum (organisation, account, contact, key)
      WHERE side = 0 AND (amount <> 0 OR foreign_amount <> 0 OR mixed OR key = '');
    CREATE INDEX document_sum_last ON document_sum (organisation, account, span, last_date, first_date, side, due_date)`,
    control_line: `CREATE TABLE control_line (organisation INTEGER NOT NULL, account INTEGER NOT NULL,
      contact INTEGER NOT NULL, key TEXT NOT NULL, entry INTEGER NOT NULL, place INTEGER NOT NULL, date TEXT NOT NULL,
      amount INTEGER NOT NULL, foreign_amount INTEGER NOT NULL,
      PRIMARY KEY (organisation, account, contact, key, entry, place)) STRICT, WITHOUT ROWID`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    // a document of two currencies, or of none and one, is mixed
    const add =
      derived.prepare(`INSERT INTO document_sum (organisation, account, contact, key, side, amount, currency,
        foreign_amount, mixed, in_order, first_date, last_date, document_date, due_date, has_due, entry, place, span)
      VALUES (@organisation, @account, @contact, @key, CASE WHEN @key = '' OR @reverses THEN 0 ELSE sign(@amount) END,
        @amount, @currency, @foreignAmount, 0, 1, @date, @date, coalesce(@documentDate, @date),
        coalesce(@dueDate, @documentDate, @date), @dueDate IS NOT NULL, @entry, @place, 0)
      ON CONFLICT DO UPDATE SET
        side = CASE WHEN (has_due OR NOT excluded.has_due) AND (
            (side * excluded.side = -1 AND excluded.currency IS currency AND NOT mixed
              AND excluded.first_date >= first_date AND (amount + excluded.amount) * side >= 0)
            OR (in_order AND excluded.first_date >= last_date AND side * excluded.side <> 0 AND (
              (side * excluded.side = -1 AND excluded.currency IS currency AND amount <> 0)
              OR (currency IS NOT NULL AND excluded.currency IS NULL)))
          ) THEN side ELSE 0 END,
        in_order = in_order AND excluded.first_date >= last_date,
        amount = amount + excluded.amount, foreign_amount = foreign_amount + excluded.foreign_amount,
        mixed = max(mixed, currency IS NOT excluded.currency),
        first_date = min(first_date, excluded.first_date), last_date = max(last_date, excluded.last_date),
        span = ${spanBetween('min(first_date, excluded.first_date)', 'max(last_date, excluded.last_date)')}`);
    const keep = derived.prepare(`INSERT INTO control_line
        (organisation, account, contact, key, entry, place, date, amount, foreign_amount)
      VALUES (@organisation, @account, @contact, @key, @entry, @place, @date, @amount, @foreignAmount)`);
    const found = books.$client.prepare<[number, number, number], Found>(
      // of every account: one can become a control account later
      `SELECT l.account, l.contact, l.document, l.amount, l.currency, coalesce(l.foreign_amount, 0) AS foreignAmount, l.date,
        l.document_date AS documentDate, l.due_date AS dueDate, e.reverses IS NOT NULL AS reverses, l.entry, l.place
      FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      WHERE l.organisation = ? AND l.entry > ? AND l.entry <= ? AND +l.contact IS NOT NULL ORDER BY l.entry, l.place`,
    );
    for (const { document, ...line } of found.all(organisation, after, upTo)) {
      const row = { organisation, ...line, key: documentKey(document ?? '') };
      add.run(row);
      keep.run(row);
    }
  },
};

interface Found {
  readonly account: AccountId;
  readonly contact: ContactId;
  readonly document: string | null;
  readonly amount: number;
  readonly currency: CurrencyCode | null;
  readonly foreignAmount: number;
  readonly date: CivilDate;
  readonly documentDate: CivilDate | null;
  readonly dueDate: CivilDate | null;
  readonly reverses: 0 | 1;
  readonly entry: number;
  readonly place: number;
}
