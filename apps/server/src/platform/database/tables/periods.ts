import type { ClosingRules, PartnerShare, ProofKey } from '@just-ledger/core';
import { index, integer, primaryKey, text } from 'drizzle-orm/sqlite-core';
import { civilDate, json, moment, oneOf, percent, period, recordSealColumn, table } from '../columns.js';
import { organisationColumn } from './organisations.js';
import { personColumn } from './people.js';

export const periodLock = table(
  'period_lock',
  {
    organisation: organisationColumn(),
    period: period('period').notNull(),
    lockedAt: moment('locked_at').notNull(),
    lockedBy: personColumn('locked_by'),
    /** The year whose closing locked it; null if somebody did. */
    closing: text('closing'),
    entries: integer('entries').notNull(),
    seal: text('seal').notNull(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.period] })],
);

/** Periods that are being closed: who posts into them is a setting of the organisation. Locking one ends it. */
export const periodClosing = table(
  'period_closing',
  {
    organisation: organisationColumn(),
    period: period('period').notNull(),
    begunAt: moment('begun_at').notNull(),
    begunBy: personColumn('begun_by'),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.period] })],
);

/** What happened to locks and closings, each sealed after the one before. */
export const periodEvent = table(
  'period_event',
  {
    id: integer('id').primaryKey(),
    organisation: organisationColumn(),
    /** A month, `brought-forward`, or a year. */
    period: text('period').notNull(),
    event: oneOf('event', ['locked', 'unlocked', 'closed', 'reopened']).notNull(),
    at: moment('at').notNull(),
    by: personColumn('by'),
    reason: text('reason'),
    entries: integer('entries').notNull(),
    seal: text('seal').notNull(),
    recordSeal: recordSealColumn(),
  },
  (self) => [index('period_event_organisation').on(self.organisation, self.id)],
);

/** The two figures of a proof as they stood when a month was locked: as at its last day, with so many entries posted. */
export const lockedProof = table(
  'locked_proof',
  {
    organisation: organisationColumn(),
    period: period('period').notNull(),
    entries: integer('entries').notNull(),
    key: text('key').$type<ProofKey>().notNull(),
    /** Minor units. */
    left: integer('left_figure').notNull(),
    right: integer('right_figure').notNull(),
    at: moment('at').notNull(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.period, self.entries, self.key] })],
);

export const yearClosing = table(
  'year_closing',
  {
    organisation: organisationColumn(),
    year: text('year').notNull(),
    closedAt: moment('closed_at').notNull(),
    closedBy: personColumn('closed_by'),
    /** The rules by which it was closed, for its statements. */
    rules: json<ClosingRules>('rules'),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.year] })],
);

/** How partners share the result, each agreement from a day on. */
export const profitSharing = table(
  'profit_sharing',
  {
    organisation: organisationColumn(),
    fromDay: civilDate('from_day').notNull(),
    /** Per cent a year on the capital at the year's start. */
    interest: percent('interest').notNull(),
    partners: json<PartnerShare[]>('partners').notNull(),
    at: moment('at').notNull(),
    by: personColumn('by'),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.fromDay] })],
);
