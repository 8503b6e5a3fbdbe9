import { type Arrangement, keysOf, STANDARD_NOTES, STATEMENTS } from '@just-ledger/core';
import { foreignKey, integer, primaryKey, text } from 'drizzle-orm/sqlite-core';
import { accountId, civilDate, json, moment, oneOf, table, version } from '../columns.js';
import { account } from './chart.js';
import { organisationColumn } from './organisations.js';
import { personColumn } from './people.js';

/** How an organisation arranges its statements. One that never did has none. */
export const arrangement = table('arrangement', {
  organisation: organisationColumn().primaryKey(),
  /** The parts of the balance sheet in their order. */
  order: json<Arrangement['order']>('part_order').notNull(),
  parts: json<Arrangement['parts']>('parts').notNull(),
  words: json<Arrangement['words']>('words').notNull(),
  changedBy: personColumn('changed_by'),
  updatedAt: moment('updated_at').notNull(),
  version: version(),
});

/** Notes to the statements of a fiscal year, or to those that end on one day of it. */
export const note = table(
  'note',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    year: text('year').notNull(),
    /** The last day of the statements it is on; null for all of the year. */
    lastDay: civilDate('last_day'),
    statement: oneOf('statement', STATEMENTS).notNull(),
    /** The key of the row it is on; null for the statement, or where the account tells it. */
    row: text('row_key'),
    account: accountId('account'),
    standard: oneOf('standard', keysOf(STANDARD_NOTES)),
    title: text('title').notNull(),
    text: text('text').notNull(),
    changedBy: personColumn('changed_by'),
    updatedAt: moment('updated_at').notNull(),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    foreignKey({ columns: [self.organisation, self.account], foreignColumns: [account.organisation, account.id] }),
  ],
);
