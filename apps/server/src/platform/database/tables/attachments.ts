import { PAPER_TYPE_KEYS } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, foreignKey, index, integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { moment, oneOf, table } from '../columns.js';
import { entry } from './journal.js';
import { organisationColumn } from './organisations.js';
import { person, personColumn } from './people.js';

/** A paper: a file that is kept beside the books by the hash of its bytes. */
export const attachment = table(
  'attachment',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    sha256: text('sha256').notNull(),
    name: text('name').notNull(),
    type: oneOf('type', PAPER_TYPE_KEYS).notNull(),
    bytes: integer('bytes').notNull(),
    at: moment('at').notNull(),
    by: personColumn('by'),
    discardedAt: moment('discarded_at'),
    discardedBy: integer('discarded_by').references(() => person.id),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    check('attachment_id', sql`${self.id} > 0`),
    check('attachment_sha256', sql`length(${self.sha256}) = 64 AND ${self.sha256} NOT GLOB '*[^0-9a-f]*'`),
    check('attachment_name', sql`length(${self.name}) BETWEEN 1 AND 255`),
    check('attachment_bytes', sql`${self.bytes} > 0`),
    check('attachment_discarded', sql`(${self.discardedAt} IS NULL) = (${self.discardedBy} IS NULL)`),
    uniqueIndex('attachment_once').on(self.organisation, self.sha256),
  ],
);

/** That a paper belongs to an entry, or to one of its lines; and why it does not any more. */
export const entryAttachment = table(
  'entry_attachment',
  {
    organisation: organisationColumn(),
    /** The place of the entry in the chain. */
    entry: integer('entry').notNull(),
    place: integer('place').notNull(),
    attachment: integer('attachment').notNull(),
    /** The place of the line; 0 for the whole entry. */
    line: integer('line').notNull(),
    at: moment('at').notNull(),
    by: personColumn('by'),
    removedAt: moment('removed_at'),
    removedBy: integer('removed_by').references(() => person.id),
    reason: text('reason'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.entry, self.place] }),
    foreignKey({ columns: [self.organisation, self.entry], foreignColumns: [entry.organisation, entry.place] }),
    foreignKey({
      columns: [self.organisation, self.attachment],
      foreignColumns: [attachment.organisation, attachment.id],
    }),
    index('entry_attachment_paper').on(self.organisation, self.attachment),
    check('entry_attachment_place', sql`${self.place} > 0 AND ${self.line} >= 0`),
    check(
      'entry_attachment_removed',
      sql`(${self.removedAt} IS NULL) = (${self.removedBy} IS NULL) AND (${self.removedAt} IS NULL) = (${self.reason} IS NULL)`,
    ),
  ],
);
