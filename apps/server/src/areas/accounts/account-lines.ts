import type { Db } from '../../platform/database/connection.js';
import type { Derivation } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';

/** How many lines were posted to each account. */
export const accountLines: Derivation = {
  name: 'account-lines',
  version: 1,
  tables: {
    account_lines: `CREATE TABLE account_lines (organisation INTEGER NOT NULL, account INTEGER NOT NULL,
      lines INTEGER NOT NULL, PRIMARY KEY (organisation, account)) STRICT, WITHOUT ROWID`,
  },
  extend: (books, derived, { organisation, after, upTo }) => {
    const add = derived.prepare(`INSERT INTO account_lines (organisation, account, lines) VALUES (?, ?, ?)
      ON CONFLICT DO UPDATE SET lines = lines + excluded.lines`);
    const found = books.$client.prepare<[number, number, number], { account: number; lines: number }>(
      `SELECT +account AS account, count(*) AS lines FROM line
      WHERE organisation = ? AND entry > ? AND entry <= ? GROUP BY +account`,
    );
    for (const { account, lines } of found.all(organisation, after, upTo)) add.run(organisation, account, lines);
  },
};

/** How many posted lines stand on each account. */
export function postedLines(db: Db, organisation: number): Map<number, number> {
  const to = derivedTo(db, accountLines, organisation);
  const rows = db.$client
    .prepare<{ organisation: number; to: number }, { account: number; lines: number }>(
      to === 0
        ? 'SELECT account, sum(lines) AS lines FROM total WHERE organisation = @organisation AND @to = 0 GROUP BY account'
        : `SELECT account, sum(lines) AS lines FROM (
            SELECT account, lines FROM derived.account_lines WHERE organisation = @organisation
            UNION ALL SELECT account, 1 FROM line WHERE organisation = @organisation AND entry > @to
          ) GROUP BY account`,
    )
    .all({ organisation, to });
  return new Map(rows.map(({ account, lines }) => [account, lines]));
}
