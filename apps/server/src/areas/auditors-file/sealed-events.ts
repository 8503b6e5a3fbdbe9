import { asc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { periodEvent, person, setUpChange } from '../../platform/database/schema.js';
import { nextEvents, trailSourcesOf } from '../audit-trail/trail-sources.js';

/** So many events of a source are read at a time. */
const STEP = 5_000;

/** The columns of the file of seals. */
export const SEAL_COLUMNS = ['at', 'by', 'what', 'of', 'reason', 'entries', 'seal'];

/** Every lock, unlocking, closing and reopening, with how far the books were then and the seal of the last entry. */
export function sealRows(db: Db, organisation: number): string[][] {
  return db
    .select({ row: periodEvent, by: person.name })
    .from(periodEvent)
    .innerJoin(person, eq(person.id, periodEvent.by))
    .where(eq(periodEvent.organisation, organisation))
    .orderBy(asc(periodEvent.id))
    .all()
    .map(({ row: { at, event, period, reason, entries, seal }, by }) => [
      at,
      by,
      event,
      period,
      reason ?? '',
      String(entries),
      seal,
    ]);
}

/** The columns of the file of changes of the set-up. */
export const CHANGE_COLUMNS = ['at', 'by', 'subject', 'title', 'action', 'field', 'from', 'to'];

/** What was changed of the set-up, a row a field. */
export function changeRows(db: Db, organisation: number): string[][] {
  return db
    .select({ row: setUpChange, by: person.name })
    .from(setUpChange)
    .innerJoin(person, eq(person.id, setUpChange.by))
    .where(eq(setUpChange.organisation, organisation))
    .orderBy(asc(setUpChange.id))
    .all()
    .flatMap(({ row: { at, subject, title, action, fields }, by }) =>
      fields.map(({ field, from, to }) => [at, by, subject, title, action, field, from ?? '', to ?? '']),
    );
}

/** The columns of the trail. */
export const TRAIL_COLUMNS = ['at', 'by', 'what', 'of', 'text', 'seal'];

/** What happened to entries, drafts and papers, source by source, each in the order in which it was written down. */
export function* trailRows(db: Db, organisation: number): Generator<string[]> {
  for (const source of trailSourcesOf(organisation)) {
    let position: Parameters<typeof nextEvents>[2];
    for (;;) {
      const next = nextEvents(db, source, position, STEP);
      for (const { at, by, what, of, text, seal } of next.events) yield [at, by, what, of, text, seal];
      if (next.events.length === 0) break;
      ({ position } = next);
    }
  }
}
