import type { AmountTermsRequest, RecurringEntryRequest } from '@just-ledger/contract';
import {
  type AccountId,
  BY_ITSELF,
  type CivilDate,
  type Reckoning,
  REVERSAL_RULES,
  type Schedule,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, foreignKey, integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import { civilDate, json, moment, oneOf, table, version, yesNo } from '../columns.js';
import { entry } from './journal.js';
import { organisationColumn } from './organisations.js';
import { person, personColumn } from './people.js';

/** Where amounts come from, as it is kept: the accounts that are named there beside it, by their ids. */
export type KeptTerms = AmountTermsRequest & { readonly ids?: Readonly<Record<string, AccountId>> };

/** A recurring journal; what it posts and when stands in its versions. */
export const recurringJournal = table(
  'recurring_journal',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    name: text('name').notNull(),
    /** Days on which it does not fall due. */
    pauses: json<{ from: CivilDate; until?: CivilDate }[]>('pauses').notNull(),
    endedOn: civilDate('ended_on'),
    version: version(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.id] })],
);

/** What holds of a recurring journal from a nominal date on, until the next version does. */
export const recurringVersion = table(
  'recurring_version',
  {
    organisation: integer('organisation').notNull(),
    journal: integer('journal').notNull(),
    /** 1, 2, 3 … in the order in which they were made. */
    place: integer('place').notNull(),
    /** The nominal date. */
    from: civilDate('first_date').notNull(),
    schedule: json<Schedule>('schedule').notNull(),
    /** Where the amounts come from, with the ids of the accounts that are named there. */
    amounts: json<KeptTerms>('amounts').notNull(),
    entry: json<RecurringEntryRequest>('entry').notNull(),
    reverses: oneOf('reverses', REVERSAL_RULES),
    byItself: oneOf('by_itself', BY_ITSELF).notNull(),
    madeBy: personColumn('made_by'),
    madeAt: moment('made_at').notNull(),
    /** Who approved that it posts by itself. */
    approvedBy: integer('approved_by').references(() => person.id),
    approvedAt: moment('approved_at'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.journal, self.place] }),
    foreignKey({
      columns: [self.organisation, self.journal],
      foreignColumns: [recurringJournal.organisation, recurringJournal.id],
    }),
    check('recurring_version_place', sql`${self.place} > 0`),
    check('recurring_version_approved', sql`(${self.approvedBy} IS NULL) = (${self.approvedAt} IS NULL)`),
  ],
);

/** A date of a recurring journal that was posted, laid as a draft, or skipped for a reason: once. */
export const occurrence = table(
  'occurrence',
  {
    organisation: integer('organisation').notNull(),
    journal: integer('journal').notNull(),
    /** The nominal date. */
    date: civilDate('date').notNull(),
    state: oneOf('state', ['posted', 'skipped', 'drafted']).notNull(),
    entry: integer('entry'),
    draft: integer('draft'),
    reason: text('reason'),
    settledAt: moment('settled_at').notNull(),
    settledBy: personColumn('settled_by'),
    /** Whether the server did it when the day came. */
    isByItself: yesNo('is_by_itself').notNull().default(false),
    /** When somebody read what the server had done. */
    toldAt: moment('told_at'),
    /** How its amounts were found, where an account was brought to where it is to stand. */
    reckoning: json<Reckoning>('reckoning'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.journal, self.date] }),
    foreignKey({
      columns: [self.organisation, self.journal],
      foreignColumns: [recurringJournal.organisation, recurringJournal.id],
    }),
    foreignKey({ columns: [self.organisation, self.entry], foreignColumns: [entry.organisation, entry.place] }),
    uniqueIndex('occurrence_entry').on(self.organisation, self.entry),
    uniqueIndex('occurrence_draft').on(self.organisation, self.draft),
    check('occurrence_posted', sql`(${self.state} = 'posted') = (${self.entry} IS NOT NULL)`),
    check('occurrence_drafted', sql`${self.state} <> 'drafted' OR ${self.draft} IS NOT NULL`),
  ],
);
