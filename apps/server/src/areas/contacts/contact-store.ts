import { linesOfContacts } from './contact-lines.js';
import type { ContactResponse } from '@just-ledger/contract';
import { type Contact, CONTACT_DETAILS, type ContactId, termsText, textsOf, textsOr } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { contact } from '../../platform/database/schema.js';

type ContactRow = typeof contact.$inferSelect;

/** All contacts, in the order of their names. */
export function contactsOf(db: Db, organisation: number): ContactResponse[] {
  const lines = linesOfContacts(db, organisation);
  const rows = db.select().from(contact).where(eq(contact.organisation, organisation)).orderBy(contact.name).all();
  return rows.map((row) => contactResponse(row, lines.get(row.id) ?? 0));
}

/** A contact with its version, or undefined. */
export function findContact(db: Db, organisation: number, id: ContactId): ContactRow | undefined {
  return db
    .select()
    .from(contact)
    .where(isRow(contact, organisation, id))
    .get();
}

/** A contact as core knows it. */
export function contactOf(row: ContactRow): Contact {
  return {
    id: row.id,
    number: row.number,
    name: row.name,
    roles: row.roles,
    active: row.active,
    ...(row.terms && { terms: row.terms }),
    ...(row.currency && { currency: row.currency }),
    ...textsOf(CONTACT_DETAILS, row),
    ...(row.bank && { bank: row.bank }),
  };
}

function contactResponse(row: ContactRow, lines: number): ContactResponse {
  const { id, number, name, roles, active, currency, bank, mergedInto, version } = row;
  const terms = row.terms ? termsText(row.terms) : null;
  return {
    id,
    number,
    name,
    roles,
    active,
    terms,
    currency,
    ...textsOr(CONTACT_DETAILS, row, null),
    bank,
    mergedInto,
    lines,
    version,
  };
}
