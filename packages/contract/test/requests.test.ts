import 'reflect-metadata';
import { plainToInstance } from 'class-transformer';
import { validateSync, type ValidationError } from 'class-validator';
import {
  AccountLedgerQuery,
  AccountRequest,
  BalanceSheetQuery,
  ChangeAccountRequest,
  ChangeOrganisationRequest,
  ClosingRequest,
  ContactRequest,
  CreateOrganisationRequest,
  DraftRequest,
  EntriesQuery,
  EntryRequest,
  FirstOwnerRequest,
  IncomeStatementQuery,
  PostDraftRequest,
  PostOccurrenceRequest,
  ReasonRequest,
  RecurringJournalRequest,
  ReverseRequest,
  SignInRequest,
  SkipOccurrenceRequest,
  TrialBalanceQuery,
} from '../src/index.js';

type Request = new () => object;

/** The paths of everything that a request of this class may not say. */
function refusedPaths(request: Request, said: object): string[] {
  const errors = validateSync(plainToInstance(request, said), { whitelist: true, forbidNonWhitelisted: true });
  return pathsOf(errors).sort();
}

function pathsOf(errors: readonly ValidationError[], before = ''): string[] {
  return errors.flatMap(({ property, constraints, children = [] }) => [
    ...(constraints ? [`${before}${property}`] : []),
    ...pathsOf(children, `${before}${property}.`),
  ]);
}

const long = (length: number): string => 'x'.repeat(length);
const line = { account: '1010', debit: '12.00' };
const entry = { date: '2026-05-01', explanation: 'Pressing', lines: [line, { account: '4000', credit: '12.00' }] };
const organisation = {
  name: 'Sallow Reach Cider',
  kind: 'co-operative',
  baseCurrency: 'EUR',
  fiscalYearStartMonth: 4,
  firstDay: '2025-04-01',
};
const recurring = {
  name: 'Rent',
  schedule: { unit: 'month', every: 1, from: '2026-04-01' },
  entry: { explanation: 'Rent', lines: entry.lines },
};

describe('a request that says what it should is taken', () => {
  test.each<[string, Request, object]>([
    ['an entry', EntryRequest, entry],
    [
      'an entry with all there is',
      EntryRequest,
      {
        ...entry,
        kind: 'adjusting',
        reference: 'R 1',
        lines: [
          {
            ...line,
            note: 'n',
            contact: 'Low Weir',
            breakdowns: { 1: 'Press' },
            currency: 'USD',
            foreignAmount: '13.00',
            rate: '0.92',
            dueDate: '2026-06-01',
            document: 'I-1',
            movement: 'other',
            cashBasis: true,
          },
        ],
      },
    ],
    ['an empty entry: what it lacks is for the books to say', EntryRequest, { date: '', explanation: '', lines: [] }],
    ['an unfinished draft', DraftRequest, { date: '', kind: '', explanation: '', reference: '', lines: [{}] }],
    ['a reversal', ReverseRequest, { date: '2026-05-02' }],
    ['an organisation', CreateOrganisationRequest, { ...organisation, starterChart: true }],
    ['a change of name', ChangeOrganisationRequest, { name: 'Orchard', version: 1 }],
    ['an account by number and name', AccountRequest, { number: '1010', name: 'Till' }],
    ['an account as it should be', ChangeAccountRequest, { number: '1010', name: 'Till', active: false, version: 3 }],
    ['a contact', ContactRequest, { name: 'Low Weir', roles: ['customer', 'supplier'] }],
    ['a recurring journal', RecurringJournalRequest, recurring],
    [
      'a recurring journal on the last day',
      RecurringJournalRequest,
      {
        ...recurring,
        schedule: { ...recurring.schedule, day: 'last', count: 3 },
      },
    ],
    ['an occurrence', PostOccurrenceRequest, { date: '2026-04-01', version: 1 }],
    ['a skipped occurrence', SkipOccurrenceRequest, { date: '2026-04-01', reason: 'Paid by hand', version: 1 }],
    ['closing in a form', ClosingRequest, { form: 'direct' }],
    ['closing in the form of the chart', ClosingRequest, {}],
    ['a reason', ReasonRequest, { reason: 'An invoice came late' }],
    ['a first owner', FirstOwnerRequest, { email: 'a@sallow-reach.test', name: 'Ada', password: 'ten letters' }],
    ['signing in', SignInRequest, { email: 'whoever', password: 'x' }],
    ['a trial balance', TrialBalanceQuery, { asAt: '2026-05-01', stage: 'post-closing', zeros: 'true' }],
    ['a page of a ledger, its limit as text', AccountLedgerQuery, { account: '1010', limit: '50' }],
    ['an income statement', IncomeStatementQuery, { form: 'multi-step' }],
    ['a balance sheet', BalanceSheetQuery, { asKnownOn: '2026-05-01T10:00:00Z' }],
    ['all entries', EntriesQuery, {}],
  ])('%s', (_, request, said) => expect(refusedPaths(request, said)).toEqual([]));
});

describe('a request that says something else is refused at its place', () => {
  test.each<[string, Request, object, string[]]>([
    ['an entry of nothing', EntryRequest, {}, ['date', 'explanation', 'lines']],
    ['amounts that are numbers', EntryRequest, { ...entry, lines: [{ account: '1', debit: 5 }] }, ['lines.0.debit']],
    ['lines that are no list', EntryRequest, { ...entry, lines: 'all' }, ['lines']],
    ['lines that are no lines', EntryRequest, { ...entry, lines: [line, {}] }, ['lines.1.account']],
    ['a field there is not', EntryRequest, { ...entry, colour: 'red' }, ['colour']],
    ['a field there is not, on a line', EntryRequest, { ...entry, lines: [{ ...line, vat: '1' }] }, ['lines.0.vat']],
    ['an explanation without end', EntryRequest, { ...entry, explanation: long(1001) }, ['explanation']],
    ['too many lines', EntryRequest, { ...entry, lines: Array(10_001).fill(line) }, ['lines']],
    [
      'breakdowns that are none',
      EntryRequest,
      { ...entry, lines: [{ ...line, breakdowns: 'x' }] },
      ['lines.0.breakdowns'],
    ],
    [
      'a mark that is neither',
      EntryRequest,
      { ...entry, lines: [{ ...line, cashBasis: 'yes' }] },
      ['lines.0.cashBasis'],
    ],
    [
      'a draft of numbers',
      DraftRequest,
      { date: 1, kind: 2, explanation: 3, reference: 4, lines: [] },
      ['date', 'explanation', 'kind', 'reference'],
    ],
    ['a reversal on no date', ReverseRequest, {}, ['date']],
    ['an organisation of no kind', CreateOrganisationRequest, { ...organisation, kind: 'empire' }, ['kind']],
    ['an organisation without a name', CreateOrganisationRequest, { ...organisation, name: '' }, ['name']],
    [
      'a year from the 13th month',
      CreateOrganisationRequest,
      { ...organisation, fiscalYearStartMonth: 13 },
      ['fiscalYearStartMonth'],
    ],
    [
      'a year from no month',
      CreateOrganisationRequest,
      { ...organisation, fiscalYearStartMonth: 1.5 },
      ['fiscalYearStartMonth'],
    ],
    ['a change of nothing in particular', ChangeOrganisationRequest, { name: 'Orchard' }, ['version']],
    ['an account without number', AccountRequest, { name: 'Till' }, ['number']],
    [
      'an account that is contra to something',
      AccountRequest,
      { number: '1', name: 'T', contra: '1005' },
      ['contra'],
    ],
    ['an account with half a share', AccountRequest, { number: '1', name: 'T', share: 0.5 }, ['share']],
    ['an account nobody looked at', ChangeAccountRequest, { number: '1', name: 'T' }, ['version']],
    ['a contact with one role in words', ContactRequest, { name: 'Low Weir', roles: 'customer' }, ['roles']],
    ['a contact with a role that is a number', ContactRequest, { name: 'Low Weir', roles: [1] }, ['roles']],
    ['a recurring journal without anything', RecurringJournalRequest, {}, ['entry', 'name', 'schedule']],
    [
      'a schedule without an interval',
      RecurringJournalRequest,
      { ...recurring, schedule: { unit: 'month' } },
      ['schedule.every', 'schedule.from'],
    ],
    [
      'a recurring entry without lines',
      RecurringJournalRequest,
      { ...recurring, entry: { explanation: 'x' } },
      ['entry.lines'],
    ],
    ['a skip without a reason', SkipOccurrenceRequest, { date: '2026-04-01', reason: '', version: 1 }, ['reason']],
    ['a date that nobody has looked at', PostOccurrenceRequest, { date: '2026-04-01' }, ['version']],
    ['a draft that nobody has looked at', PostDraftRequest, {}, ['version']],
    ['a version below nothing', PostDraftRequest, { version: -1 }, ['version']],
    ['closing in a form there is not', ClosingRequest, { form: 'sideways' }, ['form']],
    ['a reason of nothing', ReasonRequest, { reason: '' }, ['reason']],
    ['a short password', FirstOwnerRequest, { email: 'a@b.test', name: 'Ada', password: 'short' }, ['password']],
    ['an address that is none', FirstOwnerRequest, { email: 'ada', name: 'Ada', password: 'ten letters' }, ['email']],
    ['a password without end', SignInRequest, { email: 'a@b.test', password: long(201) }, ['password']],
    ['a stage there is not', TrialBalanceQuery, { stage: 'final' }, ['stage']],
    ['zeros, perhaps', TrialBalanceQuery, { zeros: 'maybe' }, ['zeros']],
    ['a ledger of no account', AccountLedgerQuery, {}, ['account']],
    ['a page of nothing', AccountLedgerQuery, { account: '1', limit: '0' }, ['limit']],
    ['a page of everything', EntriesQuery, { limit: '501' }, ['limit']],
    ['a page of words', EntriesQuery, { limit: 'all' }, ['limit']],
    ['a statement in steps there are not', IncomeStatementQuery, { form: 'many-step' }, ['form']],
    ['a date of any length', BalanceSheetQuery, { asAt: long(11) }, ['asAt']],
  ])('%s', (_, request, said, paths) => expect(refusedPaths(request, said)).toEqual(paths));
});

test.each<[Request, object, string]>([
  [CreateOrganisationRequest, { ...organisation, name: '' }, 'Enter a name.'],
  [ReasonRequest, { reason: '' }, 'Say why.'],
  [FirstOwnerRequest, { email: 'a@b.test', name: 'A', password: 'short' }, 'A password has at least 10 characters.'],
  [FirstOwnerRequest, { email: 'ada', name: 'A', password: 'ten letters' }, 'Enter an e-mail address.'],
])('what people can put right is said in a sentence', (request, said, sentence) => {
  const [error] = validateSync(plainToInstance(request, said));
  expect(Object.values(error?.constraints ?? {})).toContain(sentence);
});
