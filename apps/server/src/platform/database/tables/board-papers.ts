import { PAPERS_UNITS } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, foreignKey, integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { caseless, civilDate, json, moment, oneOf, table, version, yesNo } from '../columns.js';
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

/** To whom board papers go when they are issued, and whether they are issued by themselves. Of this installation: a copy sends nothing. */
export const papersSending = table(
  'papers_sending',
  {
    organisation: organisationColumn(),
    papers: integer('papers').notNull(),
    recipients: json<string[]>('recipients').notNull(),
    words: text('words').notNull(),
    every: oneOf('every', PAPERS_UNITS),
    firstDay: civilDate('first_day'),
    /** The last day that is done with. */
    through: civilDate('through').notNull(),
    /** Why they were not issued on the day they were due. */
    waitsFor: text('waits_for'),
    changedBy: personColumn('changed_by'),
    updatedAt: moment('updated_at').notNull(),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.papers] }),
    foreignKey({
      columns: [self.organisation, self.papers],
      foreignColumns: [boardPapers.organisation, boardPapers.id],
    }).onDelete('cascade'),
    check('papers_sending_days', sql`(${self.every} IS NULL) = (${self.firstDay} IS NULL)`),
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
    /** The day for which they were issued by themselves. */
    dueOn: civilDate('due_on'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.place] }),
    foreignKey({
      columns: [self.organisation, self.attachment],
      foreignColumns: [attachment.organisation, attachment.id],
    }),
  ],
);
