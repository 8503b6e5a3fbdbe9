import type { Db } from '../../platform/database/connection.js';
import type { Derivation } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';

/** How many lines name each contact. */
export const contactLines: Derivation = {
  name: 'contact-lines',
  version: 1,
  tables: {
    contact_lines: `CREATE TABLE contact_lines (organisation INTEGER NOT NULL, contact INTEGER NOT NULL,
      lines INTEGER NOT NULL, PRIMARY KEY (organisation, contact)) STRICT, WITHOUT ROWID`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    const add = derived.prepare(`INSERT INTO contact_lines (organisation, contact, lines) VALUES (?, ?, ?)
      ON CONFLICT DO UPDATE SET lines = lines + excluded.lines`);
    const found = books.$client.prepare<[number, number, number], { contact: number; lines: number }>(
      `SELECT +contact AS contact, count(*) AS lines FROM line
      WHERE organisation = ? AND entry > ? AND entry <= ? AND +contact IS NOT NULL GROUP BY +contact`,
    );
    for (const { contact, lines } of found.all(organisation, after, upTo)) add.run(organisation, contact, lines);
  },
};

/** How many posted lines name each contact. */
export function linesOfContacts(db: Db, organisation: number): Map<number, number> {
  const to = derivedTo(db, contactLines, organisation);
  const rows = db.$client
    .prepare<{ organisation: number; to: number }, { contact: number; lines: number }>(
      to === 0
        ? `SELECT contact, count(*) AS lines FROM line
          WHERE organisation = @organisation AND contact IS NOT NULL AND entry > @to GROUP BY contact`
        : `SELECT contact, sum(lines) AS lines FROM (
            SELECT contact, lines FROM derived.contact_lines WHERE organisation = @organisation
            UNION ALL SELECT contact, 1 FROM line
            WHERE organisation = @organisation AND entry > @to AND +contact IS NOT NULL
          ) GROUP BY contact`,
    )
    .all({ organisation, to });
  return new Map(rows.map(({ contact, lines }) => [contact, lines]));
}
