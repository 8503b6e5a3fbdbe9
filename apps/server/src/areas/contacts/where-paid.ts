import type { WherePaidResponse } from '@just-ledger/contract';
import { bankChanges, bankChangesInWords, type ContactId, type FieldChange } from '@just-ledger/core';
import { and, desc, eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { line, membership, organisation, person, setUpChange } from '../../platform/database/schema.js';
import { writeMessage } from '../../platform/outbox/outbox-store.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineReading } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';

/** So many contacts are told in one message. */
const TOLD = 20;

/** A contact whose particulars have changed. */
export interface ChangedContact {
  readonly id: ContactId;
  /** Its number and name. */
  readonly title: string;
  readonly fields: readonly FieldChange[];
}

/**
 * Tells the other owners where contacts are paid from now on: who changes that may want to be paid instead. Details that a
 * contact gets before anything was posted with it are no change.
 */
export function tellWherePaid(
  { db }: WriteContext,
  { organisation: id, person: by }: Actor,
  contacts: readonly ChangedContact[],
): void {
  const changed = contacts.flatMap((contact) => {
    const fields = bankChanges(contact.fields);
    const isChange = fields.some(({ from }) => from !== null) || (fields.length > 0 && hasLines(db, id, contact.id));
    return isChange ? [`${contact.title}: ${bankChangesInWords(fields)}.`] : [];
  });
  if (changed.length === 0) return;
  const name = db.select({ name: organisation.name }).from(organisation).where(eq(organisation.id, id)).get()?.name;
  const who = db.select({ name: person.name }).from(person).where(eq(person.id, by)).get()?.name;
  const more =
    changed.length > TOLD ? `\nand ${changed.length - TOLD} more; the trail of contacts has them all.` : '';
  const body = `${who} has changed where these are paid:\n\n${changed.slice(0, TOLD).join('\n')}${more}\n\nAsk them by a way you know already, not by the one in a letter that came just now.\n`;
  for (const { to, owner } of ownersOf(db, id)) {
    if (owner === by || !to) continue;
    const subject = `${name}: where ${changed.length === 1 ? 'somebody is' : `${changed.length} are`} paid has changed`;
    writeMessage(db, { to, about: { organisation: id }, subject, body, goesOut: true });
  }
}

function ownersOf(db: Db, id: number): { to: string | null; owner: number }[] {
  return db
    .select({ to: person.email, owner: person.id })
    .from(membership)
    .innerJoin(person, eq(person.id, membership.person))
    .where(and(eq(membership.organisation, id), eq(membership.role, 'owner')))
    .all();
}

function hasLines(db: Db, id: number, contact: ContactId): boolean {
  const mine = and(eq(line.organisation, id), eq(line.contact, contact));
  return db.select({ place: line.place }).from(line).where(mine).limit(1).get() !== undefined;
}

/** The last change of where a contact is paid, as long as nothing was posted against what is owed to it since. */
export const whereContactIsPaid = defineReading(
  'whereContactIsPaid',
  (db: Db, { organisation: id, contact }: { organisation: number; contact: ContactId }): WherePaidResponse => {
    const history = db
      .select({ at: setUpChange.at, by: person.name, action: setUpChange.action, fields: setUpChange.fields })
      .from(setUpChange)
      .innerJoin(person, eq(person.id, setUpChange.by))
      .where(
        and(eq(setUpChange.organisation, id), eq(setUpChange.subject, 'contact'), eq(setUpChange.object, contact)),
      )
      .orderBy(desc(setUpChange.id))
      .all();
    const last = history.find(({ action, fields }) => action === 'changed' && bankChanges(fields).length > 0);
    if (!last || isPaidSince(db, id, contact, last.at)) return { change: null };
    return { change: { at: last.at, by: last.by, fields: bankChanges(last.fields) } };
  },
);

/** Whether what is owed to a contact was paid after a moment: an entry was posted that debits payables with it. */
function isPaidSince({ $client }: Db, id: number, contact: ContactId, moment: string): boolean {
  const found = $client
    .prepare(
      `SELECT 1 FROM account AS a
       JOIN line AS l ON l.organisation = a.organisation AND l.account = a.id AND l.contact = @contact AND l.amount > 0
       JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry AND e.posted_at > @moment
       WHERE a.organisation = @id AND a.control = 'payables' LIMIT 1`,
    )
    .get({ id, contact, moment });
  return found !== undefined;
}
