import type { DraftEventResponse } from '@just-ledger/contract';
import type { DraftEvent } from '@just-ledger/core';
import { and, asc, desc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { draftEnd, draftEvent, person } from '../../platform/database/schema.js';
import type { WriteContext } from '../../platform/threads/write-context.js';

/** Which draft something happened to, and who did it. */
export interface DraftAct {
  readonly organisation: number;
  readonly id: number;
  readonly person: number;
}

/** Writes down what happened to a draft. Changes by one person in a row are told once. */
export function recordDraftEvent(
  { db, clock }: WriteContext,
  { organisation, id, person: by }: DraftAct,
  what: DraftEvent,
  text: string | null = null,
): void {
  const last = db
    .select()
    .from(draftEvent)
    .where(and(eq(draftEvent.organisation, organisation), eq(draftEvent.draft, id)))
    .orderBy(desc(draftEvent.place))
    .limit(1)
    .get();
  if (what === 'changed' && last?.by === by && (last.what === 'changed' || last.what === 'prepared')) return;
  const next = (last?.place ?? 0) + 1;
  db.insert(draftEvent).values({ organisation, draft: id, place: next, what, text, at: clock.moment(), by }).run();
}

/** What happened to a draft, in its order. */
export function draftEventsOf(db: Db, organisation: number, id: number): DraftEventResponse[] {
  return db
    .select({ what: draftEvent.what, text: draftEvent.text, at: draftEvent.at, by: person.name })
    .from(draftEvent)
    .leftJoin(person, eq(person.id, draftEvent.by))
    .where(and(eq(draftEvent.organisation, organisation), eq(draftEvent.draft, id)))
    .orderBy(asc(draftEvent.place))
    .all()
    .map((event) => ({ ...event, by: event.by ?? '' }));
}

/** What happened to the draft that became an entry; nothing where the entry was written at once. */
export function eventsBehind(db: Db, organisation: number, number: string): DraftEventResponse[] {
  const end = db
    .select({ id: draftEnd.id })
    .from(draftEnd)
    .where(and(eq(draftEnd.organisation, organisation), eq(draftEnd.entry, number)))
    .get();
  return end ? draftEventsOf(db, organisation, end.id) : [];
}
