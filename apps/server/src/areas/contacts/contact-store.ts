import type { ContactResponse } from '@just-ledger/contract';
import {
  type Contact,
  type ContactId,
  type ContactRole,
  type CurrencyCode,
  type Terms,
  termsText,
} from '@just-ledger/core';
import { and, eq, isNotNull, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit } from '../../platform/database/kept-reading.js';
import { contact, line } from '../../platform/database/schema.js';

type ContactRow = typeof contact.$inferSelect;

/** All contacts, in the order of their names. */
export function contactsOf(db: Db, organisation: number): ContactResponse[] {
  const lines = linesOfContacts(db, organisation);
  const rows = db.select().from(contact).where(eq(contact.organisation, organisation)).orderBy(contact.name).all();
  return rows.map((row) => contactResponse(row, lines.get(row.id) ?? 0));
}

/** A contact with its version, or undefined. */
export function findContact(db: Db, organisation: number, id: number): ContactRow | undefined {
  return db
    .select()
    .from(contact)
    .where(and(eq(contact.organisation, organisation), eq(contact.id, id)))
    .get();
}

/** A contact as core knows it. */
export function contactOf(row: ContactRow): Contact {
  return {
    id: row.id as ContactId,
    number: row.number,
    name: row.name,
    roles: row.roles as ContactRole[],
    active: row.active,
    ...(row.terms && { terms: row.terms as unknown as Terms }),
    ...(row.currency && { currency: row.currency as CurrencyCode }),
    ...(row.email && { email: row.email }),
    ...(row.phone && { phone: row.phone }),
    ...(row.address && { address: row.address }),
    ...(row.bank && { bank: row.bank }),
  };
}

function contactResponse(row: ContactRow, lines: number): ContactResponse {
  const { id, number, name, roles, active, currency, email, phone, address, bank, mergedInto, version } = row;
  const terms = row.terms ? termsText(row.terms as unknown as Terms) : null;
  return {
    id,
    number,
    name,
    roles,
    active,
    terms,
    currency,
    email,
    phone,
    address,
    bank,
    mergedInto,
    lines,
    version,
  };
}

/** How many posted lines name each contact. */
function linesOfContacts(db: Db, organisation: number): Map<number, number> {
  return keptUntilCommit(db, `lines of contacts ${organisation}`, () => {
    const rows = db
      .select({ contact: line.contact, lines: sql<number>`count(*)` })
      .from(line)
      .where(and(eq(line.organisation, organisation), isNotNull(line.contact)))
      .groupBy(line.contact)
      .all();
    return new Map(rows.map((row) => [row.contact ?? 0, row.lines]));
  });
}
