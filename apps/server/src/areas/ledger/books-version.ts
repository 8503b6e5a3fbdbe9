import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { currentEpoch } from '../../platform/derived/epoch.js';
import { contactsVersion } from '../contacts/contact-store.js';

/**
 * What differs whenever an entry has been posted, the set-up of an organisation has changed, of which every change is
 * recorded, or somebody else has written to the file. What is read of entries and set-up alone can be kept while it is the
 * same, whatever else is committed: drafts, sessions, the books of others.
 */
export function booksVersion(db: Db, organisation: number): string {
  const version = keptUntilCommit(
    db,
    `version of books ${organisation}`,
    () => `${entriesPosted(db, organisation)} ${contactsVersion(db, organisation)}`,
  );
  return `${version} ${currentEpoch()}`;
}

/** How many entries were posted in the books of an organisation. */
export function entriesPosted(db: Db, organisation: number): number {
  return keptUntilCommit(db, `entries posted ${organisation}`, () => lastPlace(db).get(organisation) ?? 0);
}

const lastPlace = oncePerConnection(({ $client }) =>
  $client.prepare<[number], number>('SELECT max(place) FROM entry WHERE organisation = ?').pluck(),
);
