import { linesOfContact, linesOfContacts } from './contact-lines.js';
import type { ContactResponse } from '@just-ledger/contract';
import { type Contact, CONTACT_DETAILS, type ContactId, termsText, textsOf, textsOr } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { keptUntilCommit, keptWhile } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { isRow } from '../../platform/database/next-id.js';
import { contact } from '../../platform/database/schema.js';

type ContactRow = typeof contact.$inferSelect;

/** All contacts, in the order of their names. */
export function contactsOf(db: Db, organisation: number): ContactResponse[] {
  const lines = linesOfContacts(db, organisation);
  const unused = keptWhile(db, `list of contacts ${organisation}`, contactsVersion(db, organisation), () =>
    db
      .select()
      .from(contact)
      .where(eq(contact.organisation, organisation))
      .orderBy(contact.name)
      .all()
      .map((row) => contactResponse(row, 0)),
  );
  return unused.map((response) => ({ ...response, lines: lines.get(response.id) ?? 0 }));
}

/** What differs whenever a contact has changed: every change is recorded. */
export function contactsVersion(db: Db, organisation: number): string {
  return keptUntilCommit(db, `version of contacts ${organisation}`, () => lastChange(db).get({ organisation }) ?? '');
}

const lastChange = oncePerConnection(({ $client }) =>
  $client
    .prepare<object, string>(
      `SELECT coalesce((SELECT max(id) FROM set_up_change WHERE organisation = @organisation), 0) || '.' ||
        coalesce((SELECT max(id) FROM contact WHERE organisation = @organisation), 0)`,
    )
    .pluck(),
);

/** A contact with how many lines name it, or undefined. */
export function contactWithLines(db: Db, organisation: number, id: ContactId): ContactResponse | undefined {
  const row = findContact(db, organisation, id);
  return row && contactResponse(row, linesOfContact(db, organisation, id));
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
