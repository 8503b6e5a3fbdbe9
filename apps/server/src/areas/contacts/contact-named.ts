import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact } from '../../platform/database/schema.js';
import { unprocessable } from '../../platform/problems/refusal.js';

/** A contact by number or name; for a merged one, the one that stays. @throws {Refusal} 422 */
export function contactNamed(db: Db, organisation: number, text: string): typeof contact.$inferSelect {
  const rows = db.select().from(contact).where(eq(contact.organisation, organisation)).all();
  const plain = text.trim().toLowerCase();
  const named =
    rows.find(({ number }) => number === text.trim()) ?? rows.find(({ name }) => name.toLowerCase() === plain);
  const found = named?.mergedInto ? rows.find(({ id }) => id === named.mergedInto) : named;
  if (!found) throw unprocessable('contact-unknown', 'contact', `There is no contact “${text}”.`);
  return found;
}
