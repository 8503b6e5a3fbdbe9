import { keysOf } from '../keyed/keyed.js';
import { ACCOUNT_DETAILS } from '../accounts/account-details.js';
import { ACCOUNT_ROLES } from '../accounts/account-role.js';
import { CASH_FLOW_CLASSES } from '../accounts/cash-flow-class.js';
import { CLASSIFICATIONS } from '../accounts/classification.js';
import { ELEMENTS } from '../accounts/element.js';
import { PAPER_TYPE_KEYS } from '../attachments/paper-type.js';
import { SET_UP_SUBJECTS } from '../audit-trail/set-up-change.js';
import { CONTACT_DETAILS } from '../contacts/contact-details.js';
import { CONTACT_ROLES } from '../contacts/contact.js';
import { FINDING_STATES } from '../findings/finding.js';
import { PAPER_STATES } from '../gathering/papers.js';
import { BY_ITSELF, REVERSAL_RULES } from '../recurring/by-itself.js';
import { TARGETS } from '../recurring/target.js';
import { IMPORT_SUBJECTS } from '../imports/import-subject.js';
import { DRAFT_EVENTS, DRAFT_STATES } from '../journal/draft-state.js';
import { SEALED_VERSION } from '../journal/sealed-content.js';
import { ENTRY_KINDS, ENTRY_SOURCES, STAGES } from '../ledger/entry-kind.js';
import { MOVEMENTS } from '../ledger/movement.js';
import { ORGANISATION_KINDS } from '../organisations/kind.js';
import { POSTS_WHILE_CLOSING } from '../books/posting-while-closing.js';
import { PROOFS } from '../proofs/proof.js';
import { RELATIVE_SPANS } from '../kept-reports/relative-span.js';
import { STANDARD_NOTES } from '../statements/standard-notes.js';
import { STATEMENTS } from '../statements/statement-row.js';
import { MEMBER_ROLE_KEYS } from '../people/member-role.js';
import { TRAYS } from '../take-on/tray.js';
import type { TextDetails } from '../text-details/text-details.js';
import {
  currency,
  date,
  decimal,
  id,
  type JsonSchema,
  list,
  moment,
  oneOf,
  optional,
  record,
  type RecordFields,
  sha256,
  text,
  whole,
  yesNo,
} from './json-schema.js';

/** A table of details as the fields of a record. */
const texts = (details: TextDetails): RecordFields =>
  Object.fromEntries(
    Object.entries(details).map(([key, { lines }]) => [
      key,
      optional(text(lines === 1 ? undefined : `Up to ${lines} lines.`)),
    ]),
  );
const person = (what: string): JsonSchema => id(`the person who ${what}`);
const inWords: JsonSchema = { type: ['string', 'null'], description: 'Null for nothing.' };
const amount = (description: string): JsonSchema => whole(`${description}, in minor units, debit positive.`);

const rules = record('Who took what in that closing.', {
  resultTo: list(
    record('Who takes the result.', {
      account: id('the equity account'),
      share: whole('Its whole weight.', 0),
      yearly: optional(
        record('What it is given of a whole year before the rest is shared, in minor units.', {
          salary: whole('The salary.', 0),
          interest: whole('Interest on the capital at the year’s start.', 0),
        }),
      ),
    }),
  ),
  directTo: list(
    record('An account closed straight to equity.', {
      account: id('the account'),
      to: optional(id('the equity account that takes it')),
      as: oneOf(['contributions', 'withdrawals']),
    }),
  ),
  funds: list(
    record('A value of a breakdown whose part goes to an account of its own.', {
      breakdown: id('the breakdown'),
      value: id('the value'),
      account: id('the equity account'),
    }),
  ),
});

const line = record('One account’s debit or credit.', {
  account: id('the account'),
  amount: amount('The amount in the base currency'),
  note: optional(text()),
  contact: optional(id('the contact')),
  breakdowns: optional({
    type: 'object',
    description: 'The id of a value by the id of its breakdown.',
    additionalProperties: id('a value'),
  }),
  currency: optional(currency('The currency of the foreign amount.')),
  foreignAmount: optional(amount('The amount in that currency')),
  rate: optional(decimal('Base units for one foreign unit, as it was given.')),
  ratePerBase: optional(decimal('Foreign units for one base unit, as it was given.')),
  dueDate: optional(date()),
  document: optional(text('The number of the paper that an open item is known by.')),
  documentDate: optional(date('The date on that paper.')),
  ownNumber: optional(text('Our own number for that paper.')),
  movement: optional(oneOf(MOVEMENTS, 'Why a lasting part of equity moved.')),
  cashBasis: optional(yesNo('Whether the line counts on the cash basis, where somebody has said so.')),
  taxCode: optional(id('its tax code')),
  taxRate: optional(
    decimal('Per cent, as they were then: of all that is asked of a taxed line, or of a line that is tax.'),
  ),
  taxBase: optional(amount('What the tax is reckoned on')),
  taxSide: optional(oneOf(['debit', 'credit'], 'On a line that is tax itself: where it ordinarily stands.')),
  taxAdjustment: optional(amount('By how much the tax of the line was moved')),
});

const sealed = record('What the seal covers. docs/seal.md tells how it is computed.', {
  v: { type: 'integer', const: SEALED_VERSION, description: 'The version of the sealed form.' },
  place: whole('Its place in the chain.', 1),
  year: text('The fiscal year it is numbered in.', 5),
  number: whole('Its number in that year.', 1),
  date: date(),
  kind: oneOf(ENTRY_KINDS),
  stage: oneOf(STAGES),
  source: oneOf(ENTRY_SOURCES),
  explanation: text(),
  reference: optional(text('The reference of the paper behind it.')),
  reverses: optional(whole('The place of the entry it reverses.', 1)),
  supplyDate: optional(date('The day of the supply, where it is another.')),
  postedAt: moment(),
  lines: list(line, 'They sum to zero.', 2),
});

/**
 * The files of an archive: JSON lines, one record a line, in the order in which they can be read into new books. Absent
 * fields are left out. Ids are those of the organisation; people have ids of the archive.
 */
export const ARCHIVE_FILES = {
  organisation: record('The organisation itself: one record.', {
    name: text(),
    kind: oneOf(ORGANISATION_KINDS),
    baseCurrency: currency(),
    fiscalYearStartMonth: { type: 'integer', minimum: 1, maximum: 12 },
    fiscalYearStartDay: optional({ type: 'integer', minimum: 1, maximum: 31 }),
    firstDay: date('The first day of the first fiscal year here.'),
    changeoverDate: optional(date('The last day in the old books.')),
    timeZone: optional(text('Where it is, as the IANA database names it; UTC if left out.', 60)),
    twoPeopleFrom: optional(whole('From this amount on entries are posted by another person; minor units.', 0)),
    postsWhileClosing: optional(oneOf(POSTS_WHILE_CLOSING, 'Who posts into a month that is being closed.')),
    createdAt: moment(),
  }),
  people: record('Whoever the other records name. Nobody can sign in by an archive.', {
    id: id('the person, in this archive'),
    name: text(),
    email: optional(text('Where the person signs in.', 254)),
    role: optional(oneOf(MEMBER_ROLE_KEYS, 'What the person may do, if they have a place in these books.')),
    since: optional(moment()),
  }),
  'tax-codes': record('What decides the tax of an amount.', {
    id: id('the tax code'),
    code: text(),
    name: text(),
    side: oneOf(['sales', 'purchases']),
    rounding: oneOf(['line', 'document']),
    active: yesNo(),
  }),
  'tax-rates': record('From which day on the parts of a tax code hold.', {
    taxCode: id('the tax code'),
    firstDay: text('A date; empty for what has always held.', 10),
  }),
  breakdowns: record('Second ways to cut amounts.', {
    id: id('the breakdown'),
    name: text(),
    selfBalancing: yesNo('Whether debits equal credits within each value.'),
    usualValue: optional(id('the value that is filled in by itself')),
  }),
  accounts: record('The chart of accounts.', {
    id: id('the account'),
    number: text(),
    name: text(),
    element: oneOf(ELEMENTS),
    classification: oneOf(Object.keys(CLASSIFICATIONS), 'Where a statement shows it.'),
    contra: yesNo('Whether it stands on the side opposite to its element’s.'),
    parent: optional(id('the heading it stands under')),
    currency: optional(currency('The currency it is kept in, if not the base currency.')),
    control: optional(oneOf(['receivables', 'payables'])),
    typedEntries: yesNo('Whether people write entries on it.'),
    active: yesNo('Whether new entries may touch it.'),
    role: optional(oneOf(Object.keys(ACCOUNT_ROLES), 'What it does in statements and closing.')),
    closesTo: optional(id('the account it is closed into')),
    share: optional(whole('The weight of an owner in the result.', 0)),
    settles: yesNo('Whether payments of documents may go through it.'),
    taxCode: optional(id('its usual tax code')),
    cashFlow: optional(oneOf(Object.keys(CASH_FLOW_CLASSES), 'Where the cash-flow statement shows it, if chosen.')),
    ...texts(ACCOUNT_DETAILS),
  }),
  'account-breakdowns': record('Which breakdowns every line of an account must name a value of.', {
    account: id('the account'),
    breakdown: id('the breakdown'),
  }),
  'breakdown-values': record('The values of breakdowns.', {
    breakdown: id('the breakdown'),
    id: id('the value, within its breakdown'),
    name: text(),
    account: optional(id('the equity account of a fund')),
    parent: optional(id('the value it stands under')),
    active: yesNo(),
  }),
  'tax-parts': record('The parts of a tax.', {
    taxCode: id('the tax code'),
    firstDay: text('That of its rate.', 10),
    place: whole('Its place among the parts.', 0),
    rate: decimal('Per cent.'),
    share: decimal('Per cent of that rate’s tax.'),
    side: oneOf(['debit', 'credit']),
    account: optional(id('the account; left out for what goes into the cost')),
  }),
  contacts: record('Customers, suppliers, members, employees, authorities.', {
    id: id('the contact'),
    number: text(),
    name: text(),
    roles: list(oneOf(CONTACT_ROLES), undefined, 1),
    active: yesNo(),
    currency: optional(currency()),
    terms: optional(record('When its documents fall due.', { days: whole('Days.', 0), fromMonthEnd: yesNo() })),
    ...texts(CONTACT_DETAILS),
    bank: optional(
      record('Where it is paid.', {
        iban: optional(text('ISO 13616, without spaces.', 34)),
        accountNumber: optional(text()),
        bic: optional(text('ISO 9362.', 11)),
        holder: optional(text()),
      }),
    ),
    mergedInto: optional(id('the contact that it counts with')),
  }),
  arrangement: record('How the statements are arranged, where otherwise than usual.', {
    order: list(
      oneOf(Object.keys(CLASSIFICATIONS)),
      'Parts of the balance sheet, each before the others of its element.',
    ),
    parts: {
      type: 'object',
      description: 'What a part lists, by its classification, in order.',
      additionalProperties: list(
        record('An account, or several under a name.', {
          account: optional(id('the account')),
          group: optional(
            record('Accounts under a name of their own.', {
              id: whole('Its number.', 1),
              name: text(undefined, 80),
              isTogether: yesNo('Whether they are drawn as one figure.'),
              accounts: list(id('an account')),
            }),
          ),
        }),
      ),
    },
    words: {
      type: 'object',
      description: 'What is called otherwise, by its key; with “:loss” where its figure is negative.',
      additionalProperties: text(undefined, 80),
    },
    changedBy: person('arranged them last'),
    updatedAt: moment(),
  }),
  notes: record('Notes to the statements.', {
    id: id('the note'),
    year: text('The fiscal year whose statements it is on.', 10),
    lastDay: optional(date('The last day of the only statements it is on; left out for all of the year.')),
    statement: oneOf(STATEMENTS),
    row: optional(text('The key of the row it is on.', 60)),
    account: optional(id('the account whose row it is on')),
    standard: optional(oneOf(Object.keys(STANDARD_NOTES), 'Which table of the books stands in it.')),
    title: text(undefined, 120),
    text: text('In paragraphs, parted by empty lines.', 20_000),
    changedBy: person('wrote it last'),
    updatedAt: moment(),
  }),
  'kept-reports': record('Reports with their settings under a name.', {
    id: id('the kept report'),
    name: text(undefined, 120),
    screen: text('Where it is shown.', 40),
    settings: list(record('A setting.', { key: text(undefined, 40), value: text(undefined, 400) })),
    span: optional(oneOf(Object.keys(RELATIVE_SPANS), 'Days that go on with time.')),
    firstDay: optional(date()),
    lastDay: optional(date()),
    isShared: yesNo('Whether everybody has it.'),
    createdBy: person('kept it'),
    updatedAt: moment(),
  }),
  'board-papers': record('Kept reports as one document.', {
    id: id('the board papers'),
    name: text(undefined, 120),
    subtitle: text('What stands under the name.', 400),
    reports: list(id('a kept report'), 'In their order.'),
    isSigned: yesNo('Whether there is room to sign.'),
    changedBy: person('put them together last'),
    updatedAt: moment(),
  }),
  currencies: record('Foreign currencies, with the accounts of their gains and losses.', {
    currency: currency(),
    realisedGain: optional(id('the account')),
    realisedLoss: optional(id('the account')),
    unrealisedGain: optional(id('the account')),
    unrealisedLoss: optional(id('the account')),
  }),
  'exchange-rates': record('Rates as they were quoted: one way round or the other.', {
    currency: currency(),
    date: date(),
    rate: optional(decimal('Base units for one foreign unit.')),
    ratePerBase: optional(decimal('Foreign units for one base unit.')),
  }),
  preparers: record('Who prepared entries that were drafts before.', {
    place: whole('The place of the entry.', 1),
    by: person('prepared it'),
  }),
  corrections: record('Which entries correct which.', {
    place: whole('The place of the entry.', 1),
    corrects: whole('The place of the entry that it corrects.', 1),
  }),
  entries: record('Posted entries in the order of their chain.', {
    sealed,
    seal: sha256('The seal of the entry, over the seal before it and what is sealed.'),
    postedBy: person('posted it'),
  }),
  'reversal-plans': record('When entries are to be reversed; the last for each entry counts.', {
    entry: whole('The place of the entry.', 1),
    place: whole('Counted from 1.', 1),
    date: optional(date()),
    reason: optional(text('Why it was given up; left out where a date is given.')),
    at: moment(),
    by: person('planned it or gave it up'),
  }),
  attachments: record('Papers; each stands in the archive as `papers/` and the SHA-256 of its bytes.', {
    id: id('the paper'),
    sha256: sha256('The hash of its bytes, hexadecimal.'),
    name: text(),
    type: oneOf(PAPER_TYPE_KEYS),
    bytes: whole('How many it has.', 1),
    at: moment(),
    by: person('sent it'),
    discardedAt: optional(moment()),
    discardedBy: optional(person('discarded it')),
  }),
  'entry-attachments': record('Which papers belong to which entries and lines.', {
    entry: whole('The place of the entry.', 1),
    place: whole('Counted from 1 within the entry.', 1),
    attachment: id('the paper'),
    line: whole('The place of the line; 0 for the whole entry.', 0),
    at: moment(),
    by: person('attached it'),
    removedAt: optional(moment()),
    removedBy: optional(person('took it off')),
    reason: optional(text('Why it was taken off.')),
  }),
  'tax-settlements': record('Which entry brought the accounts of taxes to what is owed for a period.', {
    entry: whole('The place of the entry.', 1),
    firstDay: date(),
    lastDay: date(),
    account: id('the account of what is owed'),
  }),
  'issued-papers': record('Board papers as they were issued.', {
    place: whole('Counted from 1.', 1),
    name: text(undefined, 120),
    attachment: id('the paper that is their file'),
    entries: whole('How many entries were posted then.', 0),
    seal: sha256('The seal of the last of them'),
    issuedAt: moment(),
    issuedBy: person('issued them'),
    dueOn: optional(date('The day for which they were issued by themselves.')),
  }),
  'finding-events': record('What people said of findings; the last of each counts.', {
    place: whole('Counted from 1.', 1),
    finding: text('The id of the finding.'),
    state: oneOf(FINDING_STATES),
    reason: optional(text('Why it was looked at.')),
    evidence: optional(text('What it rested on then.')),
    at: moment(),
    by: person('said so'),
  }),
  drafts: record('Entries that are not posted.', {
    id: id('the draft'),
    content: { type: 'object', description: 'As it was typed, however unfinished.' },
    state: oneOf(DRAFT_STATES),
    createdBy: person('wrote it first'),
    changedBy: person('wrote what it holds'),
    updatedAt: moment(),
  }),
  'draft-events': record('What happened to each draft, in its order.', {
    draft: id('the draft'),
    place: whole('Counted from 1.', 1),
    what: oneOf(DRAFT_EVENTS),
    text: optional(text('The reason, or the note.')),
    at: moment(),
    by: person('did it'),
  }),
  'draft-ends': record('What became of drafts that are no more; their ids are not given again.', {
    id: id('the draft'),
    entry: optional(text('The number of the entry it became; left out if it was discarded.', 20)),
    at: moment(),
    by: person('posted it or threw it away'),
  }),
  patterns: record('Entries kept under a name, to begin others from.', {
    id: id('the pattern'),
    name: text(),
    content: { type: 'object', description: 'As a draft is kept, with or without amounts.' },
    createdBy: person('kept it'),
    updatedAt: moment(),
  }),
  'recurring-journals': record('What is posted again and again.', {
    id: id('the recurring journal'),
    name: text(),
    pauses: list(record('Days on which it does not fall due.', { from: date(), until: optional(date()) })),
    endedOn: optional(date()),
  }),
  'recurring-versions': record('What holds of a recurring journal from a nominal date on.', {
    journal: id('the recurring journal'),
    place: whole('1, 2, 3 … in the order in which they were made.', 1),
    from: date(),
    schedule: { type: 'object', description: 'Unit, every, day or weekday, from, until or count, business day.' },
    amounts: { type: 'object', description: 'Where the amounts come from.' },
    entry: { type: 'object', description: 'Explanation, kind and lines of each occurrence.' },
    reverses: optional(oneOf(REVERSAL_RULES, 'When each entry is reversed by itself.')),
    byItself: oneOf(BY_ITSELF, 'What the server does when a date comes.'),
    madeBy: person('made it'),
    madeAt: moment(),
    approvedBy: optional(person('approved that it posts by itself')),
    approvedAt: optional(moment()),
  }),
  occurrences: record('Dates of recurring journals that have been posted, laid as drafts or skipped.', {
    journal: id('the recurring journal'),
    date: date(),
    state: oneOf(['posted', 'skipped', 'drafted']),
    entry: optional(whole('The place of the entry.', 1)),
    draft: optional(id('the draft')),
    reason: optional(text()),
    settledAt: moment(),
    settledBy: person('settled it'),
    isByItself: yesNo('Whether the server did it when the day came.'),
    toldAt: optional(moment()),
    reckoning: optional(
      record('How its amounts were found, where an account was brought to where it is to stand.', {
        by: oneOf(keysOf(TARGETS), 'What says where it is to stand.'),
        rows: list(
          record('A step: of what, how much, and what that makes.', {
            what: text(),
            quantity: optional(decimal('How many were counted.')),
            cost: optional(decimal('What one costs.')),
            of: optional(amount('What a percentage is taken of')),
            percent: optional(decimal('Per cent.')),
            amount: amount('What that makes'),
          }),
        ),
        target: whole('Where the account is to stand, in minor units, positive on its normal side.'),
        standing: whole('Where it stood.'),
        change: whole('What brought it there.'),
      }),
    ),
  }),
  holidays: record('Days on which no business is done, besides Saturdays and Sundays.', {
    date: date(),
    name: text(),
  }),
  'take-on-rows': record('What is taken on from the old books, row by row, as it was typed.', {
    id: id('the row'),
    tray: oneOf(Object.keys(TRAYS)),
    place: whole('Its place in the tray.'),
    cells: { type: 'object', description: 'Text by column.', additionalProperties: text() },
  }),
  'take-on-entries': record('The entries that stand for the parts of the take-on now.', {
    entry: whole('The place of the entry.', 1),
    part: text('The tray, or `trial-balance`.', 40),
  }),
  'take-on': record('How the take-on stands: one record at most.', {
    closesInto: optional(id('the account into which the old revenue and expense are closed')),
    closesByRule: optional(yesNo('Whether they go where the closing of a year would take them instead.')),
    signedOffAt: optional(moment()),
    signedOffBy: optional(person('signed it off')),
  }),
  'take-on-events': record('What happened to the take-on.', {
    event: oneOf(['signed-off', 'reopened']),
    at: moment(),
    by: person('did it'),
    reason: optional(text()),
    entries: whole('How many entries there were.', 0),
    seal: sha256('The last seal there was.'),
    recordSeal: sha256('The seal of this record, after that of the record before it.'),
  }),
  'period-locks': record('Periods that are locked now.', {
    period: text('A month, or `brought-forward`.', 20),
    lockedAt: moment(),
    lockedBy: person('locked it'),
    closing: optional(text('The year whose closing locked it, or the last day of the part of one, if one did.', 10)),
    entries: whole('How many entries there were.', 0),
    seal: sha256('The last seal there was.'),
  }),
  'period-closings': record('Periods that are being closed.', {
    period: text('A month, or `brought-forward`.', 20),
    begunAt: moment(),
    begunBy: person('said so'),
  }),
  'period-events': record('What happened to periods and years.', {
    period: text(undefined, 20),
    event: oneOf(['locked', 'unlocked', 'closed', 'reopened']),
    at: moment(),
    by: person('did it'),
    reason: optional(text()),
    entries: whole(undefined, 0),
    seal: sha256('The last seal there was.'),
    recordSeal: sha256('The seal of this record, after that of the record before it.'),
  }),
  'locked-proofs': record('The figures of proofs as they stood when months were locked.', {
    period: text('The month.', 20),
    entries: whole('How many entries there were.', 0),
    key: oneOf(keysOf(PROOFS)),
    left: whole('In minor units.'),
    right: whole('In minor units.'),
    at: moment('When they were kept.'),
  }),
  'profit-sharings': record('How partners share the result, each from a day on.', {
    fromDay: date(),
    interest: decimal('Per cent a year on the capital at the year’s start.'),
    partners: list(
      record('A partner.', {
        account: id('the account of the capital'),
        salary: whole('For twelve months, in minor units.', 0),
        weight: whole('The weight in what is left.', 0),
      }),
    ),
    at: moment(),
    by: person('agreed it'),
  }),
  'year-closings': record('Fiscal years that are closed now.', {
    year: text(undefined, 5),
    closedAt: moment(),
    closedBy: person('closed it'),
    rules: optional(rules),
  }),
  'set-up-changes': record('The audit trail of the set-up.', {
    at: moment(),
    by: person('changed it'),
    subject: oneOf(Object.keys(SET_UP_SUBJECTS)),
    object: whole('The id of what was changed.'),
    title: text('How people named it.'),
    action: oneOf(['added', 'changed', 'removed']),
    fields: list(
      record('A field, what it was and what it became, in words.', { field: text(), from: inWords, to: inWords }),
    ),
    recordSeal: sha256('The seal of this record, after that of the record before it.'),
  }),
  papers: record('What stands of each paper to gather.', {
    paper: text(undefined, 100),
    state: oneOf(PAPER_STATES),
    note: text(),
  }),
  matchings: record('Which columns the headings of files were chosen to mean.', {
    subject: oneOf(Object.keys(IMPORT_SUBJECTS)),
    heading: text(),
    column: text('Empty for a heading left out.', 100),
  }),
} as const satisfies Record<string, JsonSchema>;

/** A key of {@link ARCHIVE_FILES}: the name of a file without its ending. */
export type ArchiveFile = keyof typeof ARCHIVE_FILES;

/** The files in the order in which they are written and read. */
export const ARCHIVE_FILE_KEYS = keysOf(ARCHIVE_FILES);

/** The name of a paper's file in an archive. @example archivedPaperName('9f86…') // → 'papers/9f86…' */
export function archivedPaperName(sha256: string): string {
  return `papers/${sha256}`;
}

/** The name of a file within the archive. @example archiveFileName('tax-codes') // → 'tax-codes.jsonl' */
export function archiveFileName(file: ArchiveFile): string {
  return `${file}.jsonl`;
}
