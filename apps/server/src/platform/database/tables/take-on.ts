import type { PostedPart, TrayKey } from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, foreignKey, index, integer, primaryKey, text } from 'drizzle-orm/sqlite-core';
import { accountId, json, moment, oneOf, recordSealColumn, table } from '../columns.js';
import { account } from './chart.js';
import { entry } from './journal.js';
import { organisation, organisationColumn } from './organisations.js';
import { person, personColumn } from './people.js';

export const takeOnRow = table(
  'take_on_row',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    tray: text('tray').$type<TrayKey>().notNull(),
    place: integer('place').notNull(),
    cells: json<Record<string, string>>('cells').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    check('take_on_row_id', sql`${self.id} > 0`),
    index('take_on_row_tray').on(self.organisation, self.tray, self.place, self.id),
  ],
);

/** Counts the changes of an organisation's rows. A trigger writes it. */
export const takeOnVersion = table('take_on_version', {
  organisation: integer('organisation')
    .primaryKey()
    .references(() => organisation.id),
  version: integer('version').notNull(),
});

export const takeOnEntry = table(
  'take_on_entry',
  {
    organisation: integer('organisation').notNull(),
    entry: integer('entry').notNull(),
    part: text('part').$type<PostedPart>().notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.entry] }),
    foreignKey({ columns: [self.organisation, self.entry], foreignColumns: [entry.organisation, entry.place] }),
  ],
);

export const takeOn = table(
  'take_on',
  {
    organisation: integer('organisation')
      .primaryKey()
      .references(() => organisation.id),
    closesInto: accountId('closes_into'),
    /** True or null: where nobody has said, there is no rule. */
    closesByRule: integer('closes_by_rule', { mode: 'boolean' }),
    signedOffAt: moment('signed_off_at'),
    signedOffBy: integer('signed_off_by').references(() => person.id),
  },
  (self) => [
    foreignKey({ columns: [self.organisation, self.closesInto], foreignColumns: [account.organisation, account.id] }),
    check('take_on_by_rule', sql`${self.closesByRule} = 1`),
    check('take_on_signed_off', sql`(${self.signedOffAt} IS NULL) = (${self.signedOffBy} IS NULL)`),
  ],
);

export const takeOnEvent = table(
  'take_on_event',
  {
    id: integer('id').primaryKey(),
    organisation: organisationColumn(),
    event: oneOf('event', ['signed-off', 'reopened']).notNull(),
    at: moment('at').notNull(),
    by: personColumn('by'),
    reason: text('reason'),
    entries: integer('entries').notNull(),
    seal: text('seal').notNull(),
    recordSeal: recordSealColumn(),
  },
  (self) => [index('take_on_event_organisation').on(self.organisation, self.id)],
);
