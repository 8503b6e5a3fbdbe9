import type { Db } from '../../platform/database/connection.js';
import { countsById, lineCounts } from './line-counts.js';

const ofAccounts = lineCounts('account');

/** How many lines were posted to each account. */
export const accountLines = ofAccounts.derivation;

/** How many posted lines stand on each account. */
export function postedLines(db: Db, organisation: number): Map<number, number> {
  return ofAccounts.read(db, organisation) ?? countsById(readTotals(db, organisation));
}

function readTotals({ $client }: Db, organisation: number) {
  return $client
    .prepare<[number], { id: number; lines: number }>(
      'SELECT account AS id, sum(lines) AS lines FROM total WHERE organisation = ? GROUP BY account',
    )
    .all(organisation);
}
