import type { SetUpChangeResponse, SetUpChangesQuery } from '@just-ledger/contract';
import { valuesInTrail } from '@just-ledger/core';
import { and, between, desc, eq, lt, or, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { person, setUpChange } from '../../platform/database/schema.js';

/** How many changes are told at once. */
const PAGE = 200;

/** What became of the set-up, the latest first: all of it, of one subject, or of one object. */
export function setUpChangesOf(db: Db, organisation: number, query: SetUpChangesQuery): SetUpChangeResponse[] {
  const conditions = and(
    eq(setUpChange.organisation, organisation),
    ofSubject(query),
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

/** What becomes of a breakdown's values becomes of the breakdown. */
function ofSubject({ subject, object }: SetUpChangesQuery): SQL | undefined {
  if (subject === undefined) return object === undefined ? undefined : eq(setUpChange.object, object);
  if (object === undefined) return eq(setUpChange.subject, subject);
  const itself = and(eq(setUpChange.subject, subject), eq(setUpChange.object, object));
  if (subject !== 'breakdown') return itself;
  const values = and(
    eq(setUpChange.subject, 'breakdown-value'),
    between(setUpChange.object, ...valuesInTrail(object)),
  );
  return or(itself, values);
}
