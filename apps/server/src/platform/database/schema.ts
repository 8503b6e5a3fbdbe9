import type { ClosingRules, FieldChange, Preferences } from '@just-ledger/core';
import { integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

// The tables as queries see them. Constraints, STRICT and triggers stand in drizzle/*.sql, which is what runs. The staging
// tables of a posting are missing: only journal/posting-statements.ts writes to them.

export const person = sqliteTable('person', {
  id: integer().primaryKey(),
  /** Null, like the password, for somebody whom only an archive names. */
  email: text(),
  name: text().notNull(),
  passwordHash: text('password_hash'),
  /** How they read and type amounts and dates; null for what is usual. */
  preferences: text({ mode: 'json' }).$type<Preferences>(),
  createdAt: text('created_at').notNull(),
});

export const session = sqliteTable('session', {
  tokenHash: text('token_hash').primaryKey(),
  person: integer().notNull(),
  createdAt: text('created_at').notNull(),
  expiresAt: text('expires_at').notNull(),
});

export const organisation = sqliteTable('organisation', {
  id: integer().primaryKey(),
  name: text().notNull(),
  kind: text().notNull(),
  baseCurrency: text('base_currency').notNull(),
  fiscalYearStartMonth: integer('fiscal_year_start_month').notNull(),
  firstDay: text('first_day').notNull(),
  changeoverDate: text('changeover_date'),
  createdAt: text('created_at').notNull(),
  version: integer().notNull().default(1),
  putAwayAt: text('put_away_at'),
});

export const membership = sqliteTable(
  'membership',
  {
    organisation: integer().notNull(),
    person: integer().notNull(),
    role: text({ enum: ['preparer', 'approver', 'reader', 'owner'] }).notNull(),
    since: text(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.person] })],
);

export const invitation = sqliteTable('invitation', {
  id: integer().primaryKey(),
  organisation: integer().notNull(),
  email: text().notNull(),
  role: text({ enum: ['preparer', 'approver', 'reader', 'owner'] }).notNull(),
  tokenHash: text('token_hash').notNull(),
  invitedBy: integer('invited_by').notNull(),
  createdAt: text('created_at').notNull(),
  expiresAt: text('expires_at').notNull(),
  endedAt: text('ended_at'),
});

export const passwordReset = sqliteTable('password_reset', {
  tokenHash: text('token_hash').primaryKey(),
  person: integer().notNull(),
  createdAt: text('created_at').notNull(),
  expiresAt: text('expires_at').notNull(),
});

export const outboxMessage = sqliteTable('outbox_message', {
  id: integer().primaryKey(),
  writtenAt: text('written_at').notNull(),
  recipient: text().notNull(),
  organisation: integer(),
  person: integer(),
  subject: text().notNull(),
  body: text().notNull(),
});

export const account = sqliteTable(
  'account',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    number: text().notNull(),
    name: text().notNull(),
    element: text().notNull(),
    classification: text().notNull(),
    contra: integer({ mode: 'boolean' }).notNull(),
    parent: integer(),
    currency: text(),
    control: text(),
    typedEntries: integer('typed_entries', { mode: 'boolean' }).notNull(),
    active: integer({ mode: 'boolean' }).notNull(),
    role: text(),
    closesTo: integer('closes_to'),
    share: integer(),
    settles: integer({ mode: 'boolean' }).notNull().default(false),
    taxCode: integer('tax_code'),
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const accountBreakdown = sqliteTable(
  'account_breakdown',
  {
    organisation: integer().notNull(),
    account: integer().notNull(),
    breakdown: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.account, table.breakdown] })],
);

export const contact = sqliteTable(
  'contact',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    number: text().notNull(),
    name: text().notNull(),
    roles: text({ mode: 'json' }).$type<string[]>().notNull(),
    active: integer({ mode: 'boolean' }).notNull().default(true),
    currency: text(),
    terms: text({ mode: 'json' }).$type<Record<string, unknown>>(),
    email: text(),
    phone: text(),
    address: text(),
    bank: text({ mode: 'json' }).$type<Record<string, string>>(),
    mergedInto: integer('merged_into'),
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const taxCode = sqliteTable(
  'tax_code',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    code: text().notNull(),
    name: text().notNull(),
    side: text({ enum: ['sales', 'purchases'] }).notNull(),
    rounding: text({ enum: ['line', 'document'] }).notNull(),
    active: integer({ mode: 'boolean' }).notNull(),
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const taxRate = sqliteTable(
  'tax_rate',
  {
    organisation: integer().notNull(),
    taxCode: integer('tax_code').notNull(),
    firstDay: text('first_day').notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.taxCode, table.firstDay] })],
);

export const taxPart = sqliteTable(
  'tax_part',
  {
    organisation: integer().notNull(),
    taxCode: integer('tax_code').notNull(),
    firstDay: text('first_day').notNull(),
    place: integer().notNull(),
    rate: text().notNull(),
    share: text().notNull(),
    side: text({ enum: ['debit', 'credit'] }).notNull(),
    account: integer(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.taxCode, table.firstDay, table.place] })],
);

export const currencyKept = sqliteTable(
  'currency_kept',
  {
    organisation: integer().notNull(),
    currency: text().notNull(),
    realisedGain: integer('realised_gain'),
    realisedLoss: integer('realised_loss'),
    unrealisedGain: integer('unrealised_gain'),
    unrealisedLoss: integer('unrealised_loss'),
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.currency] })],
);

export const exchangeRate = sqliteTable(
  'exchange_rate',
  {
    organisation: integer().notNull(),
    currency: text().notNull(),
    date: text().notNull(),
    rate: text(),
    ratePerBase: text('rate_per_base'),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.currency, table.date] })],
);

export const breakdown = sqliteTable(
  'breakdown',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    name: text().notNull(),
    selfBalancing: integer('self_balancing', { mode: 'boolean' }).notNull(),
    usualValue: integer('usual_value'),
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const breakdownValue = sqliteTable(
  'breakdown_value',
  {
    organisation: integer().notNull(),
    breakdown: integer().notNull(),
    id: integer().notNull(),
    name: text().notNull(),
    account: integer(),
    parent: integer(),
    active: integer({ mode: 'boolean' }).notNull().default(true),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.breakdown, table.id] })],
);

export const combination = sqliteTable(
  'combination',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    content: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const entry = sqliteTable(
  'entry',
  {
    organisation: integer().notNull(),
    place: integer().notNull(),
    year: text().notNull(),
    number: integer().notNull(),
    date: text().notNull(),
    kind: text().notNull(),
    stage: text().notNull(),
    source: text().notNull(),
    explanation: text().notNull(),
    reference: text(),
    reverses: integer(),
    postedAt: text('posted_at').notNull(),
    postedBy: integer('posted_by').notNull(),
    debit: integer().notNull(),
    previousSeal: text('previous_seal').notNull(),
    seal: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.place] })],
);

export const line = sqliteTable(
  'line',
  {
    organisation: integer().notNull(),
    entry: integer().notNull(),
    place: integer().notNull(),
    account: integer().notNull(),
    date: text().notNull(),
    period: integer().notNull(),
    stage: text().notNull(),
    movement: text().notNull(),
    combination: integer().notNull(),
    amount: integer().notNull(),
    contact: integer(),
    note: text(),
    currency: text(),
    foreignAmount: integer('foreign_amount'),
    rate: text(),
    ratePerBase: text('rate_per_base'),
    dueDate: text('due_date'),
    document: text(),
    documentDate: text('document_date'),
    ownNumber: text('own_number'),
    cashBasis: integer('cash_basis', { mode: 'boolean' }),
    taxCode: integer('tax_code'),
    taxBase: integer('tax_base'),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.entry, table.place] })],
);

export const total = sqliteTable('total', {
  organisation: integer().notNull(),
  account: integer().notNull(),
  period: integer().notNull(),
  stage: text().notNull(),
  movement: text().notNull(),
  combination: integer().notNull(),
  amount: integer().notNull(),
  lines: integer().notNull(),
});

export const balance = sqliteTable('balance', {
  organisation: integer().notNull(),
  period: integer().notNull(),
  account: integer().notNull(),
  stage: text().notNull(),
  movement: text().notNull(),
  amount: integer().notNull(),
});

export const draft = sqliteTable(
  'draft',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    content: text({ mode: 'json' }).$type<Record<string, unknown>>().notNull(),
    forReview: integer('for_review', { mode: 'boolean' }).notNull(),
    createdBy: integer('created_by').notNull(),
    updatedAt: text('updated_at').notNull(),
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const draftEnd = sqliteTable(
  'draft_end',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    /** The number of the entry that the draft became; null if it was thrown away. */
    entry: text(),
    at: text().notNull(),
    by: integer().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const recurringJournal = sqliteTable(
  'recurring_journal',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    name: text().notNull(),
    schedule: text({ mode: 'json' }).$type<Record<string, unknown>>().notNull(),
    entry: text({ mode: 'json' }).$type<Record<string, unknown>>().notNull(),
    endedOn: text('ended_on'),
    version: integer().notNull().default(1),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const occurrence = sqliteTable(
  'occurrence',
  {
    organisation: integer().notNull(),
    journal: integer().notNull(),
    date: text().notNull(),
    state: text({ enum: ['posted', 'skipped'] }).notNull(),
    entry: integer(),
    reason: text(),
    settledAt: text('settled_at').notNull(),
    settledBy: integer('settled_by').notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.journal, table.date] })],
);

export const periodLock = sqliteTable(
  'period_lock',
  {
    organisation: integer().notNull(),
    period: text().notNull(),
    lockedAt: text('locked_at').notNull(),
    lockedBy: integer('locked_by').notNull(),
    /** The year whose closing locked it; null if somebody did. */
    closing: text(),
    entries: integer().notNull(),
    seal: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.period] })],
);

export const periodEvent = sqliteTable('period_event', {
  id: integer().primaryKey(),
  organisation: integer().notNull(),
  period: text().notNull(),
  event: text({ enum: ['locked', 'unlocked', 'closed', 'reopened'] }).notNull(),
  at: text().notNull(),
  by: integer().notNull(),
  reason: text(),
  entries: integer().notNull(),
  seal: text().notNull(),
});

export const yearClosing = sqliteTable(
  'year_closing',
  {
    organisation: integer().notNull(),
    year: text().notNull(),
    closedAt: text('closed_at').notNull(),
    closedBy: integer('closed_by').notNull(),
    rules: text({ mode: 'json' }).$type<ClosingRules>(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.year] })],
);

export const idempotentAnswer = sqliteTable(
  'idempotent_answer',
  {
    organisation: integer().notNull(),
    person: integer().notNull(),
    key: text().notNull(),
    requestHash: text('request_hash').notNull(),
    answer: text({ mode: 'json' }).notNull(),
    at: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.person, table.key] })],
);

export const setUpChange = sqliteTable('set_up_change', {
  id: integer().primaryKey(),
  organisation: integer().notNull(),
  at: text().notNull(),
  by: integer().notNull(),
  subject: text().notNull(),
  object: integer().notNull(),
  title: text().notNull(),
  action: text({ enum: ['added', 'changed', 'removed'] }).notNull(),
  fields: text({ mode: 'json' }).$type<FieldChange[]>().notNull(),
});

export const paperToGather = sqliteTable(
  'paper_to_gather',
  {
    organisation: integer().notNull(),
    paper: text().notNull(),
    state: text({ enum: ['wanted', 'at-hand', 'not-needed'] }).notNull(),
    note: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.paper] })],
);

export const unfinishedStart = sqliteTable('unfinished_start', {
  person: integer().primaryKey(),
  answers: text({ mode: 'json' }).$type<Record<string, unknown>>().notNull(),
  updatedAt: text('updated_at').notNull(),
});

export const importMatching = sqliteTable(
  'import_matching',
  {
    organisation: integer().notNull(),
    subject: text().notNull(),
    heading: text().notNull(),
    column: text('column_key').notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.subject, table.heading] })],
);

export const takeOnRow = sqliteTable(
  'take_on_row',
  {
    organisation: integer().notNull(),
    id: integer().notNull(),
    tray: text().notNull(),
    place: integer().notNull(),
    cells: text({ mode: 'json' }).$type<Record<string, string>>().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.id] })],
);

export const takeOnEntry = sqliteTable(
  'take_on_entry',
  {
    organisation: integer().notNull(),
    entry: integer().notNull(),
    part: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.organisation, table.entry] })],
);

export const takeOn = sqliteTable('take_on', {
  organisation: integer().primaryKey(),
  closesInto: integer('closes_into'),
  /** True or null: where nobody has said, there is no rule. */
  closesByRule: integer('closes_by_rule', { mode: 'boolean' }),
  signedOffAt: text('signed_off_at'),
  signedOffBy: integer('signed_off_by'),
});

export const takeOnEvent = sqliteTable('take_on_event', {
  id: integer().primaryKey(),
  organisation: integer().notNull(),
  event: text({ enum: ['signed-off', 'reopened'] }).notNull(),
  at: text().notNull(),
  by: integer().notNull(),
  reason: text(),
  entries: integer().notNull(),
  seal: text().notNull(),
});
