import { sql } from 'drizzle-orm';
import { check, foreignKey, integer, primaryKey } from 'drizzle-orm/sqlite-core';
import { accountId, civilDate, table } from '../columns.js';
import { account } from './chart.js';
import { entry } from './journal.js';
import { organisationColumn } from './organisations.js';

/** Which entry brought the accounts of taxes to what is owed for a period. */
export const taxSettlement = table(
  'tax_settlement',
  {
    organisation: organisationColumn(),
    /** The place of the entry. */
    entry: integer('entry').notNull(),
    firstDay: civilDate('first_day').notNull(),
    lastDay: civilDate('last_day').notNull(),
    /** Where what is owed stands, or is to be got back. */
    account: accountId('account').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.entry] }),
    foreignKey({ columns: [self.organisation, self.entry], foreignColumns: [entry.organisation, entry.place] }),
    foreignKey({ columns: [self.organisation, self.account], foreignColumns: [account.organisation, account.id] }),
    check('tax_settlement_days', sql`${self.firstDay} <= ${self.lastDay}`),
  ],
);
