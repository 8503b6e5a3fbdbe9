import type { ContactAnswer } from '@just-ledger/contract';
import { eq } from 'drizzle-orm';
import type { Db } from '../database/connection.js';
import { contact } from '../database/schema.js';

/** All contacts, in the order of their names. */
export function contactsOf(db: Db, organisation: number): ContactAnswer[] {
  const rows = db.select().from(contact).where(eq(contact.organisation, organisation)).orderBy(contact.name).all();
  return rows.map(({ id, number, name, roles, version }) => ({ id, number, name, roles, version }));
}
