import {
  DRAFT_EVENTS,
  DRAFT_STATES,
  type EntryKind,
  type EntrySource,
  type Movement,
  type Stage,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import {
  blob,
  check,
  foreignKey,
  index,
  integer,
  primaryKey,
  sqliteTable,
  text,
  uniqueIndex,
} from 'drizzle-orm/sqlite-core';
import {
  accountId,
  civilDate,
  contactId,
  currencyCode,
  isWithinReach,
  json,
  moment,
  oneOf,
  percent,
  rate,
  table,
  version,
} from '../columns.js';
import { account, contact } from './chart.js';
import { organisation, organisationColumn } from './organisations.js';
import { personColumn } from './people.js';
import type { KeptContent } from './kept-entry.js';

const entryColumns = {
  place: integer('place').notNull(),
  year: text('year').notNull(),
  number: integer('number').notNull(),
  date: civilDate('date').notNull(),
  kind: text('kind').$type<EntryKind>().notNull(),
  stage: text('stage').$type<Stage>().notNull(),
  source: text('source').$type<EntrySource>().notNull(),
  explanation: text('explanation').notNull(),
  reference: text('reference'),
  reverses: integer('reverses'),
  /** The day of the supply, where it is another than the entry's. */
  supplyDate: civilDate('supply_date'),
  postedAt: moment('posted_at').notNull(),
};

const lineColumns = {
  contact: contactId('contact'),
  note: text('note'),
  currency: currencyCode('currency'),
  foreignAmount: integer('foreign_amount'),
  rate: rate('rate'),
  ratePerBase: rate('rate_per_base'),
  dueDate: civilDate('due_date'),
  document: text('document'),
  documentDate: civilDate('document_date'),
  ownNumber: text('own_number'),
  cashBasis: integer('cash_basis', { mode: 'boolean' }),
  taxCode: integer('tax_code'),
  /** What the tax is reckoned on, debit positive. */
  taxBase: integer('tax_base'),
  /** Per cent, as it was then. */
  taxRate: percent('tax_rate'),
  /** On a line that is tax itself: the side on which it ordinarily stands. */
  taxSide: oneOf('tax_side', ['debit', 'credit']),
  /** On a taxed line: by how much its tax was moved, debit positive. */
  taxAdjustment: integer('tax_adjustment'),
};

/** A posted entry. Its place is its number in the chain of the organisation. */
export const entry = table(
  'entry',
  {
    organisation: organisationColumn(),
    ...entryColumns,
    postedBy: personColumn('posted_by'),
    debit: integer('debit').notNull(),
    previousSeal: text('previous_seal').notNull(),
    seal: text('seal').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.place] }),
    foreignKey({ columns: [self.organisation, self.reverses], foreignColumns: [self.organisation, self.place] }),
    check('entry_place', sql`${self.place} > 0`),
    check('entry_number_counts', sql`${self.number} > 0`),
    check('entry_seals', sql`length(${self.previousSeal}) = 64 AND length(${self.seal}) = 64`),
    uniqueIndex('entry_number').on(self.organisation, self.year, self.number),
    index('entry_date').on(self.organisation, self.date, self.place),
    uniqueIndex('entry_reverses')
      .on(self.organisation, self.reverses)
      .where(sql`reverses IS NOT NULL`),
    index('entry_adjusting')
      .on(self.organisation, self.year, self.place)
      .where(sql`kind = 'adjusting'`),
    index('entry_closing')
      .on(self.organisation, self.date)
      .where(sql`kind = 'closing'`),
  ],
);

export const line = table(
  'line',
  {
    organisation: integer('organisation').notNull(),
    entry: integer('entry').notNull(),
    place: integer('place').notNull(),
    account: accountId('account').notNull(),
    /** The entry's date. */
    date: civilDate('date').notNull(),
    /** The month as YYYYMM; 0 before the first day. */
    period: integer('period').notNull(),
    stage: text('stage').$type<Stage>().notNull(),
    /** The movement in equity; empty for none. */
    movement: text('movement').$type<Movement | ''>().notNull(),
    /** 0 for none. */
    combination: integer('combination').notNull(),
    amount: integer('amount').notNull(),
    ...lineColumns,
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.entry, self.place] }),
    foreignKey({ columns: [self.organisation, self.entry], foreignColumns: [entry.organisation, entry.place] }),
    foreignKey({ columns: [self.organisation, self.account], foreignColumns: [account.organisation, account.id] }),
    foreignKey({ columns: [self.organisation, self.contact], foreignColumns: [contact.organisation, contact.id] }),
    check('line_place', sql`${self.place} > 0`),
    index('line_account').on(self.organisation, self.account, self.date, self.entry, self.place, self.amount),
    index('line_part').on(
      self.organisation,
      self.period,
      self.account,
      self.stage,
      self.movement,
      self.date,
      self.amount,
    ),
    index('line_contact')
      .on(self.organisation, self.contact, self.account, self.date)
      .where(sql`contact IS NOT NULL`),
    index('line_tax')
      .on(self.organisation, self.taxCode, self.date, self.entry)
      .where(sql`tax_code IS NOT NULL`),
    index('line_tax_account')
      .on(self.organisation, self.account)
      .where(sql`tax_side IS NOT NULL`),
  ],
);

/** An entry laid ready for a posting. The trigger of `posting` checks it and moves it to its table. */
export const stagedEntry = sqliteTable('staged_entry', {
  ...entryColumns,
  place: integer('place').primaryKey(),
  postedBy: integer('posted_by').notNull(),
  previousSeal: text('previous_seal').notNull(),
  seal: text('seal').notNull(),
});

/** A line laid ready for a posting, which checks it. */
export const stagedLine = sqliteTable(
  'staged_line',
  {
    entry: integer('entry').notNull(),
    place: integer('place').notNull(),
    account: accountId('account').notNull(),
    movement: text('movement').$type<Movement | ''>().notNull().default(''),
    combination: integer('combination').notNull().default(0),
    amount: integer('amount').notNull(),
    ...lineColumns,
  },
  (self) => [primaryKey({ columns: [self.entry, self.place] })],
);

/** That the staged entries from the first to the last place are posted. Gone as soon as they are. */
export const posting = table('posting', {
  organisation: integer('organisation').primaryKey(),
  first: integer('first').notNull(),
  last: integer('last').notNull(),
});

/** What has gone over the books in all, so that no sum of theirs leaves what a number can hold. */
export const volume = table(
  'volume',
  {
    organisation: integer('organisation')
      .primaryKey()
      .references(() => organisation.id),
    debit: integer('debit').notNull(),
    foreignAmount: integer('foreign_amount').notNull(),
  },
  (self) => [
    check('volume_debit', sql`${self.debit} >= 0 AND ${isWithinReach(self.debit)}`),
    check('volume_foreign_amount', sql`${self.foreignAmount} >= 0 AND ${isWithinReach(self.foreignAmount)}`),
  ],
);

/** What moved in a month, by account, stage, movement and combination. */
export const total = table(
  'total',
  {
    organisation: integer('organisation').notNull(),
    account: accountId('account').notNull(),
    period: integer('period').notNull(),
    stage: text('stage').$type<Stage>().notNull(),
    movement: text('movement').$type<Movement | ''>().notNull(),
    combination: integer('combination').notNull(),
    amount: integer('amount').notNull(),
    lines: integer('lines').notNull(),
  },
  (self) => [
    primaryKey({
      columns: [self.organisation, self.account, self.stage, self.movement, self.combination, self.period],
    }),
    check('total_amount', isWithinReach(self.amount)),
  ],
);

/** What stands at the end of a month in which anything moved. A row of account 0 marks the page of such a month. */
export const balance = table(
  'balance',
  {
    organisation: integer('organisation').notNull(),
    period: integer('period').notNull(),
    account: accountId('account').notNull(),
    stage: text('stage').$type<Stage>().notNull(),
    movement: text('movement').$type<Movement | ''>().notNull(),
    amount: integer('amount').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.period, self.account, self.stage, self.movement] }),
    index('balance_page')
      .on(self.organisation, self.period)
      .where(sql`account = 0`),
  ],
);

export const draft = table(
  'draft',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    content: json<KeptContent>('content').notNull(),
    state: oneOf('state', DRAFT_STATES).notNull(),
    createdBy: personColumn('created_by'),
    /** Who wrote what it holds now. */
    changedBy: personColumn('changed_by'),
    updatedAt: moment('updated_at').notNull(),
    version: version(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.id] })],
);

/** What happened to a draft, in its order; it stays when the draft has become an entry. */
export const draftEvent = table(
  'draft_event',
  {
    organisation: organisationColumn(),
    draft: integer('draft').notNull(),
    place: integer('place').notNull(),
    what: oneOf('what', DRAFT_EVENTS).notNull(),
    /** The reason, or the note. */
    text: text('text'),
    at: moment('at').notNull(),
    by: personColumn('by'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.draft, self.place] }),
    check('draft_event_place', sql`${self.draft} > 0 AND ${self.place} > 0`),
  ],
);

/**
 * A file of entries that is being posted in turns: from the first turn on it is gone on with until all of it stands in the
 * books, also when the server was begun anew.
 */
export const entryFile = table(
  'entry_file',
  {
    organisation: organisationColumn().primaryKey(),
    person: personColumn('person').notNull(),
    /** What makes the request that brought it idempotent. */
    key: text('key'),
    sha256: text('sha256').notNull(),
    /** What it is of. */
    subject: oneOf('subject', ['entries', 'contacts']).notNull().default('entries'),
    lines: integer('lines').notNull(),
    entries: integer('entries').notNull(),
    turns: integer('turns').notNull(),
    /** Documents of which the file tells the differences itself. */
    withDifference: json<string[]>('with_difference').notNull(),
    posted: integer('posted').notNull().default(0),
    first: text('first'),
    last: text('last'),
    begunAt: moment('begun_at').notNull(),
  },
  (self) => [check('entry_file_posted', sql`${self.posted} BETWEEN 0 AND ${self.entries}`)],
);

/** What is posted in one turn, as JSON; taken away when it has been. */
export const entryFileTurn = table(
  'entry_file_turn',
  {
    organisation: organisationColumn(),
    turn: integer('turn').notNull(),
    entries: blob('entries', { mode: 'buffer' }).notNull(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.turn] })],
);

/** Where the entries stand that a later turn of the same file takes back, by what the file calls them. */
export const entryFileOriginal = table(
  'entry_file_original',
  {
    organisation: organisationColumn(),
    called: text('called').notNull(),
    place: integer('place').notNull(),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.called] })],
);

/** Who prepared an entry that was a draft before, by its place in the chain. */
export const entryPreparer = table(
  'entry_preparer',
  {
    organisation: organisationColumn(),
    place: integer('place').notNull(),
    by: personColumn('by'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.place] }),
    check('entry_preparer_place', sql`${self.place} > 0`),
  ],
);

/** Which entry another one corrects, both by their places in the chain. */
export const entryCorrection = table(
  'entry_correction',
  {
    organisation: organisationColumn(),
    place: integer('place').notNull(),
    corrects: integer('corrects').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.place] }),
    index('entry_correction_corrects').on(self.organisation, self.corrects),
    check('entry_correction_place', sql`${self.corrects} > 0 AND ${self.place} > ${self.corrects}`),
  ],
);

/** What was planned for the reversal of an entry, in its order: the last counts until the entry is reversed. */
export const reversalPlan = table(
  'reversal_plan',
  {
    organisation: organisationColumn(),
    /** The place of the entry that is to be reversed. */
    entry: integer('entry').notNull(),
    place: integer('place').notNull(),
    /** The day on which it is to be reversed; null where that was given up. */
    date: civilDate('date'),
    /** Why it was given up. */
    reason: text('reason'),
    at: moment('at').notNull(),
    by: personColumn('by'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.entry, self.place] }),
    foreignKey({ columns: [self.organisation, self.entry], foreignColumns: [entry.organisation, entry.place] }),
    check('reversal_plan_place', sql`${self.place} > 0`),
    check('reversal_plan_given_up', sql`(${self.date} IS NULL) = (${self.reason} IS NOT NULL)`),
  ],
);

/** An entry kept under a name, to begin others from. */
export const pattern = table(
  'pattern',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    name: text('name').notNull(),
    content: json<KeptContent>('content').notNull(),
    createdBy: personColumn('created_by'),
    updatedAt: moment('updated_at').notNull(),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    check('pattern_name', sql`length(${self.name}) BETWEEN 1 AND 120`),
    uniqueIndex('pattern_name_once').on(self.organisation, sql`name COLLATE NOCASE`),
  ],
);

export const draftEnd = table(
  'draft_end',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    /** The number of the entry that the draft became; null if it was discarded. */
    entry: text('entry'),
    at: moment('at').notNull(),
    by: personColumn('by'),
  },
  (self) => [primaryKey({ columns: [self.organisation, self.id] }), check('draft_end_id', sql`${self.id} > 0`)],
);
