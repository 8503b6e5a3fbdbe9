import type { ContactId } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { countsById, lineCounts } from '../accounts/line-counts.js';

const ofContacts = lineCounts('contact');

/** How many lines name each contact. */
export const contactLines = ofContacts.derivation;

/** How many posted lines name each contact. */
export function linesOfContacts(db: Db, organisation: number): Map<number, number> {
  return ofContacts.read(db, organisation) ?? countsById(readLines(db, organisation));
}

/** How many posted lines name one contact. */
export function linesOfContact({ $client }: Db, organisation: number, id: ContactId): number {
  const count = $client
    .prepare<[number, number], number>('SELECT count(*) FROM line WHERE organisation = ? AND contact = ?')
    .pluck()
    .get(organisation, id);
  return count ?? 0;
}

function readLines({ $client }: Db, organisation: number) {
  return $client
    .prepare<[number], { id: number; lines: number }>(
      'SELECT contact AS id, count(*) AS lines FROM line WHERE organisation = ? AND contact IS NOT NULL GROUP BY contact',
    )
    .all(organisation);
}
