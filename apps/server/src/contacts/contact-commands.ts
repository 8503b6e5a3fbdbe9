import type { ContactAnswer, ContactRequest } from '@just-ledger/contract';
import { checkContact, problem } from '@just-ledger/core';
import { and, eq, or, sql } from 'drizzle-orm';
import { contact } from '../database/schema.js';
import { Refusal } from '../problems/refusal.js';
import type { WriteContext } from '../workers/write-context.js';

/** What changes contacts. */
export const contactCommands = {
  /** Adds a contact; its number is the next one if none is given. */
  addContact(
    context: WriteContext,
    { organisation, request }: { organisation: number; request: ContactRequest },
  ): ContactAnswer {
    const checked = checkContact(request);
    if (!checked.ok) throw new Refusal(422, checked.problems);
    const mine = eq(contact.organisation, organisation);
    const next =
      context.db
        .select({ id: sql<number>`coalesce(max(${contact.id}), 0) + 1` })
        .from(contact)
        .where(mine)
        .get()?.id ?? 1;
    const { name, roles } = checked.value;
    const number = checked.value.number ?? freeNumber(context, organisation, next);
    const twin = context.db
      .select()
      .from(contact)
      .where(and(mine, or(eq(contact.number, number), sql`${contact.name} = ${name} COLLATE NOCASE`)))
      .get();
    if (twin) {
      const [path, what] = twin.number === number ? ['number', `Number ${number}`] : ['name', `“${twin.name}”`];
      throw new Refusal(422, [problem('contact-taken', path, `${what} is already a contact.`)]);
    }
    context.db
      .insert(contact)
      .values({ organisation, id: next, number, name, roles: [...roles] })
      .run();
    context.setUpChanged(organisation);
    return { id: next, number, name, roles: [...roles], version: 1 };
  },
};

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
