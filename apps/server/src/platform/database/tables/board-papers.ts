import { foreignKey, integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { caseless, json, moment, table, version, yesNo } from '../columns.js';
import { attachment } from './attachments.js';
import { organisationColumn } from './organisations.js';
import { personColumn } from './people.js';

/** Several kept reports as one document. */
export const boardPapers = table(
  'board_papers',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    name: caseless('name').notNull(),
    /** What stands under the name on the cover. */
    subtitle: text('subtitle').notNull(),
    /** The ids of kept reports, in order. */
    reports: json<number[]>('reports').notNull(),
    isSigned: yesNo('is_signed').notNull(),
    changedBy: personColumn('changed_by'),
    updatedAt: moment('updated_at').notNull(),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    uniqueIndex('board_papers_name').on(self.organisation, self.name),
  ],
);

/** Board papers as they were issued: the file, and how far the books were. */
export const issuedPapers = table(
  'issued_papers',
  {
    organisation: organisationColumn(),
    /** Counted from 1, in the order in which they were issued. */
    place: integer('place').notNull(),
    name: text('name').notNull(),
    attachment: integer('attachment').notNull(),
    /** How many entries were posted, and the seal of the last. */
    entries: integer('entries').notNull(),
    seal: text('seal').notNull(),
    issuedAt: moment('issued_at').notNull(),
    issuedBy: personColumn('issued_by'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.place] }),
    foreignKey({
      columns: [self.organisation, self.attachment],
      foreignColumns: [attachment.organisation, attachment.id],
    }),
  ],
);
