import fc from 'fast-check';
import {
  jointChanges,
  minor,
  parseCivilDate,
  type SayableLine,
  type Sentence,
  sentenceOf,
  sentencesMeant,
  sentencesSaid,
} from '@just-ledger/core';

const line = (account: string, amount: number, more: Partial<SayableLine> = {}): SayableLine => ({
  account,
  amount: minor(amount),
  saysMore: false,
  ...more,
});
const said = (explanation: string, from = '1000', to = '5410'): Sentence => ({
  from: { account: from },
  to: { account: to },
  explanation,
});

test.each([
  ['debit first', [line('5410', 4860), line('1000', -4860)], said('Stamps')],
  ['credit first', [line('1000', -4860), line('5410', 4860)], said('Stamps')],
  ['three lines', [line('5410', 1), line('5420', 1), line('1000', -2)], undefined],
  ['one line', [line('5410', 1)], undefined],
  ['both on one side, of nothing', [line('5410', 0), line('1000', 0)], undefined],
  ['a foreign amount', [line('5410', 4860), line('1000', -4860, { saysMore: true })], undefined],
  [
    'a contact and a fund',
    [line('2110', 100, { contact: 'Hatch Orchards', breakdowns: { Fund: 'Roof' } }), line('1010', -100)],
    {
      from: { account: '1010' },
      to: { account: '2110', contact: 'Hatch Orchards', breakdowns: { Fund: 'Roof' } },
      explanation: 'Stamps',
    },
  ],
])('an entry of %s as a sentence', (_, lines, sentence) => {
  expect(sentenceOf('Stamps', lines)).toEqual(sentence);
});

test('each sentence is told once: the usual one first, of equals the one said last, with its latest entry', () => {
  const entries = [
    { sentence: said('Rent'), entry: 5 },
    { sentence: said('stamps'), entry: 4 },
    { sentence: said('Rent', '1010'), entry: 3 },
    { sentence: said('Stamps!'), entry: 2 },
  ];
  expect(sentencesSaid(entries).map(({ times, latest }) => [times, latest])).toEqual([
    [2, 4],
    [1, 5],
    [1, 3],
  ]);
});

test.each([
  ['sta', ['Stamps and envelopes', 'Two stands']],
  ['STA ENV', ['Stamps and envelopes']],
  ['stä', ['Stamps and envelopes', 'Two stands']],
  ['amps', []],
  ['  ', []],
])('“%s” means %j', (typed, meant) => {
  const all = [said('Two stands'), said('Stamps and envelopes'), said('Rent')];
  expect(sentencesMeant(all, typed).map(({ explanation }) => explanation)).toEqual(meant);
});

describe('what entries of several dates add', () => {
  const d = parseCivilDate;
  const isTemporary = (account: string): boolean => account >= '4';
  const amounts = [
    { account: '1000', date: d('2026-03-31'), amount: minor(-100) },
    { account: '5410', date: d('2026-03-31'), amount: minor(100) },
    { account: '1000', date: d('2026-04-01'), amount: minor(-7) },
    { account: '5410', date: d('2026-04-01'), amount: minor(7) },
  ];
  test('to temporary accounts only since their year began', () => {
    expect([...jointChanges(amounts, d('2026-04-01'), isTemporary)]).toEqual([
      ['1000', -107],
      ['5410', 7],
    ]);
  });
  test('within one year, comes to nothing in all', () => {
    fc.assert(
      fc.property(
        fc.array(fc.tuple(fc.constantFrom('1000', '5410', '2110'), fc.integer()), { maxLength: 30 }),
        (pairs) => {
          const both = pairs.flatMap(([account, amount]) => [
            { account, date: d('2026-05-01'), amount: minor(amount) },
            { account: '1010', date: d('2026-06-01'), amount: minor(-amount) },
          ]);
          const sum = [...jointChanges(both, d('2026-04-01'), isTemporary).values()].reduce((a, b) => a + b, 0);
          return sum === 0;
        },
      ),
      { seed: 15 },
    );
  });
});
