import type { ChangeContactRequest, ContactRequest, MergeContactRequest } from '@just-ledger/contract';
import {
  checkContact,
  type CheckedContact,
  type Contact,
  CONTACT_DETAILS,
  type ContactId,
  contactParticulars,
  fieldChanges,
  MERGED_INTO,
  problem,
  textsOr,
} from '@just-ledger/core';
import { and, eq, ne, or, sql } from 'drizzle-orm';
import { isRow, nextId } from '../../platform/database/next-id.js';
import { contact, line } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal, unprocessable } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { recordChange } from '../audit-trail/record-change.js';
import { contactOf, findContact } from './contact-store.js';
import { tellWherePaid } from './where-paid.js';

/** Adds a contact; its number is the next one if none is given. @returns its id */
export const addContact = defineCommand(
  'addContact',
  (context: WriteContext, { request, ...actor }: Actor & { request: ContactRequest }): ContactId => {
    const checked = checkContact(request);
    if (!checked.ok) throw new Refusal(422, checked.problems);
    const id = nextId(context.db, contact, actor.organisation);
    const number = checked.value.number ?? freeNumber(context, actor.organisation, id);
    assertUnique(context, actor.organisation, id, number, checked.value.name);
    context.db
      .insert(contact)
      .values({ organisation: actor.organisation, id, ...contactRowOf(checked.value, number) })
      .run();
    record(context, actor, { ...checked.value, id, number });
    return id;
  },
);

/** Puts new particulars in the place of a contact's old ones. */
export const changeContact = defineCommand(
  'changeContact',
  (
    context: WriteContext,
    { id, request, ...actor }: Actor & { id: ContactId; request: ChangeContactRequest },
  ): void => {
    const row = currentRow(context, actor, id, request.version);
    const checked = checkContact(request);
    if (!checked.ok) throw new Refusal(422, checked.problems);
    const number = checked.value.number ?? row.number;
    assertUnique(context, actor.organisation, id, number, checked.value.name);
    context.db
      .update(contact)
      .set({ ...contactRowOf(checked.value, number), version: row.version + 1 })
      .where(isRow(contact, actor.organisation, id))
      .run();
    const [before, after] = [contactOf(row), { ...checked.value, id: row.id, number }];
    record(context, actor, after, before);
    const fields = fieldChanges(contactParticulars(before), contactParticulars(after));
    tellWherePaid(context, actor, [{ id: row.id, title: `${number} ${after.name}`, fields }]);
  },
);

/**
 * Lets another contact take a duplicate's place: what was posted stays as it is and counts with the other from now on.
 */
export const mergeContact = defineCommand(
  'mergeContact',
  (
    context: WriteContext,
    { id, request, ...actor }: Actor & { id: ContactId; request: MergeContactRequest },
  ): void => {
    const row = currentRow(context, actor, id, request.version);
    const into = findContact(context.db, actor.organisation, request.into);
    if (!into) throw unprocessable('contact-unknown', 'into', 'There is no such contact.');
    if (into.id === id) throw unprocessable('contact-itself', 'into', 'A contact cannot be merged into itself.');
    if (into.mergedInto !== null) {
      throw unprocessable('contact-merged', 'into', `${into.name} has itself been merged into another contact.`);
    }
    const heirs = context.db.select().from(contact).where(isMergedInto(actor.organisation, id)).all();
    // those merged into the duplicate earlier follow it, so that one step always leads to the contact that stays
    context.db.update(contact).set({ mergedInto: null }).where(isMergedInto(actor.organisation, id)).run();
    for (const merged of [...heirs.map((heir) => heir.id), row.id]) {
      context.db
        .update(contact)
        .set({ mergedInto: into.id, active: false })
        .where(isRow(contact, actor.organisation, merged))
        .run();
    }
    context.db
      .update(contact)
      .set({ version: row.version + 1 })
      .where(isRow(contact, actor.organisation, id))
      .run();
    const roles = [...new Set([...into.roles, ...row.roles])];
    const after = { ...into, roles, version: into.version + 1 };
    context.db
      .update(contact)
      .set({ roles, version: after.version })
      .where(isRow(contact, actor.organisation, into.id))
      .run();
    record(context, actor, contactOf(after), contactOf(into));
    const title = `${row.number} ${row.name}`;
    recordChange(context, {
      ...actor,
      subject: 'contact',
      object: id,
      title,
      before: { [MERGED_INTO]: null },
      after: { [MERGED_INTO]: `${into.number} ${into.name}` },
    });
  },
);

/** Removes a contact that no posted line names. */
export const removeContact = defineCommand(
  'removeContact',
  (context: WriteContext, { id, version, ...actor }: Actor & { id: ContactId; version: number }): void => {
    const row = findContact(context.db, actor.organisation, id);
    if (!row) throw notFound('contact');
    assertVersion('contact', version, row.version);
    const refuse = (why: string): never => {
      throw new Refusal(422, [problem('contact-in-use', '', `${row.name} ${why}`)]);
    };
    const mine = and(eq(line.organisation, actor.organisation), eq(line.contact, id));
    if (context.db.select({ place: line.place }).from(line).where(mine).limit(1).get()) {
      refuse('stands on posted lines; retire it instead.');
    }
    if (context.db.select({ id: contact.id }).from(contact).where(isMergedInto(actor.organisation, id)).get()) {
      refuse('has taken the place of other contacts.');
    }
    context.db
      .delete(contact)
      .where(isRow(contact, actor.organisation, id))
      .run();
    record(context, actor, undefined, contactOf(row));
  },
);

function currentRow(context: WriteContext, actor: Actor, id: ContactId, version: number) {
  const row = findContact(context.db, actor.organisation, id);
  if (!row) throw notFound('contact');
  assertVersion('contact', version, row.version);
  if (row.mergedInto !== null) {
    throw unprocessable('contact-merged', '', `${row.name} has been merged into another contact and stays as it is.`);
  }
  return row;
}

/** The columns of a contact. */
export function contactRowOf(checked: CheckedContact, number: string) {
  const { name, roles, active, terms, currency, bank } = checked;
  return {
    number,
    name,
    roles: [...roles],
    active,
    terms: terms ? { ...terms } : null,
    currency: currency ?? null,
    ...textsOr(CONTACT_DETAILS, checked, null),
    bank: bank ? { ...bank } : null,
  };
}

function assertUnique(
  context: WriteContext,
  organisation: number,
  id: ContactId,
  number: string,
  name: string,
): void {
  const duplicate = context.db
    .select()
    .from(contact)
    .where(
      and(
        eq(contact.organisation, organisation),
        ne(contact.id, id),
        or(eq(contact.number, number), sql`${contact.name} = ${name} COLLATE NOCASE`),
      ),
    )
    .get();
  if (!duplicate) return;
  const [path, what] = duplicate.number === number ? ['number', `Number ${number}`] : ['name', `“${duplicate.name}”`];
  throw new Refusal(422, [problem('contact-taken', path, `${what} is already a contact.`)]);
}

/** The next number that no contact has. */
function freeNumber(context: WriteContext, organisation: number, from: number): string {
  const isTaken = (number: string): boolean =>
    context.db
      .select({ id: contact.id })
      .from(contact)
      .where(and(eq(contact.organisation, organisation), eq(contact.number, number)))
      .get() !== undefined;
  let next = from;
  while (isTaken(String(next))) next += 1;
  return String(next);
}

function isMergedInto(organisation: number, id: ContactId) {
  return and(eq(contact.organisation, organisation), eq(contact.mergedInto, id));
}

function record(context: WriteContext, actor: Actor, after: Contact | undefined, before?: Contact): void {
  const named = after ?? before;
  if (!named) return;
  const { id, number, name } = named;
  recordChange(context, {
    ...actor,
    subject: 'contact',
    object: id,
    title: `${number} ${name}`,
    before: before && contactParticulars(before),
    after: after && contactParticulars(after),
  });
  context.setUpChanged(actor.organisation);
}
