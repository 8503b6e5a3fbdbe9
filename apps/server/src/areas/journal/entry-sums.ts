import type { AccountId, CivilDate, ContactId } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Derivation } from '../../platform/derived/derivation.js';

/** How many entries touch each account and name each contact in each month, and what they come to. */
export const entrySums: Derivation = {
  name: 'entry-sums',
  version: 1,
  tables: {
    entry_sum: `CREATE TABLE entry_sum (organisation INTEGER NOT NULL, subject TEXT NOT NULL, id INTEGER NOT NULL,
      month TEXT NOT NULL, entries INTEGER NOT NULL, debit INTEGER NOT NULL,
      PRIMARY KEY (organisation, subject, id, month)) STRICT, WITHOUT ROWID`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    const add = derived.prepare(`INSERT INTO entry_sum (organisation, subject, id, month, entries, debit)
      VALUES (@organisation, @subject, @id, @month, @entries, @debit)
      ON CONFLICT DO UPDATE SET entries = entries + excluded.entries, debit = debit + excluded.debit`);
    for (const subject of ['account', 'contact'] as const) {
      const found = books.$client.prepare<object, { id: number; month: string } & EntrySum>(
        `SELECT id, substr(e.date, 1, 7) AS month, count(*) AS entries, sum(e.debit) AS debit
        FROM (SELECT DISTINCT entry, ${subject} AS id FROM line
          WHERE organisation = @organisation AND entry > @after AND entry <= @upTo AND ${subject} IS NOT NULL) AS l
        JOIN entry AS e ON e.organisation = @organisation AND e.place = l.entry GROUP BY 1, 2`,
      );
      for (const sum of found.all({ organisation, after, upTo })) add.run({ organisation, subject, ...sum });
    }
  },
};

/** How many entries, and what their debits come to; minor units. */
export interface EntrySum {
  readonly entries: number;
  readonly debit: number;
}

/** What the derived entries of an account or a contact come to in whole months, from one to another. */
export function entrySumOfMonths(
  db: Db,
  organisation: number,
  { subject, id }: { readonly subject: 'account'; id: AccountId } | { readonly subject: 'contact'; id: ContactId },
  first: CivilDate,
  last: CivilDate,
): EntrySum {
  const found = db.$client
    .prepare<[number, string, number, string, string], EntrySum>(
      `SELECT coalesce(sum(entries), 0) AS entries, coalesce(sum(debit), 0) AS debit FROM derived.entry_sum
      WHERE organisation = ? AND subject = ? AND id = ? AND month >= ? AND month <= ?`,
    )
    .get(organisation, subject, id, first.slice(0, 7), last.slice(0, 7));
  return found ?? { entries: 0, debit: 0 };
}
