import { describe, expect, test } from '@jest/globals';
import {
  accountIn,
  addDays,
  addMonths,
  endOfMonth,
  FINDING_TYPES,
  findingId,
  isTemporary,
  minor,
  Review,
  type AccountId,
  type CivilDate,
  type Finding,
  type FindingType,
  type Minor,
  type ReviewedEntry,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const d = (text: string): CivilDate => text as CivilDate;
const chart = chartFrom([
  { number: '1000', name: 'Till', role: 'cash' },
  { number: '1010', name: 'Bank', role: 'cash' },
  { number: '1100', name: 'Receivables', control: 'receivables' },
  { number: '1250', name: 'Insurance paid ahead' },
  { number: '1400', name: 'Stock' },
  { number: '1990', name: 'Suspense' },
  { number: '2100', name: 'Payables', control: 'payables' },
  { number: '2200', name: 'Tax owed' },
  { number: '2300', name: 'Wages owed' },
  { number: '2500', name: 'Loan' },
  { number: '2990', name: 'Carriage', element: 'expense' },
  { number: '3200', name: 'Retained earnings', role: 'retained-earnings' },
  { number: '4000', name: 'Sales' },
  { number: '6100', name: 'Rent' },
  { number: '6500', name: 'Repairs' },
]);

type Posted = readonly [
  date: string,
  debit: string,
  credit: string,
  amount: number,
  more?: Partial<ReviewedEntry> & { contact?: number; document?: string },
];

/** What is found in some entries of 2026, the year before being their history. */
function found(posted: readonly Posted[], asked: { to?: string; firstDay?: string } = {}): Finding[] {
  const entries = posted.map(([date, debit, credit, amount, more = {}], index): ReviewedEntry => {
    const { contact, document, ...rest } = more;
    const line = (number: string, signed: number) => {
      const account = byNumber(chart, number);
      return {
        account: account.id,
        amount: minor(signed),
        ...(account.control && { contact: contact ?? 1, document }),
      };
    };
    return {
      place: index + 1,
      number: `2026-${String(index + 1).padStart(4, '0')}`,
      date: d(date),
      postedOn: addDays(d(date), 2),
      kind: 'ordinary',
      source: 'manual',
      explanation: 'Something',
      stands: true,
      lines: [line(debit, amount), line(credit, -amount)],
      ...rest,
    };
  });
  const balancesAt = (date: CivilDate): ReadonlyMap<AccountId, Minor> => {
    const balances = new Map<AccountId, Minor>();
    for (const entry of entries.filter((entry) => entry.date <= date))
      for (const { account, amount } of entry.lines) {
        if (isTemporary(accountIn(chart, account)) && entry.date < `${date.slice(0, 4)}-01-01`) continue;
        balances.set(account, minor((balances.get(account) ?? 0) + amount));
      }
    return balances;
  };
  const review = new Review({
    chart,
    from: d('2026-01-01'),
    to: d(asked.to ?? '2026-12-31'),
    firstDay: d(asked.firstDay ?? '2025-01-01'),
    balancesAt,
    unit: 100,
  });
  for (const entry of entries) if (entry.date <= (asked.to ?? '2026-12-31')) review.add(entry);
  return review.findings();
}
const ofType = (type: FindingType, findings: Finding[]): Finding[] =>
  findings.filter((finding) => finding.type === type);
const said = ({ title, evidence }: Finding): string =>
  `${title}: ${evidence.map((part) => (typeof part === 'string' ? part : (part.amount / 100).toFixed(2))).join('')}`;

const capital: Posted = ['2025-01-01', '1010', '3200', 9_000_000, { kind: 'opening' }];
const months = (from: string, count: number): CivilDate[] =>
  Array.from({ length: count }, (_, index) => addMonths(d(from), index));
const rents = (from: string, count: number): Posted[] =>
  months(from, count).map((month): Posted => [addDays(month, 2), '6100', '1010', 80_000]);
/** Amounts that vary as bought goods do, none of them round. */
const varied = Array.from({ length: 24 }, (_, index) => 4_013 + ((index * 7_919) % 3_007));
const repairs = varied.map((amount, index): Posted => [
  addDays(d('2025-02-03'), index * 21),
  '6500',
  '1010',
  amount === 0 ? 1 : amount,
]);

/** Each type: what is to be found, and nearly the same that is not. */
const CASES: readonly {
  readonly type: FindingType;
  readonly there: readonly Posted[];
  readonly not: readonly (readonly Posted[])[];
  readonly says: string;
}[] = [
  {
    type: 'unusual-side',
    there: [capital, ['2026-03-01', '1010', '6500', 4_000]],
    not: [
      [capital, ['2026-03-01', '1010', '6500', 4_000], ['2026-04-01', '6500', '1010', 9_000]],
      // a tax account that was on the other side at most ends of months is one that usually is
      [capital, ['2025-11-01', '2200', '1010', 5_000]],
    ],
    says: '6500 Repairs stands negative: 40.00 credit at 31 December 2026, so at the end of each month since 31 March 2026',
  },
  {
    type: 'not-at-zero',
    there: [capital, ['2026-05-05', '1990', '1010', 12_300]],
    not: [[capital, ['2026-05-05', '1990', '1010', 12_300], ['2026-06-05', '6500', '1990', 12_300]]],
    says: '1990 Suspense is not at zero: 123.00 debit at 31 December 2026: amounts only pass through it',
  },
  {
    type: 'below-zero',
    there: [
      ['2025-01-01', '1000', '3200', 5_000],
      ['2026-05-05', '6500', '1000', 6_000],
      ['2026-05-07', '1000', '1010', 4_000],
    ],
    not: [
      [
        ['2025-01-01', '1000', '3200', 5_000],
        ['2026-05-05', '6500', '1000', 4_000],
      ],
    ],
    says: '1000 Till was below zero: first on 5 May 2026; lowest -10.00 on 5 May 2026',
  },
  {
    type: 'stands-long',
    there: [capital, ['2025-06-01', '1250', '1010', 60_000], ['2026-03-31', '6500', '1250', 45_000]],
    not: [
      [capital, ['2025-06-01', '1250', '1010', 60_000], ['2026-03-31', '6500', '1250', 60_000]],
      [capital, ['2026-06-01', '1250', '1010', 60_000]],
    ],
    says: '1250 Insurance paid ahead holds what is older than a year: 150.00 of 150.00 stood there on 31 December 2025 already',
  },
  {
    type: 'out-of-series',
    there: [capital, ['2026-02-02', '2990', '1010', 4_711]],
    not: [[capital]],
    says: '2990 Carriage is numbered as another element: an expense; 4 of 5 numbers with 2 are liability',
  },
  {
    type: 'same-entry',
    there: [capital, ['2026-04-07', '6500', '1010', 4_711], ['2026-04-07', '6500', '1010', 4_711]],
    not: [
      [capital, ['2026-04-07', '6500', '1010', 4_711], ['2026-04-18', '6500', '1010', 4_711]],
      [capital, ['2026-04-07', '6500', '1010', 4_000], ['2026-04-08', '6500', '1010', 4_000]],
      [capital, ...['2026-04-07', '2026-04-08', '2026-06-08'].map((date): Posted => [date, '6500', '1010', 4_711])],
      [
        capital,
        ['2026-04-07', '6500', '1010', 4_711, { reference: 'A 1' }],
        ['2026-04-07', '6500', '1010', 4_711, { reference: 'A 2' }],
      ],
      [
        capital,
        ['2026-04-07', '6500', '2100', 4_711, { contact: 1 }],
        ['2026-04-07', '6500', '2100', 4_711, { contact: 2 }],
      ],
      [capital, ['2026-04-07', '6500', '1010', 4_711], ['2026-04-07', '6500', '1010', 4_711, { stands: false }]],
      [
        capital,
        ['2026-04-07', '6500', '1010', 4_711],
        ['2026-04-07', '6500', '1010', 4_711, { source: 'recurring' }],
      ],
      // a stall, all day long
      [capital, ...Array<Posted>(21).fill(['2026-04-07', '1010', '4000', 250])],
      // fees of a fixed amount: doubles are common
      [
        capital,
        ...months('2026-01-05', 9).flatMap((day): Posted[] => Array(2).fill(['' + day, '1010', '4000', 2_500])),
      ],
    ],
    says: '2026-0002 and 2026-0003 say the same: 47.11 on 7 April 2026, accounts 1010, 6500: Something',
  },
  {
    type: 'far-out',
    there: [capital, ...repairs, ['2026-08-08', '6500', '1010', 451_300]],
    not: [
      [capital, ...repairs, ['2026-08-08', '6500', '1010', 9_130]],
      [capital, ...repairs, ['2026-08-08', '6500', '1010', 451_300, { source: 'recurring' }]],
      // another habit of the same account
      [
        capital,
        ...repairs,
        ...months('2026-06-08', 3).map((day, index): Posted => [day, '6500', '1010', 451_300 + index * 977]),
      ],
    ],
    says: '6500 Repairs: far out of what is usual: 4513.00 in 2026-0026 of 8 August 2026; the middle one of 25 is ',
  },
  {
    type: 'differs',
    there: [capital, ...rents('2025-01-01', 20), ['2026-09-03', '6100', '1010', 60_800], ...rents('2026-10-01', 3)],
    not: [
      [capital, ...rents('2025-01-01', 24)],
      // the rent has risen
      [
        capital,
        ...rents('2025-01-01', 20),
        ...rents('2026-09-01', 4).map(([date, debit, credit]): Posted => [date, debit, credit, 85_000]),
      ],
    ],
    says: '6100 Rent: not the amount that it always is: 608.00 in 2026-0022 of 3 September 2026; 23 of 24 times 800.00',
  },
  {
    type: 'other-side',
    there: [capital, ...repairs, ['2026-08-08', '1010', '6500', 4_711]],
    not: [
      [capital, ...repairs],
      // refunds are common
      [
        capital,
        ...repairs,
        ...months('2026-01-08', 6).map((day, index): Posted => [day, '1010', '6500', 1_100 + index]),
      ],
      [capital, ...repairs, ['2026-08-08', '1010', '6500', 4_711, { source: 'recurring' }]],
    ],
    says: '6500 Repairs: credited, as hardly ever: 47.11 in 2026-0026 of 8 August 2026; 24 of 25 lines stand on the other side',
  },
  {
    type: 'round-amount',
    there: [capital, ...repairs, ['2026-08-08', '6500', '1010', 10_000]],
    not: [
      [capital, ...repairs, ['2026-08-08', '6500', '1010', 10_001]],
      [
        capital,
        ...repairs.map(([date, debit, credit], index): Posted => [date, debit, credit, 1_000 * (4 + (index % 7))]),
        ['2026-08-08', '6500', '1010', 10_000],
      ],
    ],
    says: '6500 Repairs: a round amount: 100.00 in 2026-0026 of 8 August 2026; of 24 others none is whole tens',
  },
  {
    type: 'month-missing',
    there: [capital, ...rents('2025-01-01', 13), ...rents('2026-03-01', 10)],
    not: [
      [capital, ...rents('2025-01-01', 24)],
      [capital, ...rents('2025-01-01', 3), ...rents('2025-06-01', 2)],
    ],
    says: '6100 Rent: nothing in February 2026: moved in each of the 12 months before, by 800.00 as a rule',
  },
  {
    type: 'twice-in-month',
    there: [capital, ...rents('2025-01-01', 24), ['2026-09-21', '6100', '1010', 80_000]],
    not: [[capital, ...rents('2025-01-01', 24), ['2026-09-21', '6100', '1010', 11_000]]],
    says: '6100 Rent: twice in September 2026: 800.00 on 3 September 2026 and 800.00 on 21 September 2026; once in each month before',
  },
  {
    type: 'day-without-work',
    there: [
      capital,
      ...Array.from({ length: 110 }, (_, index): Posted => [
        addDays(d('2025-01-06'), Math.floor(index / 5) * 7 + (index % 5)),
        '1010',
        '4000',
        1_000 + index * 7,
      ]),
      ['2026-05-10', '1010', '4000', 4_711],
    ],
    not: [
      [
        capital,
        ...Array.from({ length: 110 }, (_, index): Posted => [
          addDays(d('2026-01-06'), index),
          '1010',
          '4000',
          1_000 + index * 7,
        ]),
      ],
      [capital, ['2026-05-10', '1010', '4000', 4_711]],
    ],
    says: '2026-0112 is dated on a Sunday: 10 May 2026: Something; 1 of 111 entries are dated on one',
  },
  {
    type: 'posted-late',
    there: [capital, ...rents('2026-01-01', 6), ['2026-02-02', '6500', '1010', 4_711, { postedOn: d('2026-06-20') }]],
    not: [
      [capital, ...rents('2026-01-01', 6), ['2026-02-02', '6500', '1010', 4_711, { postedOn: d('2026-03-10') }]],
      [capital, ['2026-02-02', '6500', '1010', 4_711, { source: 'import', postedOn: d('2026-06-20') }]],
      // everything is written once a year
      [
        capital,
        ...months('2026-01-05', 12).map((day, index): Posted => [
          day,
          '6500',
          '1010',
          4_711 + index,
          { postedOn: d('2027-01-05') },
        ]),
      ],
    ],
    says: '2026-0008 was posted long after its date: dated 2 February 2026, posted 20 June 2026: 138 days, where 2 are usual',
  },
  {
    type: 'number-twice',
    there: [
      capital,
      ['2026-04-07', '6500', '2100', 4_711, { contact: 7, document: 'X 98' }],
      ['2026-05-07', '6500', '2100', 4_711, { contact: 7, document: 'x 98' }],
    ],
    not: [
      [
        capital,
        ['2026-04-07', '6500', '2100', 4_711, { contact: 7, document: 'X 98' }],
        ['2026-05-07', '6500', '2100', 4_711, { contact: 8, document: 'X 98' }],
        ['2026-06-07', '2100', '1010', 4_711, { contact: 7, document: 'X 98' }],
      ],
    ],
    says: 'X 98 was entered twice: 2026-0002 of 7 April 2026 and 2026-0003 of 7 May 2026',
  },
  {
    type: 'number-missing',
    there: [1, 2, 3, 4, 5, 6, 8, 9, 10].map((number): Posted => [
      addDays(d('2026-02-01'), number),
      '1100',
      '4000',
      1_000 + number,
      { contact: number, document: `R ${number}` },
    ]),
    not: [
      [1, 2, 3, 4, 5, 6, 7, 8, 9].map((number): Posted => [
        addDays(d('2026-02-01'), number),
        '1100',
        '4000',
        1_000 + number,
        { contact: number, document: `R ${number}` },
      ]),
      [3, 17, 40, 77, 81, 99, 120, 180, 181].map((number): Posted => [
        addDays(d('2026-02-01'), number),
        '1100',
        '4000',
        1_000 + number,
        { contact: number, document: `R ${number}` },
      ]),
    ],
    says: 'R 7 is missing: R 6 is in 2026-0006 of 7 February 2026, R 8 in 2026-0007 of 9 February 2026',
  },
  {
    type: 'paid-beyond',
    there: [
      ['2026-02-01', '1100', '4000', 45_000, { document: 'R 1' }],
      ['2026-03-01', '1010', '1100', 54_000, { document: 'R 1' }],
    ],
    not: [
      [
        ['2026-02-01', '1100', '4000', 45_000, { document: 'R 1' }],
        ['2026-03-01', '1010', '1100', 40_000, { document: 'R 1' }],
      ],
      // it was opened before these entries begin
      [['2026-03-01', '1010', '1100', 54_000, { document: 'R 1' }]],
    ],
    says: 'R 1 was settled by more than it came to: 90.00 more than 450.00 of 1 February 2026',
  },
  {
    type: 'passed-over',
    there: [1, 2, 3, 4].flatMap((number): Posted[] => [
      [
        addDays(d('2026-02-01'), number),
        '1100',
        '4000',
        1_000,
        { document: `R ${number}`, explanation: `R ${number}` },
      ],
      ...(number === 1
        ? []
        : [[addDays(d('2026-03-01'), number), '1010', '1100', 1_000, { document: `R ${number}` }] as Posted]),
    ]),
    not: [
      [1, 2, 3].flatMap((number): Posted[] => [
        [addDays(d('2026-02-01'), number), '1100', '4000', 1_000, { document: `R ${number}` }],
        ...(number === 1
          ? []
          : [[addDays(d('2026-03-01'), number), '1010', '1100', 1_000, { document: `R ${number}` }] as Posted]),
      ]),
    ],
    says: 'R 1 is open, later ones are settled: 10.00 open since 2 February 2026',
  },
];

describe.each(CASES.map((item) => [item.type, item] as const))('%s', (type, { there, not, says }) => {
  test('is found where it is, with its evidence', () => {
    const [first, ...others] = ofType(type, found(there));
    expect(first && said(first)).toContain(says);
    expect(others).toEqual([]);
    expect(first?.id).toMatch(new RegExp(`^${type}\\.`));
  });
  test('is silent where it is not', () => {
    for (const posted of not) expect(ofType(type, found(posted)).map(said)).toEqual([]);
  });
});

test('every type is tried', () => {
  expect(CASES.map(({ type }) => type)).toEqual(
    FINDING_TYPES.filter((type) => CASES.some((candidate) => candidate.type === type)),
  );
  expect(CASES).toHaveLength(FINDING_TYPES.length);
});

test('an id stays the same whenever the books are read, and holds any number of a paper', () => {
  const posted: Posted[] = [capital, ['2026-05-05', '1990', '1010', 12_300]];
  const [first] = ofType('not-at-zero', found(posted));
  const [again] = ofType('not-at-zero', found([...posted, ['2026-06-05', '6500', '1010', 77]]));
  expect(again?.id).toBe(first?.id);
  expect(findingId('number-twice', '1 2', 'a/b. c')).toBe('number-twice.1~20~2.a~2f~b~2e~~20~c');
});

test('the same some days later is told with the days between', () => {
  const [same] = ofType(
    'same-entry',
    found([capital, ['2026-04-07', '6500', '1010', 4_711], ['2026-04-10', '6500', '1010', 4_711]]),
  );
  expect(same && said(same)).toBe(
    '2026-0002 and 2026-0003 say the same, 3 days apart: 47.11 on 7 April 2026 and 10 April 2026, accounts 1010, 6500: Something',
  );
});

test('what always moved together is missed together', () => {
  const wear = months('2025-01-01', 17).map((month): Posted => [endOfMonth(month), '6500', '1250', 9_580]);
  expect(ofType('month-missing', found([capital, ...wear], { to: '2026-06-30' })).map(({ title }) => title)).toEqual([
    '1250 Insurance paid ahead and 6500 Repairs: nothing in June 2026',
  ]);
});

test('a month that is not over is not missed, and what lies after the last day is not read', () => {
  const rent = [capital, ...rents('2025-01-01', 17)];
  expect(ofType('month-missing', found(rent, { to: '2026-06-20' }))).toEqual([]);
  expect(ofType('month-missing', found(rent, { to: endOfMonth(d('2026-06-20')) }))).toHaveLength(1);
});
