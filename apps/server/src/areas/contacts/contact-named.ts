import type { Db } from '../../platform/database/connection.js';
import type { contact } from '../../platform/database/schema.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { contactDirectory } from './contact-directory.js';
import { findContact } from './contact-store.js';

/** A contact by number or name; for a merged one, the one that stays. @throws {Refusal} 422 */
export function contactNamed(db: Db, organisation: number, text: string): typeof contact.$inferSelect {
  const id = contactDirectory(db, organisation).named(text);
  const found = id === undefined ? undefined : findContact(db, organisation, id);
  if (!found) throw unprocessable('contact-unknown', 'contact', `There is no contact “${text}”.`);
  return found;
}
