import { type Contact, contactParticulars, fieldChanges } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { insertRows } from '../../platform/database/insert-rows.js';
import { isRow } from '../../platform/database/next-id.js';
import { contact } from '../../platform/database/schema.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChanges } from '../audit-trail/record-change.js';
import { contactRowOf } from './contact-commands.js';
import { tellWherePaid } from './where-paid.js';

/** A contact of a file that was checked: as it will be, and as it is where it is known. */
export interface PlannedContact {
  readonly after: Contact;
  readonly before?: Contact;
}

/** Writes contacts that were checked together, with what it changes in the trail. @param step called before each */
export function writeContacts(
  context: WriteContext,
  actor: Actor,
  planned: readonly PlannedContact[],
  step: () => void = () => undefined,
): void {
  const { organisation } = actor;
  const fresh = planned.filter(({ before }) => !before);
  insertRows(
    context.db,
    contact,
    fresh.map(({ after }) => ({ organisation, id: after.id, ...contactRowOf(after, after.number) })),
    step,
  );
  for (const { after } of planned.filter(({ before }) => before)) {
    step();
    context.db
      .update(contact)
      .set({ ...contactRowOf(after, after.number), version: sql`${contact.version} + 1` })
      .where(isRow(contact, organisation, after.id))
      .run();
  }
  const titled = planned.map(({ after, before }) => ({
    id: after.id,
    title: `${after.number} ${after.name}`,
    before: before && contactParticulars(before),
    after: contactParticulars(after),
  }));
  recordChanges(
    context,
    actor,
    titled.map(({ id, ...change }) => ({ subject: 'contact', object: id, ...change })),
  );
  tellWherePaid(
    context,
    actor,
    titled.flatMap(({ id, title, before, after }) =>
      before ? [{ id, title, fields: fieldChanges(before, after) }] : [],
    ),
  );
  context.setUpChanged(organisation);
}
