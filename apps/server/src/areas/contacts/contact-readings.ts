import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { contactsOf } from './contact-store.js';

/** All contacts, in the order of their names. */
export const contacts = defineReading('contacts', (db: Db, { organisation }: { organisation: number }) =>
  contactsOf(db, organisation),
);
