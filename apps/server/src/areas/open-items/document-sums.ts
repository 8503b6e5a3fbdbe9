import { type AccountId, type CivilDate, type ContactId, type CurrencyCode, documentKey } from '@just-ledger/core';
import type { Derivation } from '../../platform/derived/derivation.js';

/**
 * What the lines of each document of a contact come to, and which lines they are: so that open items are made of the
 * documents that can be open, and not of all there ever were. Lines that name no document stand under an empty key.
 */
export const documentSums: Derivation = {
  name: 'document-sums',
  version: 2,
  tables: {
    document_sum: `CREATE TABLE document_sum (organisation INTEGER NOT NULL, account INTEGER NOT NULL,
      contact INTEGER NOT NULL, key TEXT NOT NULL, amount INTEGER NOT NULL, currency TEXT, foreign_amount INTEGER NOT NULL,
      mixed INTEGER NOT NULL, last_date TEXT NOT NULL, PRIMARY KEY (organisation, account, contact, key)) STRICT, WITHOUT ROWID;
    CREATE INDEX document_sum_open ON document_sum (organisation, account, contact, key)
      WHERE amount <> 0 OR foreign_amount <> 0 OR mixed = 1 OR key = '';
    CREATE INDEX document_sum_last ON document_sum (organisation, account, last_date)`,
    control_line: `CREATE TABLE control_line (organisation INTEGER NOT NULL, account INTEGER NOT NULL,
      contact INTEGER NOT NULL, key TEXT NOT NULL, entry INTEGER NOT NULL, place INTEGER NOT NULL,
      PRIMARY KEY (organisation, account, contact, key, entry, place)) STRICT, WITHOUT ROWID`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    // a document of two currencies, or of none and one, is looked at line by line
    const add = derived.prepare(`INSERT INTO document_sum
      (organisation, account, contact, key, amount, currency, foreign_amount, mixed, last_date)
      VALUES (@organisation, @account, @contact, @key, @amount, @currency, @foreignAmount, 0, @date)
      ON CONFLICT DO UPDATE SET amount = amount + excluded.amount, foreign_amount = foreign_amount + excluded.foreign_amount,
        mixed = max(mixed, currency IS NOT excluded.currency), last_date = max(last_date, excluded.last_date)`);
    const keep = derived.prepare(`INSERT INTO control_line (organisation, account, contact, key, entry, place)
      VALUES (@organisation, @account, @contact, @key, @entry, @place)`);
    const found = books.$client.prepare<[number, number, number], Found>(
      // of every account: one can become a control account later
      `SELECT account, contact, document, amount, currency, coalesce(foreign_amount, 0) AS foreignAmount, date, entry, place
      FROM line WHERE organisation = ? AND entry > ? AND entry <= ? AND +contact IS NOT NULL`,
    );
    for (const { document, ...line } of found.all(organisation, after, upTo)) {
      const of = { organisation, ...line, key: documentKey(document ?? '') };
      add.run(of);
      keep.run(of);
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
  readonly entry: number;
  readonly place: number;
}
