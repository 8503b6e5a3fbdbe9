import { keysOf, RELATIVE_SPANS } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { caseless, civilDate, json, moment, oneOf, table, version, yesNo } from '../columns.js';
import { organisationColumn } from './organisations.js';
import { personColumn } from './people.js';

/** Reports with their settings under a name. */
export const keptReport = table(
  'kept_report',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    name: caseless('name').notNull(),
    screen: text('screen').notNull(),
    settings: json<{ key: string; value: string }[]>('settings').notNull(),
    /** Days that go on with time; null for days that stay. */
    span: oneOf('span', keysOf(RELATIVE_SPANS)),
    firstDay: civilDate('first_day'),
    lastDay: civilDate('last_day'),
    isShared: yesNo('is_shared').notNull(),
    /** Who kept it first. */
    createdBy: personColumn('created_by'),
    updatedAt: moment('updated_at').notNull(),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    uniqueIndex('kept_report_name')
      .on(self.organisation, self.name)
      .where(sql`is_shared = 1`),
    uniqueIndex('kept_report_own_name')
      .on(self.organisation, self.createdBy, self.name)
      .where(sql`is_shared = 0`),
    check(
      'kept_report_days',
      sql`(${self.span} IS NULL) = (${self.firstDay} IS NOT NULL AND ${self.lastDay} IS NOT NULL)`,
    ),
  ],
);
