import type { SetUpChangeResponse, SetUpChangesQuery } from '@just-ledger/contract';
import { and, desc, eq, lt } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { person, setUpChange } from '../../platform/database/schema.js';

/** How many changes are told at once. */
const PAGE = 200;

/** What became of the set-up, the latest first: all of it, of one subject, or of one object. */
export function setUpChangesOf(db: Db, organisation: number, query: SetUpChangesQuery): SetUpChangeResponse[] {
  const conditions = and(
    eq(setUpChange.organisation, organisation),
    query.subject === undefined ? undefined : eq(setUpChange.subject, query.subject),
    query.object === undefined ? undefined : eq(setUpChange.object, query.object),
    query.before === undefined ? undefined : lt(setUpChange.id, query.before),
  );
  return db
    .select({
      id: setUpChange.id,
      at: setUpChange.at,
      by: person.name,
      subject: setUpChange.subject,
      object: setUpChange.object,
      title: setUpChange.title,
      action: setUpChange.action,
      fields: setUpChange.fields,
    })
    .from(setUpChange)
    .innerJoin(person, eq(person.id, setUpChange.by))
    .where(conditions)
    .orderBy(desc(setUpChange.id))
    .limit(PAGE)
    .all();
}
