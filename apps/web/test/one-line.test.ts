import type { AccountResponse } from '@just-ledger/contract';
import {
  type AccountId,
  parseCivilDate,
  parseCurrencyCode,
  parsePercent,
  type Period,
  type TaxCode,
} from '@just-ledger/core';
import { emptyForm, type EntryForm } from '../src/features/journal/entry-form.js';
import { entryRequest } from '../src/features/journal/entry-request.js';
import { eachOnce, saidInRun } from '../src/features/journal/held-said.js';
import { placesTold } from '../src/features/journal/joint-effect.js';
import { heldAsTyped, nothingHeld, type OneLineEvent, oneLineHistory } from '../src/features/journal/one-line.js';
import { type SentenceBooks, sentenceProblems } from '../src/features/journal/sentence-problems.js';
import {
  emptySentence,
  formOfSentence,
  sentenceOfForm,
  type TypedSentence,
  wholeSentence,
} from '../src/features/journal/typed-sentence.js';
import { type BackOrAgain, historyOf, type TypedHistory } from '../src/ui/typed-history.js';
import type { OneLine } from '../src/features/journal/one-line.js';

const EUR = parseCurrencyCode('EUR');
const NEAR = parseCivilDate('2027-01-18');
const account = (number: string, more: Partial<AccountResponse> = {}): AccountResponse =>
  ({ number, name: `Account ${number}`, control: null, currency: null, breakdowns: [], ...more }) as AccountResponse;
const BOOKS: SentenceBooks = {
  accounts: [
    account('1010'),
    account('6100'),
    account('2100', { control: 'payables' }),
    account('1030', { currency: parseCurrencyCode('GBP') }),
    account('6200', { breakdowns: ['Site'] }),
  ],
  breakdowns: [{ id: 1, name: 'Site', selfBalancing: false, values: [] }] as unknown as SentenceBooks['breakdowns'],
  currency: EUR,
  taxes: { codes: [{ code: 'STD' }] as never, accounts: [] },
  near: NEAR,
  dates: {
    calendar: { firstDay: parseCivilDate('2026-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
    changeoverDate: undefined,
    today: NEAR,
    lockedPeriods: new Set(['2026-03' as Period]),
    closedYears: new Set(),
  },
};
const end = (number: string): TypedSentence['from'] => ({
  account: number,
  contact: '',
  breakdowns: {},
  taxCode: '',
});
const said = (change: Partial<TypedSentence> = {}): TypedSentence => ({
  ...emptySentence('18 Jan 2027'),
  amount: '48.60',
  from: end('1010'),
  to: end('6100'),
  explanation: 'Rent',
  ...change,
});

describe('what keeps a sentence from being held', () => {
  test.each<[string, Partial<TypedSentence>, string[]]>([
    ['nothing', {}, []],
    ['nothing of it is said', { ...emptySentence(''), key: 1 }, ['date', 'amount', 'from', 'to', 'explanation']],
    ['no date', { date: 'soon' }, ['date']],
    ['a locked month', { date: '5 Mar 2026' }, ['date']],
    ['before the books', { date: '5 Mar 2025' }, ['date']],
    ['no amount', { amount: '4 apples' }, ['amount']],
    ['zero', { amount: '1-1' }, ['amount']],
    ['a negative amount, which goes the other way', { amount: '-5' }, []],
    ['an unknown account', { from: end('9999') }, ['from']],
    ['a foreign account', { from: end('1030') }, ['from']],
    ['a supplier not named', { to: end('2100') }, ['to.contact']],
    ['a supplier named', { to: { ...end('2100'), contact: 'Hatch' } }, []],
    ['a value not named', { to: end('6200') }, ['to.Site']],
    ['a value named', { to: { ...end('6200'), breakdowns: { Site: 'Mill' } } }, []],
    ['a tax there is not', { to: { ...end('6100'), taxCode: 'WHAT' } }, ['to.taxCode']],
    ['a tax', { to: { ...end('6100'), taxCode: 'std' } }, []],
    ['the same account twice', { to: end('1010') }, ['to']],
    ['blanks only', { explanation: '  ' }, ['explanation']],
  ])('%s', (_, change, blanks) => {
    expect(sentenceProblems(said(change), BOOKS).map(({ blank }) => blank)).toEqual(blanks);
  });
});

describe('a sentence that is done', () => {
  test.each([
    ['1200/3', '400.00', '1010', '6100'],
    ['-5', '5.00', '6100', '1010'],
    ['(5)', '5.00', '6100', '1010'],
    ['5 CR', '5.00', '6100', '1010'],
    ['5 DR', '5.00', '1010', '6100'],
    ['', '', '1010', '6100'],
    ['4 apples', '4 apples', '1010', '6100'],
  ])('with the amount “%s” says %s', (amount, shown, from, to) => {
    const whole = wholeSentence(said({ amount }), NEAR, EUR);
    expect([whole.amount, whole.from.account, whole.to.account]).toEqual([shown, from, to]);
  });
  test('becomes an entry: debit to, credit from', () => {
    const sentence = said({ date: '14/1', to: { ...end('2100'), contact: 'Hatch' } });
    expect(entryRequest(formOfSentence(sentence), NEAR, EUR)).toEqual({
      date: '2027-01-14',
      kind: 'ordinary',
      explanation: 'Rent',
      lines: [
        { account: '2100', contact: 'Hatch', debit: '48.60' },
        { account: '1010', credit: '48.60' },
      ],
    });
  });
});

describe('a sentence whose tax comes on top', () => {
  const part = { rate: parsePercent('20'), share: parsePercent('100') };
  const code = (name: string, side: TaxCode['side'], on: 'debit' | 'credit'): TaxCode => ({
    id: name === 'P' ? 1 : 2,
    code: name,
    name,
    side,
    rounding: 'line',
    active: true,
    rates: [{ parts: [{ ...part, side: on, account: 9 as AccountId }] }],
  });
  const taxes = {
    codes: [code('P', 'purchases', 'debit'), code('S', 'sales', 'credit')],
    accounts: ['1010', '6100', '4000', '2200'].map((number, index) =>
      account(number, { id: (index === 3 ? 9 : index + 1) as AccountId }),
    ),
  };
  const lines = (change: Partial<TypedSentence>, onTop = true): unknown =>
    entryRequest(
      formOfSentence(said({ amount: '100', ...change }), onTop ? { taxes, currency: EUR, near: NEAR } : undefined),
      NEAR,
      EUR,
    ).lines;
  const bought = { to: { ...end('6100'), taxCode: 'P', isNet: true } };
  test.each([
    [
      'a purchase',
      bought,
      [
        { account: '6100', debit: '100.00', taxCode: 'P', amountIs: 'net' },
        { account: '1010', credit: '120.00' },
      ],
    ],
    [
      'a sale',
      { from: { ...end('4000'), taxCode: 'S', isNet: true }, to: end('1010') },
      [
        { account: '1010', debit: '120.00' },
        { account: '4000', credit: '100.00', taxCode: 'S', amountIs: 'net' },
      ],
    ],
    [
      'an untaxed one',
      { to: { ...end('6100'), isNet: true } },
      [
        { account: '6100', debit: '100.00' },
        { account: '1010', credit: '100.00' },
      ],
    ],
  ])('says %s with what is paid in all', (_, change, wanted) => expect(lines(change)).toEqual(wanted));
  test('leaves what is paid open where nobody reckons it, and is offered to no other', () => {
    expect(lines(bought, false)).toEqual([
      { account: '6100', debit: '100.00', taxCode: 'P', amountIs: 'net' },
      { account: '1010' },
    ]);
    expect(saidInRun([said(bought)], NEAR, EUR)).toEqual([]);
  });
  test('is reckoned anew once the taxes are others', () => {
    const sentence = said({ amount: '100', ...bought });
    const paid = (codes: typeof taxes.codes): string | undefined =>
      formOfSentence(sentence, { taxes: { ...taxes, codes }, currency: EUR, near: NEAR }).lines[1]?.credit;
    expect([paid(taxes.codes), paid([])]).toEqual(['120.00', '100.00']);
  });
});

describe('an entry as a sentence', () => {
  const full = (change: Partial<EntryForm> = {}): EntryForm => ({ ...formOfSentence(said()), ...change });
  const [debit, credit] = formOfSentence(said()).lines;
  const onlyDebit = { ...debit, account: '6100', debit: '5' } as EntryForm['lines'][number];
  test.each<[string, EntryForm, boolean]>([
    ['of two lines', full(), true],
    ['of one line', full({ lines: [onlyDebit] }), true],
    ['of none', emptyForm('18 Jan 2027'), true],
    ['adjusting', full({ kind: 'adjusting' }), false],
    ['with a paper', full({ reference: '1187' }), false],
    ['of three lines', full({ lines: [onlyDebit, onlyDebit, onlyDebit] }), false],
    ['with a note', full({ lines: [{ ...onlyDebit, note: 'loads' }] }), false],
    ['with a document', full({ lines: [{ ...onlyDebit, document: '7' }] }), false],
    ['with its tax in it', full({ lines: [{ ...onlyDebit, taxCode: 'STD', amountIs: 'gross' }] }), true],
    ['with its tax on top', full({ lines: [{ ...onlyDebit, taxCode: 'STD', amountIs: 'net' }] }), false],
    ['supplied on another day', full({ supplyDate: '3 Jan 2027' }), false],
    ['out of balance', full({ lines: [onlyDebit, { ...credit, credit: '6' } as typeof onlyDebit] }), false],
  ])('%s', (_, form, isSayable) => {
    expect(sentenceOfForm(form, NEAR) !== undefined).toBe(isSayable);
  });
  test('says its tax again', () => {
    const taxed = said({ to: { ...end('6100'), taxCode: 'STD' } });
    expect(entryRequest(formOfSentence(taxed), NEAR, EUR).lines[0]).toEqual({
      account: '6100',
      debit: '48.60',
      taxCode: 'STD',
      amountIs: 'gross',
    });
    expect(sentenceOfForm(formOfSentence(taxed), NEAR)?.to).toEqual(taxed.to);
  });
  test('says the same again', () => {
    expect(sentenceOfForm(formOfSentence(said()), NEAR)).toMatchObject({ ...said(), key: expect.any(Number) });
  });
});

describe('lines that are held', () => {
  const after = (history: TypedHistory<OneLine>, ...events: (OneLineEvent | BackOrAgain)[]): TypedHistory<OneLine> =>
    events.reduce(oneLineHistory, history);
  const explanations = ({ now }: TypedHistory<OneLine>): string[] => now.held.map(({ explanation }) => explanation);
  const type = (history: TypedHistory<OneLine>, explanation: string): OneLineEvent => ({
    type: 'said',
    blank: 'explanation',
    sentence: { ...history.now.sentence, ...said(), key: history.now.sentence.key, explanation },
  });
  const hold = (history: TypedHistory<OneLine>, explanation: string): TypedHistory<OneLine> =>
    after(history, type(history, explanation), { type: 'hold' });
  const two = (): TypedHistory<OneLine> => hold(hold(historyOf(nothingHeld('18 Jan 2027')), 'one'), 'two');
  const first = ({ now }: TypedHistory<OneLine>): TypedSentence => now.held[0] as TypedSentence;

  test('stand in their order; the next begins on the date of the last', () => {
    expect(explanations(two())).toEqual(['one', 'two']);
    expect(two().now.sentence).toMatchObject({ date: '18 Jan 2027', amount: '', explanation: '' });
  });
  test('a field left late says nothing of the next sentence', () => {
    const begun = historyOf(nothingHeld('18 Jan 2027'));
    const late = type(begun, 'late');
    expect(after(hold(begun, 'one'), late).now.sentence.explanation).toBe('');
  });
  test('are corrected where they stand, kept or left', () => {
    const history = two();
    const { key } = first(history);
    const corrected = { ...first(history), explanation: 'ONE' };
    const typing = after(
      history,
      { type: 'correct', key },
      { type: 'said', blank: 'explanation', sentence: corrected },
    );
    expect(explanations(typing)).toEqual(['one', 'two']);
    expect(heldAsTyped(typing.now).map(({ explanation }) => explanation)).toEqual(['ONE', 'two']);
    expect(explanations(after(typing, { type: 'keep-correction' }))).toEqual(['ONE', 'two']);
    const left = after(typing, { type: 'leave-correction' });
    expect([explanations(left), left.now.correction]).toEqual([['one', 'two'], undefined]);
    expect(explanations(after(typing, { type: 'keep-correction' }, { type: 'undo' }))).toEqual(['one', 'two']);
  });
  test('are dropped, taken back, and said again', () => {
    const dropped = after(two(), { type: 'drop', key: first(two()).key });
    expect(explanations(dropped)).toHaveLength(2); // of another sheet
    const history = two();
    const without = after(history, { type: 'drop', key: first(history).key });
    expect(explanations(without)).toEqual(['two']);
    expect(explanations(after(without, { type: 'undo' }))).toEqual(['one', 'two']);
    const again = after(history, { type: 'repeat' });
    expect(again.now.sentence).toMatchObject({ explanation: 'two', amount: '48.60' });
    expect(again.now.sentence.key).not.toBe(history.now.held[1]?.key);
  });
  test('are offered as said before, the latest first and each once', () => {
    const { held } = hold(two(), 'Two').now;
    const offered = eachOnce(saidInRun(held, NEAR, EUR));
    expect(offered.map(({ explanation, amount, date }) => [explanation, amount, date])).toEqual([
      ['Two', '48.60', '2027-01-18'],
      ['one', '48.60', '2027-01-18'],
    ]);
  });
});

test.each([
  [[1], 'line 1'],
  [[1, 2], 'lines 1, 2'],
  [[1, 3, 4, 5], 'lines 1, 3–5'],
  [[1, 3, 5, 7, 9, 11, 13], '7 lines'],
])('the places %j are told as “%s”', (places, told) => {
  expect(placesTold(places)).toBe(told);
});
