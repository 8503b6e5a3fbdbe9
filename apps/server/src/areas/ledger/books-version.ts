import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { contactsVersion } from '../contacts/contact-store.js';

/**
 * What differs whenever an entry has been posted or the set-up of an organisation has changed, of which every change is
 * recorded. What is read of these alone can be kept while it is the same, whatever else is committed: drafts, sessions,
 * the books of others.
 */
export function booksVersion(db: Db, organisation: number): string {
  return keptUntilCommit(
    db,
    `version of books ${organisation}`,
    () => `${lastPlace(db).get(organisation) ?? 0} ${contactsVersion(db, organisation)}`,
  );
}

const lastPlace = oncePerConnection(({ $client }) =>
  $client.prepare<[number], number>('SELECT max(place) FROM entry WHERE organisation = ?').pluck(),
);
