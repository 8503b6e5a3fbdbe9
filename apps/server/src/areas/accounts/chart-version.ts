import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit, keptWhile } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { currentEpoch } from '../../platform/derived/epoch.js';

/**
 * What was read of an organisation's accounts, breakdowns, arrangement and closing rules alone, kept until one of them has
 * changed, whatever else is committed: the database counts their changes.
 */
export function keptWithChart<T>(db: Db, organisation: number, key: string, read: () => T): T {
  return keptWhile(db, `${key} ${organisation}`, chartVersion(db, organisation), read);
}

/** What differs whenever the chart of an organisation has changed, or somebody else has written to the file. */
function chartVersion(db: Db, organisation: number): string {
  const version = keptUntilCommit(
    db,
    `version of chart ${organisation}`,
    () => versionStatement(db).get(organisation) ?? 0,
  );
  return `${version} ${currentEpoch()}`;
}

const versionStatement = oncePerConnection(({ $client }) =>
  $client.prepare<[number], number>('SELECT version FROM chart_version WHERE organisation = ?').pluck(),
);
