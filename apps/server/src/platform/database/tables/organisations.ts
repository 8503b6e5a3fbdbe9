import {
  type FieldChange,
  type SetUpSubject,
  MEMBER_ROLE_KEYS,
  NO_TIME_ZONE,
  ORGANISATION_KINDS,
  PAPER_STATES,
  POSTS_WHILE_CLOSING,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, index, integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import {
  caseless,
  civilDate,
  currencyCode,
  isCurrency,
  isDay,
  json,
  moment,
  oneOf,
  recordSealColumn,
  table,
  version,
} from '../columns.js';
import { person, personColumn } from './people.js';

export const organisation = table(
  'organisation',
  {
    id: integer('id').primaryKey(),
    name: text('name').notNull(),
    kind: oneOf('kind', ORGANISATION_KINDS).notNull(),
    baseCurrency: currencyCode('base_currency').notNull(),
    fiscalYearStartMonth: integer('fiscal_year_start_month').notNull(),
    /** In a month that is shorter, its last day. */
    fiscalYearStartDay: integer('fiscal_year_start_day').notNull().default(1),
    firstDay: civilDate('first_day').notNull(),
    changeoverDate: civilDate('changeover_date'),
    /** Where it is: what day it is there is today for the books. */
    timeZone: text('time_zone').notNull().default(NO_TIME_ZONE),
    /** From this amount on, who posts an entry is somebody else than who prepared it; minor units, null for never. */
    twoPeopleFrom: integer('two_people_from'),
    /** Who posts into a month that is being closed. */
    postsWhileClosing: oneOf('posts_while_closing', POSTS_WHILE_CLOSING).notNull().default('owners'),
    createdAt: moment('created_at').notNull(),
    version: version(),
    archivedAt: moment('archived_at'),
  },
  (self) => [
    check('organisation_currency', isCurrency(self.baseCurrency)),
    check('organisation_start_month', sql`${self.fiscalYearStartMonth} BETWEEN 1 AND 12`),
    check('organisation_first_day', isDay(self.firstDay)),
    check('organisation_changeover_date', sql`${self.changeoverDate} IS NULL OR ${isDay(self.changeoverDate)}`),
  ],
);

/** The organisation to which a row belongs. */
export const organisationColumn = () =>
  integer('organisation')
    .notNull()
    .references(() => organisation.id);

/**
 * Counts the changes of an organisation's chart: its accounts, its breakdowns with their values, how its statements are
 * arranged, which years are closed by which rules. Triggers write it.
 */
export const chartVersion = table('chart_version', {
  organisation: organisationColumn().primaryKey(),
  version: integer('version').notNull(),
});

/** A day on which an organisation does no business, besides Saturdays and Sundays. */
export const holiday = table(
  'holiday',
  { organisation: organisationColumn(), date: civilDate('date').notNull(), name: text('name').notNull() },
  (self) => [primaryKey({ columns: [self.organisation, self.date] }), check('holiday_date', isDay(self.date))],
);

export const membership = table(
  'membership',
  {
    organisation: organisationColumn(),
    person: personColumn('person'),
    role: oneOf('role', MEMBER_ROLE_KEYS).notNull(),
    since: moment('since'),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.person] })],
);

export const invitation = table(
  'invitation',
  {
    id: integer('id').primaryKey(),
    organisation: organisationColumn(),
    email: caseless('email').notNull(),
    role: oneOf('role', MEMBER_ROLE_KEYS).notNull(),
    tokenHash: text('token_hash').notNull().unique(),
    invitedBy: personColumn('invited_by'),
    createdAt: moment('created_at').notNull(),
    expiresAt: moment('expires_at').notNull(),
    endedAt: moment('ended_at'),
    /** When its link was told last. */
    linkMadeAt: moment('link_made_at'),
  },
  (self) => [
    uniqueIndex('invitation_open')
      .on(self.organisation, self.email)
      .where(sql`ended_at IS NULL`),
  ],
);

/** What was changed about the set-up, by whom, from what to what. */
export const setUpChange = table(
  'set_up_change',
  {
    id: integer('id').primaryKey(),
    organisation: organisationColumn(),
    at: moment('at').notNull(),
    by: personColumn('by'),
    subject: text('subject').$type<SetUpSubject>().notNull(),
    object: integer('object').notNull(),
    title: text('title').notNull(),
    action: oneOf('action', ['added', 'changed', 'removed']).notNull(),
    fields: json<FieldChange[]>('fields').notNull(),
    recordSeal: recordSealColumn(),
  },
  (self) => [
    index('set_up_change_object').on(self.organisation, self.subject, self.object, self.id),
    index('set_up_change_organisation').on(self.organisation, self.id),
  ],
);

export const paperToGather = table(
  'paper_to_gather',
  {
    organisation: organisationColumn(),
    paper: text('paper').notNull(),
    state: oneOf('state', PAPER_STATES).notNull(),
    note: text('note').notNull(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.paper] })],
);

/** What somebody has answered so far while beginning new books. */
export const unfinishedStart = table('unfinished_start', {
  person: integer('person')
    .primaryKey()
    .references(() => person.id),
  answers: json<Record<string, unknown>>('answers').notNull(),
  updatedAt: moment('updated_at').notNull(),
});

/** Which column a heading of somebody's files meant the last time. */
export const importMatching = table(
  'import_matching',
  {
    organisation: organisationColumn(),
    subject: text('subject').notNull(),
    heading: text('heading').notNull(),
    column: text('column_key').notNull(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.subject, self.heading] })],
);

/** The response to a request that may come again, by the key it came with. */
export const idempotentResponse = table(
  'idempotent_response',
  {
    organisation: organisationColumn(),
    person: personColumn('person'),
    key: text('key').notNull(),
    requestHash: text('request_hash').notNull(),
    response: json<unknown>('response').notNull(),
    at: moment('at').notNull(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.person, self.key] })],
);

/**
 * Books that are being taken in from an archive, in turns. Until all of it is there nobody is their member, nothing is
 * done in them by itself, and they are gone on with at the next start.
 */
export const arrival = table('arrival', {
  organisation: organisationColumn().primaryKey(),
  owner: personColumn('owner').notNull(),
  /** The file of the archive in the data folder. */
  archive: text('archive').notNull(),
  /** Whom its people are here, by their ids there. */
  people: json<[number, number][]>('people').notNull(),
  /** The file of it that is read just now, and how many of its records are written. */
  file: text('file').notNull(),
  records: integer('records').notNull().default(0),
  begunAt: moment('begun_at').notNull(),
});
