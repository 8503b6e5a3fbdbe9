import type { ContactId } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { contactsOf, contactWithLines } from './contact-store.js';

/** All contacts, in the order of their names. */
export const contacts = defineReading(
  'contacts',
  (db: Db, { organisation }: { organisation: number }) => contactsOf(db, organisation),
  { isOfBooksAlone: true },
);

/** One of them, or undefined. */
export const contactById = defineReading(
  'contactById',
  (db: Db, { organisation, id }: { organisation: number; id: ContactId }) => contactWithLines(db, organisation, id),
);
