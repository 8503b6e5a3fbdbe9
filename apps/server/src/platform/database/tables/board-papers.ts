import { integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { caseless, json, moment, table, version, yesNo } from '../columns.js';
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
