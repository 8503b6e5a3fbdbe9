import type { Db } from '../database/connection.js';
import { oncePerConnection } from '../database/once-per-connection.js';
import type { Derivation } from './derivation.js';
import { hasDerived } from './derived-file.js';
import { currentEpoch } from './epoch.js';

const statement = oncePerConnection(({ $client }) =>
  $client
    .prepare<[string, number, number], number>(
      `SELECT d.place FROM derived.derived_to AS d JOIN entry AS e ON e.organisation = d.organisation AND e.place = d.place
      WHERE d.name = ? AND d.organisation = ? AND d.epoch = ? AND e.seal = d.seal`,
    )
    .pluck(),
);

/**
 * The place of the chain up to which something can be taken from what is derived; what came after it has to be read from
 * the entries. 0 where nothing is derived, or it may not be true.
 */
export function derivedTo(db: Db, { name }: Derivation, organisation: number): number {
  if (!hasDerived(db)) return 0;
  return statement(db).get(name, organisation, currentEpoch()) ?? 0;
}

const firstLook = oncePerConnection(({ $client }) => $client.prepare('SELECT count(*) FROM derived.books_left'));

/** Looks at what is derived before at the books: so it is never of entries that the reading does not see yet. */
export function lookAtDerivedFirst(db: Db): void {
  if (hasDerived(db)) firstLook(db).get();
}
