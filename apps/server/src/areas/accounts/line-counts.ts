import type { Db } from '../../platform/database/connection.js';
import type { Derivation } from '../../platform/derived/derivation.js';
import { derivedTo } from '../../platform/derived/derived-to.js';

/** How many lines were posted to each account, or name each contact. */
export interface LineCounts {
  readonly derivation: Derivation;
  /** The counts, with what was posted since; undefined where nothing is derived. */
  readonly read: (db: Db, organisation: number) => Map<number, number> | undefined;
}

/** Counts lines by one of their columns. */
export function lineCounts(column: 'account' | 'contact'): LineCounts {
  const table = `${column}_lines`;
  const derivation: Derivation = {
    name: `${column}-lines`,
    version: 1,
    tables: {
      [table]: `CREATE TABLE ${table} (organisation INTEGER NOT NULL, ${column} INTEGER NOT NULL,
        lines INTEGER NOT NULL, PRIMARY KEY (organisation, ${column})) STRICT, WITHOUT ROWID`,
    },
    extend: (books, derived, { organisation, after, upTo }) => {
      const add = derived.prepare(`INSERT INTO ${table} (organisation, ${column}, lines) VALUES (?, ?, ?)
        ON CONFLICT DO UPDATE SET lines = lines + excluded.lines`);
      const found = books.$client.prepare<[number, number, number], Count>(
        `SELECT +${column} AS id, count(*) AS lines FROM line
        WHERE organisation = ? AND entry > ? AND entry <= ? AND +${column} IS NOT NULL GROUP BY +${column}`,
      );
      for (const { id, lines } of found.all(organisation, after, upTo)) add.run(organisation, id, lines);
    },
  };
  return {
    derivation,
    read: (db, organisation) => {
      const to = derivedTo(db, derivation, organisation);
      if (to === 0) return undefined;
      const rows = db.$client
        .prepare<object, Count>(
          `SELECT id, sum(lines) AS lines FROM (
            SELECT ${column} AS id, lines FROM derived.${table} WHERE organisation = @organisation
            UNION ALL SELECT ${column}, 1 FROM line
            WHERE organisation = @organisation AND entry > @to AND +${column} IS NOT NULL
          ) GROUP BY id`,
        )
        .all({ organisation, to });
      return countsById(rows);
    },
  };
}

interface Count {
  readonly id: number;
  readonly lines: number;
}

/** Counts by what they are of. */
export function countsById(rows: readonly Count[]): Map<number, number> {
  return new Map(rows.map(({ id, lines }) => [id, lines]));
}
