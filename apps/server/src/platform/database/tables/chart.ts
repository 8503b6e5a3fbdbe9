import {
  type AccountRole,
  type BankDetails,
  type CashFlowClass,
  type CivilDate,
  type Classification,
  type ContactRole,
  ELEMENTS,
  type Terms,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import { check, foreignKey, index, integer, primaryKey, text, uniqueIndex } from 'drizzle-orm/sqlite-core';
import {
  accountId,
  caseless,
  civilDate,
  contactId,
  currencyCode,
  isCurrency,
  isDay,
  json,
  oneOf,
  percent,
  rate,
  table,
  version,
  yesNo,
} from '../columns.js';
import { organisationColumn } from './organisations.js';

export const account = table(
  'account',
  {
    organisation: organisationColumn(),
    id: accountId('id').notNull(),
    number: text('number').notNull(),
    name: text('name').notNull(),
    element: oneOf('element', ELEMENTS).notNull(),
    classification: text('classification').$type<Classification>().notNull(),
    contra: yesNo('contra').notNull(),
    parent: accountId('parent'),
    currency: currencyCode('currency'),
    control: oneOf('control', ['receivables', 'payables']),
    typedEntries: yesNo('typed_entries').notNull(),
    active: yesNo('active').notNull(),
    role: text('role').$type<AccountRole>(),
    closesTo: accountId('closes_to'),
    share: integer('share'),
    settles: yesNo('settles').notNull().default(false),
    taxCode: integer('tax_code'),
    cashFlow: text('cash_flow').$type<CashFlowClass>(),
    note: text('note'),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    foreignKey({ columns: [self.organisation, self.parent], foreignColumns: [self.organisation, self.id] }),
    foreignKey({ columns: [self.organisation, self.closesTo], foreignColumns: [self.organisation, self.id] }),
    uniqueIndex('account_number').on(self.organisation, self.number),
    index('account_parent')
      .on(self.organisation, self.parent)
      .where(sql`parent IS NOT NULL`),
  ],
);

export const contact = table(
  'contact',
  {
    organisation: organisationColumn(),
    id: contactId('id').notNull(),
    number: text('number').notNull(),
    name: caseless('name').notNull(),
    roles: json<ContactRole[]>('roles').notNull(),
    active: yesNo('active').notNull().default(true),
    currency: currencyCode('currency'),
    terms: json<Terms>('terms'),
    email: text('email'),
    phone: text('phone'),
    address: text('address'),
    ourNumber: text('our_number'),
    bank: json<BankDetails>('bank'),
    mergedInto: contactId('merged_into'),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    check('contact_currency_code', isCurrency(self.currency)),
    uniqueIndex('contact_number').on(self.organisation, self.number),
    uniqueIndex('contact_name').on(self.organisation, self.name),
  ],
);

export const breakdown = table(
  'breakdown',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    name: text('name').notNull(),
    selfBalancing: yesNo('self_balancing').notNull(),
    usualValue: integer('usual_value'),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    uniqueIndex('breakdown_name').on(self.organisation, self.name),
  ],
);

export const breakdownValue = table(
  'breakdown_value',
  {
    organisation: integer('organisation').notNull(),
    breakdown: integer('breakdown').notNull(),
    id: integer('id').notNull(),
    name: text('name').notNull(),
    account: accountId('account'),
    parent: integer('parent'),
    active: yesNo('active').notNull().default(true),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.breakdown, self.id] }),
    foreignKey({
      columns: [self.organisation, self.breakdown],
      foreignColumns: [breakdown.organisation, breakdown.id],
    }),
    foreignKey({ columns: [self.organisation, self.account], foreignColumns: [account.organisation, account.id] }),
    uniqueIndex('breakdown_value_name').on(self.organisation, self.breakdown, sql`name COLLATE NOCASE`),
  ],
);

/** The breakdowns of which every line on an account names a value. */
export const accountBreakdown = table(
  'account_breakdown',
  {
    organisation: integer('organisation').notNull(),
    account: accountId('account').notNull(),
    breakdown: integer('breakdown').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.account, self.breakdown] }),
    foreignKey({
      columns: [self.organisation, self.account],
      foreignColumns: [account.organisation, account.id],
    }).onDelete('cascade'),
    foreignKey({
      columns: [self.organisation, self.breakdown],
      foreignColumns: [breakdown.organisation, breakdown.id],
    }),
  ],
);

/** The breakdown values that a line names together, once for all lines that name the same. */
export const combination = table(
  'combination',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    /** The value's id by the breakdown's, as JSON in the order of the breakdowns. */
    content: text('content').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    check('combination_id', sql`${self.id} > 0`),
    check('combination_content_json', sql`json_valid(${self.content})`),
    uniqueIndex('combination_content').on(self.organisation, self.content),
  ],
);

/** What a combination says, a row for each value. A trigger writes them. */
export const combinationValue = table(
  'combination_value',
  {
    organisation: integer('organisation').notNull(),
    combination: integer('combination').notNull(),
    breakdown: integer('breakdown').notNull(),
    value: integer('value').notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.combination, self.breakdown] }),
    foreignKey({
      columns: [self.organisation, self.combination],
      foreignColumns: [combination.organisation, combination.id],
    }),
    foreignKey({
      columns: [self.organisation, self.breakdown, self.value],
      foreignColumns: [breakdownValue.organisation, breakdownValue.breakdown, breakdownValue.id],
    }),
  ],
);

export const taxCode = table(
  'tax_code',
  {
    organisation: organisationColumn(),
    id: integer('id').notNull(),
    code: text('code').notNull(),
    name: text('name').notNull(),
    side: oneOf('side', ['sales', 'purchases']).notNull(),
    rounding: oneOf('rounding', ['line', 'document']).notNull(),
    active: yesNo('active').notNull(),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.id] }),
    check('tax_code_id', sql`${self.id} > 0`),
    uniqueIndex('tax_code_code').on(self.organisation, sql`code COLLATE NOCASE`),
  ],
);

export const taxRate = table(
  'tax_rate',
  {
    organisation: integer('organisation').notNull(),
    taxCode: integer('tax_code').notNull(),
    /** The day from which it holds; empty for the first. */
    firstDay: text('first_day').$type<CivilDate | ''>().notNull(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.taxCode, self.firstDay] }),
    foreignKey({
      columns: [self.organisation, self.taxCode],
      foreignColumns: [taxCode.organisation, taxCode.id],
    }).onDelete('cascade'),
  ],
);

export const taxPart = table(
  'tax_part',
  {
    organisation: integer('organisation').notNull(),
    taxCode: integer('tax_code').notNull(),
    firstDay: text('first_day').$type<CivilDate | ''>().notNull(),
    place: integer('place').notNull(),
    rate: percent('rate').notNull(),
    share: percent('share').notNull(),
    side: oneOf('side', ['debit', 'credit']).notNull(),
    account: accountId('account'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.taxCode, self.firstDay, self.place] }),
    foreignKey({
      columns: [self.organisation, self.taxCode, self.firstDay],
      foreignColumns: [taxRate.organisation, taxRate.taxCode, taxRate.firstDay],
    }).onDelete('cascade'),
    foreignKey({ columns: [self.organisation, self.account], foreignColumns: [account.organisation, account.id] }),
  ],
);

export const currencyKept = table(
  'currency_kept',
  {
    organisation: organisationColumn(),
    currency: currencyCode('currency').notNull(),
    realisedGain: accountId('realised_gain'),
    realisedLoss: accountId('realised_loss'),
    unrealisedGain: accountId('unrealised_gain'),
    unrealisedLoss: accountId('unrealised_loss'),
    version: version(),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.currency] }),
    check('currency_kept_code', isCurrency(self.currency)),
    ...[self.realisedGain, self.realisedLoss, self.unrealisedGain, self.unrealisedLoss].map((column) =>
      foreignKey({ columns: [self.organisation, column], foreignColumns: [account.organisation, account.id] }),
    ),
  ],
);

/** A rate of a day: of one unit in the base currency, or of the base currency's unit in this one. */
export const exchangeRate = table(
  'exchange_rate',
  {
    organisation: integer('organisation').notNull(),
    currency: currencyCode('currency').notNull(),
    date: civilDate('date').notNull(),
    rate: rate('rate'),
    ratePerBase: rate('rate_per_base'),
  },
  (self) => [
    primaryKey({ columns: [self.organisation, self.currency, self.date] }),
    foreignKey({
      columns: [self.organisation, self.currency],
      foreignColumns: [currencyKept.organisation, currencyKept.currency],
    }).onDelete('cascade'),
    check('exchange_rate_day', isDay(self.date)),
    check('exchange_rate_one_way', sql`(${self.rate} IS NULL) <> (${self.ratePerBase} IS NULL)`),
  ],
);
