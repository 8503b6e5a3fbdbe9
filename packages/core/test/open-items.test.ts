import fc from 'fast-check';
import {
  ageOf,
  agedBalances,
  formatAmount,
  minor,
  openItems,
  parseAmount,
  parseCivilDate as d,
  parseCurrencyCode,
  sumsByAge,
  type AccountId,
  type Age,
  type ContactId,
  type ControlLine,
} from '../src/index.js';
import { casesOf } from './cases.js';

const EUR = parseCurrencyCode('EUR');
const account = 1 as AccountId;
const BUCKETS: Readonly<Record<string, Age>> = {
  current: 'not-due',
  '1-30': '1-30',
  '31-60': '31-60',
  '61-90': '61-90',
  'over 90': 'over-90',
};

interface Paid {
  readonly date: string;
  readonly amount: string;
}
interface AgeingInputs {
  readonly as_of: string;
  readonly documents: readonly {
    readonly id: string;
    readonly party: string;
    readonly date: string;
    readonly due: string;
    readonly amount: string;
    readonly payments?: readonly Paid[];
  }[];
}
type Row = Readonly<Record<string, string>>;
interface AgeingExpected {
  readonly rows: readonly {
    readonly id: string;
    readonly open: string;
    readonly days_overdue: number;
    readonly bucket: string;
  }[];
  readonly by_party: readonly Row[];
  readonly totals: Row;
}

describe('aged balances', () => {
  // Source: days overdue = report date less due date (common practice); the cases name theirs.
  test.each(['ageing-receivables-by-due-date', 'ageing-payables-by-due-date'])('%s', (id) => {
    const found = casesOf<AgeingInputs, AgeingExpected>('ageing').find((one) => one.id === id);
    const { inputs, expected } = found as NonNullable<typeof found>;
    const asAt = d(inputs.as_of);
    const parties = [...new Set(inputs.documents.map(({ party }) => party))];
    const line = (of: AgeingInputs['documents'][number], date: string, amount: number): ControlLine => ({
      account,
      contact: (parties.indexOf(of.party) + 1) as ContactId,
      date: d(date),
      amount: minor(amount),
      document: of.id,
      ...(date === of.date && { dueDate: d(of.due) }),
      entry: of.id,
    });
    const lines = inputs.documents
      .flatMap((of) => [
        line(of, of.date, parseAmount(of.amount, EUR)),
        ...(of.payments ?? []).map((paid) => line(of, paid.date, -parseAmount(paid.amount, EUR))),
      ])
      .filter(({ date }) => date <= asAt);
    const contacts = agedBalances(openItems(lines), asAt);
    const items = contacts.flatMap((contact) => contact.items);
    for (const row of expected.rows) {
      const item = items.find(({ document }) => document === row.id);
      // what is not due yet has no days overdue there
      expect([row.id, item && formatAmount(item.open, EUR), Math.max(0, item?.daysOverdue ?? -1), item?.age]).toEqual(
        [row.id, row.open, row.days_overdue, BUCKETS[row.bucket]],
      );
    }
    expect(items).toHaveLength(expected.rows.length);
    const written = (ages: Readonly<Record<Age, number>>): Row =>
      Object.fromEntries(Object.entries(BUCKETS).map(([name, age]) => [name, formatAmount(minor(ages[age]), EUR)]));
    for (const row of expected.by_party) {
      const contact = contacts.find((one) => one.contact === parties.indexOf(row['party'] ?? '') + 1);
      expect({
        party: row['party'],
        ...written((contact as NonNullable<typeof contact>).ages),
        total: formatAmount(contact?.total ?? minor(0), EUR),
      }).toEqual(row);
    }
    expect(written(sumsByAge(items))).toEqual(
      Object.fromEntries(Object.entries(expected.totals).filter(([key]) => key !== 'total')),
    );
  });
  test.each([
    [-5, 'not-due'],
    [0, 'not-due'],
    [1, '1-30'],
    [30, '1-30'],
    [31, '31-60'],
    [60, '31-60'],
    [61, '61-90'],
    [90, '61-90'],
    [91, 'over-90'],
  ] as const)('%i days overdue', (days, age) => expect(ageOf(days)).toBe(age));
});

describe('open items', () => {
  const line = (more: Partial<ControlLine>): ControlLine => ({
    account,
    contact: 7 as ContactId,
    date: d('2026-03-01'),
    amount: minor(100),
    entry: 'e',
    ...more,
  });
  test('net by contact and document; without a document the oldest is settled first', () => {
    const items = openItems([
      line({ document: 'A', amount: minor(500), dueDate: d('2026-04-01') }),
      line({ document: 'A', amount: minor(-200), date: d('2026-03-20') }),
      line({ document: 'A', contact: 8 as ContactId }),
      line({ document: 'B' }),
      line({ document: 'B', amount: minor(-100) }),
      line({ date: d('2026-03-02') }),
      line({ date: d('2026-03-05'), amount: minor(50) }),
      line({ date: d('2026-03-09'), amount: minor(-120) }),
    ]);
    expect(items.map(({ document, contact, open, dueDate }) => [document, contact, open, dueDate])).toEqual([
      ['A', 7, 300, '2026-04-01'],
      ['A', 8, 100, '2026-03-01'],
      [undefined, 7, 30, '2026-03-05'],
    ]);
  });
  test('paid in advance stay open on the other side until an invoice takes them up', () => {
    const paid = line({ amount: minor(-100) });
    expect(openItems([paid]).map(({ open }) => open)).toEqual([-100]);
    expect(
      openItems([paid, line({ date: d('2026-03-09'), amount: minor(130) })]).map(({ open, date }) => [open, date]),
    ).toEqual([[30, '2026-03-09']]);
  });
  test('keep what is open in their own currency', () => {
    const USD = parseCurrencyCode('USD');
    const [item] = openItems([
      line({ document: 'A', amount: minor(900), foreign: { currency: USD, amount: minor(1000) } }),
      line({ document: 'A', amount: minor(-400), foreign: { currency: USD, amount: minor(-450) } }),
    ]);
    expect([item?.open, item?.foreign]).toEqual([500, { currency: 'USD', open: 550 }]);
  });
  test('always add up to the lines they are made of', () => {
    const lineOf = fc.record({
      contact: fc.integer({ min: 1, max: 3 }),
      amount: fc.integer({ min: -1000, max: 1000 }),
      document: fc.option(fc.constantFrom('A', 'B', 'C'), { nil: undefined }),
    });
    fc.assert(
      fc.property(fc.array(lineOf, { maxLength: 30 }), (given) => {
        const lines = given.map(({ contact, amount, document }) =>
          line({ contact: contact as ContactId, amount: minor(amount), document }),
        );
        const contacts = agedBalances(openItems(lines), d('2026-12-31'));
        expect(contacts.reduce((sum, { total }) => sum + total, 0)).toBe(
          lines.reduce((sum, { amount }) => sum + amount, 0),
        );
        for (const { ages, total } of contacts)
          expect(Object.values(ages).reduce((sum, amount) => sum + amount, 0)).toBe(total);
      }),
      { seed: 20261126 },
    );
  });
});
