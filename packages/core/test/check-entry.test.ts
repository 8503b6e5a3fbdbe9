import {
  TYPED_KINDS,
  canonicalJson,
  checkEntry,
  asPosted,
  entriesFromRows,
  minor,
  parseCivilDate as d,
  parseCurrencyCode,
  parseEntryNumber,
  entryNumber,
  reversalOf,
  sealedContent,
  stageOf,
  balancingAmount,
  type Books,
  type ContactId,
  type EntryRow,
  type PostedEntry,
  type ProposedEntry,
  type ProposedLine,
} from '../src/index.js';
import { caseOf } from './cases.js';
import { byNumber, chartFrom, FUNDS } from './ledger.js';

const chart = chartFrom([
  { number: '1000', name: 'Assets' },
  { number: '1010', name: 'Bank', role: 'cash', parent: '1000' },
  { number: '1020', name: 'Dollar account', currency: 'USD', parent: '1000' },
  { number: '1100', name: 'Receivables', control: 'receivables', parent: '1000' },
  { number: '1900', name: 'Old account', active: false, parent: '1000' },
  { number: '3000', name: 'Capital', role: 'owner-capital' },
  { number: '3100', name: 'Drawings', role: 'drawings', closesTo: '3000' },
  { number: '3200', name: 'Retained', role: 'retained-earnings' },
  { number: '3900', name: 'Income summary', role: 'income-summary' },
  { number: '4000', name: 'Sales' },
  { number: '6000', name: 'Rent' },
]);
const books: Books = {
  baseCurrency: parseCurrencyCode('EUR'),
  calendar: { firstDay: d('2026-01-01'), fiscalYearStartMonth: 1, fiscalYearStartDay: 1 },
  chart,
  breakdowns: [FUNDS],
  today: d('2026-09-30'),
  lockedPeriods: new Set(['2026-03' as never]),
  findContact: (text) =>
    text === 'Low Weir' || text === '7' ? { id: 7 as ContactId, name: 'Low Weir', active: true } : undefined,
};
const rent: ProposedEntry = {
  date: '2026-09-30',
  explanation: 'Rent',
  lines: [
    { account: '6000', debit: '800.00' },
    { account: '1010', credit: '800.00' },
  ],
};
const problemsOf = (proposed: ProposedEntry, source: 'manual' | 'import' = 'manual'): string[] => {
  const checked = checkEntry(proposed, books, source, TYPED_KINDS);
  return checked.ok ? [] : checked.problems.map((problem) => `${problem.code} at ${problem.path}`);
};
const withLines = (...lines: ProposedLine[]): ProposedEntry => ({ ...rent, lines });
const line = (changed: Partial<ProposedLine>): ProposedEntry =>
  withLines({ account: '6000', debit: '800.00', ...changed }, { account: '1010', credit: '800.00' });

describe('an entry', () => {
  test('that is sound passes, its movements proposed', () => {
    const paidIn = withLines({ account: '1010', debit: '5' }, { account: '3000', credit: '5.00' });
    const checked = checkEntry(paidIn, books, 'manual', TYPED_KINDS);
    expect(checked).toMatchObject({
      ok: true,
      value: { kind: 'ordinary', lines: [{ amount: 500 }, { amount: -500, movement: 'contribution' }] },
    });
  });
  test.each<[string, ProposedEntry, string[]]>([
    ['unbalanced', line({ debit: '799.99' }), ['unbalanced at lines']],
    ['of one line', withLines({ account: '6000', debit: '1' }), ['too-few-lines at lines', 'unbalanced at lines']],
    ['without lines', withLines(), ['too-few-lines at lines']],
    ['without explanation', { ...rent, explanation: ' ' }, ['explanation-missing at explanation']],
    ['with a control character', { ...rent, explanation: 'Rent\u0007' }, ['text at explanation']],
    ['in a locked month', { ...rent, date: '2026-03-31' }, ['period-locked at date']],
    ['before the first day', { ...rent, date: '2025-12-31' }, ['before-first-day at date']],
    ['beyond next year', { ...rent, date: '2028-01-01' }, ['beyond-horizon at date']],
    ['on no date', { ...rent, date: '2026-02-30' }, ['not-a-date at date']],
    ['opening after the changeover', { ...rent, kind: 'opening' }, ['opening-after-changeover at date']],
    ['closing by hand', { ...rent, kind: 'closing' }, ['entry-kind at kind']],
    ['of unknown kind', { ...rent, kind: 'odd' }, ['entry-kind at kind']],
    ['on an unknown account', line({ account: '9999' }), ['account-unknown at lines.0.account']],
    ['without an account', line({ account: '' }), ['account-missing at lines.0.account']],
    ['on a heading', line({ account: '1000' }), ['account-heading at lines.0.account']],
    ['on a retired account', line({ account: '1900' }), ['account-retired at lines.0.account']],
    ['on an account that takes no typed entries', line({ account: '3900' }), ['no-typed-entries at lines.0.account']],
    ['on a control account without contact', line({ account: '1100' }), ['contact-missing at lines.0.contact']],
    ['with an unknown contact', line({ contact: 'Nobody' }), ['contact-unknown at lines.0.contact']],
    ['with a negative debit', line({ debit: '-800' }), ['amount-negative at lines.0.debit']],
    ['with both sides', line({ credit: '1' }), ['both-sides at lines.0.credit']],
    ['with no amount', line({ debit: '' }), ['amount-missing at lines.0.debit']],
    ['with an amount that is none', line({ debit: '8OO' }), ['amount-not-an-amount at lines.0.debit']],
    ['with too many decimals', line({ debit: '800.001' }), ['amount-too-many-decimals at lines.0.debit']],
    ['with a rate but no currency', line({ rate: '1.1' }), ['currency-missing at lines.0.currency']],
    [
      'with an unknown currency',
      line({ currency: 'XXX', foreignAmount: '1' }),
      ['currency-unknown at lines.0.currency'],
    ],
    [
      'with a rate that disagrees',
      line({ currency: 'USD', foreignAmount: '800', rate: '0.90' }),
      ['rate-disagrees at lines.0.rate'],
    ],
    [
      'with two rates',
      line({ currency: 'USD', foreignAmount: '800', rate: '1', ratePerBase: '1' }),
      ['two-rates at lines.0.ratePerBase'],
    ],
    [
      'on a dollar account without dollars',
      line({ account: '1020' }),
      ['foreign-amount-missing at lines.0.foreignAmount'],
    ],
    [
      'on a dollar account in francs',
      line({ account: '1020', currency: 'CHF', foreignAmount: '8' }),
      ['currency-of-account at lines.0.currency'],
    ],
    ['with a movement on an expense', line({ movement: 'transfer' }), ['movement-account at lines.0.movement']],
    ['with an unknown movement', line({ movement: 'jump' }), ['movement at lines.0.movement']],
    [
      'with an unknown breakdown',
      line({ breakdowns: { Sun: 'x' } }),
      ['breakdown-unknown at lines.0.breakdowns.Sun'],
    ],
    [
      'with an unknown value',
      line({ breakdowns: { Fund: 'x' } }),
      ['breakdown-value-unknown at lines.0.breakdowns.Fund'],
    ],
    [
      'across funds',
      line({ breakdowns: { Fund: 'Roof' } }),
      ['breakdown-unbalanced at lines', 'breakdown-unbalanced at lines'],
    ],
    ['with a due date that is none', line({ dueDate: 'soon' }), ['not-a-date at lines.0.dueDate']],
  ])('%s is refused', (_, proposed, problems) => expect(problemsOf(proposed)).toEqual(problems));
  test('reports every problem at once', () => {
    expect(
      problemsOf({ date: '', explanation: '', lines: [{ account: '', debit: 'x' }, { account: '1' }] }),
    ).toHaveLength(6);
  });
  test('from a file may touch accounts that take no typed entries', () =>
    expect(problemsOf(line({ account: '3900' }), 'import')).toEqual([]));
  test('in dollars is computed at its rate, which is kept as given', () => {
    const bought = withLines(
      { account: '1020', foreignAmount: '100.00', currency: 'USD', ratePerBase: '1.0845' },
      { account: '1010', credit: '92.21' },
    );
    expect(checkEntry(bought, books, 'manual', TYPED_KINDS)).toMatchObject({
      ok: true,
      value: {
        lines: [
          { amount: 9221, foreign: { currency: 'USD', amount: 10000, quote: { ratePerBase: '1.0845' } } },
          { amount: -9221 },
        ],
      },
    });
  });
  test('whose sum leaves the safe range is refused, not wrong', () => {
    const huge = { account: '6000', debit: '90071992547409.91' };
    expect(problemsOf(withLines(huge, huge, { account: '1010', credit: '1' }))).toEqual([
      'amount-too-large at lines',
    ]);
  });

  // Source: double-entry rule, OpenStax Principles of Accounting vol. 1, ch. 3; amounts constructed.
  const published = caseOf<{ entries: { lines: [string, string][] }[] }, { balanced: boolean[] }>(
    'journals',
    'journal-entry-must-balance',
  );
  test.each(
    published.inputs.entries.map(
      (entry, index) =>
        [
          entry.lines.map(([side, amount]) => `${side} ${amount}`).join(', '),
          entry,
          published.expected.balanced[index],
        ] as const,
    ),
  )('of %s', (_, entry, balanced) => {
    const lines = entry.lines.map(([side, amount], index): ProposedLine => {
      const isDebit = (side === 'D') !== amount.startsWith('-'); // we put a negative amount on the other side
      return { account: index % 2 ? '6000' : '4000', [isDebit ? 'debit' : 'credit']: amount.replace('-', '') };
    });
    expect(problemsOf(withLines(...lines)).includes('unbalanced at lines')).toBe(!balanced);
  });
});

describe('movements', () => {
  const movementsOf = (...lines: ProposedLine[]): unknown[] => {
    const checked = checkEntry(withLines(...lines), books, 'manual', TYPED_KINDS);
    return checked.ok
      ? checked.value.lines.map((line) => line.movement)
      : checked.problems.map((problem) => problem.message);
  };
  test.each([
    ['3000', '1010', 'withdrawal'],
    ['3200', '1010', 'correction'],
    ['3200', '3000', 'transfer'],
    ['3100', '1010', undefined],
  ])('debit %s, credit %s is a %s', (debit, credit, movement) => {
    expect(movementsOf({ account: debit, debit: '1' }, { account: credit, credit: '1' })[0]).toBe(movement);
  });
  test('can be chosen otherwise', () => {
    expect(movementsOf({ account: '3200', debit: '1', movement: 'other' }, { account: '1010', credit: '1' })[0]).toBe(
      'other',
    );
  });
});

const posted: PostedEntry = {
  place: 1,
  year: '2026',
  number: 1,
  date: d('2026-05-31'),
  kind: 'adjusting',
  stage: 'adjusting',
  source: 'manual',
  explanation: 'Wages owed',
  postedAt: '2026-06-01T08:00:00.000Z',
  lines: [
    { account: byNumber(chart, '6000').id, amount: minor(500) },
    { account: byNumber(chart, '1010').id, amount: minor(-500), note: 'to 31 May' },
  ],
};

describe('a reversal', () => {
  test('turns every line round, in the stage of what it reverses', () => {
    const reversal = reversalOf(posted, '2026-06-01', books);
    expect(reversal).toMatchObject({
      ok: true,
      value: { stage: 'adjusting', entry: { kind: 'reversing', lines: [{ amount: -500 }, { amount: 500 }] } },
    });
  });
  test('in a later year is ordinary', () =>
    expect(reversalOf(posted, '2027-01-01', books)).toMatchObject({ value: { stage: 'ordinary' } }));
  test.each([
    ['twice', posted, '2026-06-01', { reversedBy: '2026-0002' }, 'already-reversed'],
    ['of a reversal', { ...posted, kind: 'reversing' as const }, '2026-06-01', {}, 'reversing-entry'],
    ['of a closing entry', { ...posted, kind: 'closing' as const }, '2026-06-01', {}, 'closing-entry'],
    ['before the entry', posted, '2026-05-30', {}, 'before-original'],
    ['in a locked month', posted, '2026-03-01', {}, 'period-locked'],
  ])('%s is refused', (_, entry, on, options, code) => {
    const reversal = reversalOf(entry, on, books, options);
    expect(reversal.ok ? [] : reversal.problems.map((problem) => problem.code)).toEqual([code]);
  });
  test('stages follow kinds', () =>
    expect([stageOf('ordinary'), stageOf('opening'), stageOf('closing')]).toEqual([
      'ordinary',
      'opening',
      'closing',
    ]));
});

describe('the sealed form', () => {
  // Source: RFC 8785 section 3.2: no white space, properties sorted by UTF-16 code units.
  test('is canonical', () => {
    expect(canonicalJson({ b: [1, true], a: 'é\n', '\u20ac': 0, c: undefined })).toBe(
      '{"a":"é\\n","b":[1,true],"€":0}',
    );
    expect(() => canonicalJson({ a: 0.1 })).toThrow(RangeError);
  });
  test('leaves out what is absent and holds ids, not labels', () => {
    const [expense, bank] = [byNumber(chart, '6000').id, byNumber(chart, '1010').id];
    expect(sealedContent(posted)).toBe(
      `{"date":"2026-05-31","explanation":"Wages owed","kind":"adjusting","lines":[{"account":${expense},"amount":500},{"account":${bank},"amount":-500,"note":"to 31 May"}],"number":1,"place":1,"postedAt":"2026-06-01T08:00:00.000Z","source":"manual","stage":"adjusting","v":1,"year":"2026"}`,
    );
  });
});

describe('entry numbers', () => {
  test.each([
    ['2027-0318', { year: '2027', number: 318 }],
    ['2026b-0001', { year: '2026b', number: 1 }],
    ['2027-12345', { year: '2027', number: 12345 }],
  ])('%s', (text, parsed) => {
    expect(parseEntryNumber(text)).toEqual(parsed);
    expect(entryNumber(parsed.year, parsed.number)).toBe(text);
  });
  test.each(['2027-318', '2027-0000', '2027-00318', 'x', ''])('“%s” is none', (text) =>
    expect(parseEntryNumber(text)).toBeUndefined(),
  );
});

test('the balancing amount stands on the side it is missing from', () => {
  expect(balancingAmount([minor(500), minor(-200)])).toEqual({ side: 'credit', amount: 300 });
  expect(balancingAmount([minor(-1)])).toEqual({ side: 'debit', amount: 1 });
  expect(balancingAmount([minor(5), minor(-5)])).toBeUndefined();
});

describe('entry files', () => {
  const row = (index: number, cells: EntryRow['cells']): EntryRow => ({ line: index, cells });
  const good = [
    row(2, { entry: 'b', date: '2026-05-02', explanation: 'Second', account: '6000', debit: '1.00' }),
    row(3, { entry: 'a', date: '2026-05-01', explanation: 'First', account: '6000', debit: '2.00', credit: '0.00' }),
    row(4, { entry: 'b', account: '1010', credit: '1.00' }),
    row(5, { entry: 'a', account: '1010', credit: '2.00' }),
  ];
  test('hold entries in any order of rows; they are posted by date', () => {
    const read = entriesFromRows(good, books);
    expect(read.ok && read.value.map(({ entry }) => entry.explanation)).toEqual(['First', 'Second']);
  });
  test.each<[string, EntryRow[], string[]]>([
    ['a row without entry', [...good, row(6, { account: '1010', debit: '1' })], ['rows.6.entry']],
    [
      'rows that disagree',
      [...good, row(6, { entry: 'a', date: '2026-05-09', account: '1010', debit: '1' })],
      ['rows.6.date', 'rows.3.entry'],
    ],
    [
      'an unknown account',
      good.map((entryRow) => (entryRow.line === 4 ? row(4, { entry: 'b', account: '1', credit: '1.00' }) : entryRow)),
      ['rows.4.account'],
    ],
    [
      'closing before the year’s end',
      good.map((entryRow) =>
        row(entryRow.line, { ...entryRow.cells, ...(entryRow.cells.entry === 'b' && { kind: 'closing' }) }),
      ),
      ['rows.2.date'],
    ],
    ['no rows', [], ['']],
  ])('with %s are refused at its place', (_, rows, paths) => {
    const read = entriesFromRows(rows, books);
    expect(read.ok ? [] : read.problems.map((problem) => problem.path)).toEqual(paths);
  });

  const back = (cells: EntryRow['cells'] = {}, ...further: EntryRow[]): EntryRow[] => [
    ...good,
    row(6, { entry: 'c', date: '2026-05-20', kind: 'reversing', explanation: 'Not ours', reverses: 'a', ...cells }),
    ...further,
  ];
  const lines = (debited = '1010', amount = '2.00'): EntryRow[] => [
    row(6, {
      entry: 'c',
      date: '2026-05-20',
      kind: 'reversing',
      explanation: 'Not ours',
      reverses: 'a',
      account: '6000',
      credit: '2.00',
    }),
    row(7, { entry: 'c', account: debited, debit: amount }),
  ];
  test('take entries of the file back, line by line on the other side', () => {
    const read = entriesFromRows([...lines(), ...good], books);
    if (!read.ok) throw new Error(JSON.stringify(read.problems));
    expect(read.value.map(({ key, reverses }) => [key, reverses])).toEqual([
      ['a', undefined],
      ['b', undefined],
      ['c', { key: 'a' }],
    ]);
    const [original, , reversal] = read.value.map(({ entry }) => entry);
    expect(reversal).toMatchObject({ kind: 'reversing', date: '2026-05-20', explanation: 'Not ours' });
    expect(reversal?.lines.map(({ amount }) => amount)).toEqual(original?.lines.map(({ amount }) => -amount));
  });
  test('of one day what takes back comes after what it takes back, wherever it stands in the file', () => {
    const sameDay = lines().map(({ line, cells }) =>
      row(line - 5, { ...cells, ...(cells.date && { date: '2026-05-01' }) }),
    );
    const read = entriesFromRows([...sameDay, ...good], books);
    expect(read.ok && read.value.map(({ key }) => key)).toEqual(['a', 'c', 'b']);
  });
  test('take entries of the books back by their number', () => {
    const first = entriesFromRows(good, books);
    if (!first.ok || !first.value[0]) throw new Error('these rows are sound');
    const entry = { ...asPosted(first.value[0].entry, 7), year: '2026', number: 4 };
    const rows = lines().map(({ line, cells }) =>
      row(line, { ...cells, ...(cells.reverses && { reverses: '2026-0004' }) }),
    );
    const find = (reversedBy?: string) => (number: string) =>
      number === '2026-0004' ? { entry, reversedBy } : undefined;
    const read = entriesFromRows(rows, books, undefined, find());
    expect(read.ok && read.value[0]?.reverses).toEqual({ posted: entry });
    const again = entriesFromRows(rows, books, undefined, find('2026-0009'));
    expect(again.ok ? [] : again.problems.map(({ code, path }) => `${code} ${path}`)).toEqual([
      'already-reversed rows.6.reverses',
    ]);
  });
  test.each<[string, EntryRow[], string[]]>([
    ['that say not what', back({ reverses: '' }), ['reverses-missing rows.6.reverses']],
    ['of what is not there', back({ reverses: 'z' }), ['no-such-entry rows.6.reverses']],
    [
      'before what they take back',
      [
        ...good,
        ...lines().map(({ line, cells }) => row(line, { ...cells, ...(cells.date && { date: '2026-04-30' }) })),
      ],
      ['before-original rows.6.date'],
    ],
    ['with too few lines', back({ account: '6000', credit: '2.00' }), ['not-its-reversal rows.6.account']],
    ['with another account', [...good, ...lines('1000')], ['not-its-reversal rows.7.account']],
    ['with another amount', [...good, ...lines('1010', '2.01')], ['not-its-reversal rows.7.account']],
    [
      'a second time',
      [...good, ...lines(), ...lines().map(({ line, cells }) => row(line + 2, { ...cells, entry: 'd' }))],
      ['already-reversed rows.8.reverses'],
    ],
    [
      'of another kind',
      good.map(({ line, cells }) =>
        row(line, { ...cells, ...(cells.entry === 'b' && cells.date && { reverses: 'a' }) }),
      ),
      ['kind-of-reversal rows.2.kind'],
    ],
  ])('with reversals %s are refused at its place', (_, rows, found) => {
    const read = entriesFromRows(rows, books);
    expect(read.ok ? [] : read.problems.map(({ code, path }) => `${code} ${path}`)).toEqual(found);
  });
  test('say on which day an entry is reversed by itself', () => {
    const planned = (day: string) =>
      good.map(({ line, cells }) => row(line, { ...cells, ...(cells.entry === 'b' && { reverses_on: day }) }));
    const read = entriesFromRows(planned('2026-06-01'), books);
    expect(read.ok && read.value.map(({ entry }) => entry.reversesOn)).toEqual([undefined, '2026-06-01']);
    const early = entriesFromRows(planned('2026-05-01'), books);
    expect(early.ok ? [] : early.problems.map(({ path }) => path)).toEqual(['rows.2.reverses_on']);
  });
});
