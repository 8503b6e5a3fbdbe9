import fc from 'fast-check';
import {
  CONTACT_COLUMNS,
  IMPORT_SUBJECTS,
  VALUE_COLUMNS,
  checkContact,
  chartOf,
  contactFromRow,
  contactProblemAtRow,
  contactRows,
  isImportSubject,
  plainHeading,
  planValues,
  problem,
  recogniseColumns,
  valueRows,
  type Account,
  type AccountId,
  type Breakdown,
  type Contact,
  type ContactId,
  type ImportSubject,
  type ValueRow,
} from '../src/index.js';

const SUBJECTS = Object.keys(IMPORT_SUBJECTS) as ImportSubject[];

describe('headings of a file', () => {
  test.each(SUBJECTS)('%s: its own columns are recognised, in any order and however they are written', (subject) => {
    const columns = [...IMPORT_SUBJECTS[subject].columns];
    expect(recogniseColumns(subject, columns)).toEqual(columns);
    const shouted = columns.map((column) => ` ${column.replaceAll('_', ' ').toUpperCase()}.`).reverse();
    expect(recogniseColumns(subject, shouted)).toEqual([...columns].reverse());
  });
  test.each<[ImportSubject, string[], (string | null)[]]>([
    ['chart', ['Account No.', 'Description', 'Account type'], ['number', 'name', 'element']],
    ['contacts', ['Customer', 'Mail', 'SWIFT', 'Colour'], ['name', 'email', 'bic', null]],
    ['breakdown-values', ['Dimension', 'Name', 'Under'], ['breakdown', 'value', 'parent']],
    ['rates', ['ISO', 'Day', 'Exchange rate'], ['currency', 'date', 'rate']],
    ['contacts', ['Name', 'Company'], ['name', null]],
    ['contacts', ['Company', 'Name'], [null, 'name']],
    ['contacts', ['', '…'], [null, null]],
  ])('%s: %j means %j', (subject, headings, columns) => expect(recogniseColumns(subject, headings)).toEqual(columns));
  test('what was chosen before goes before what is recognised, left out too', () => {
    const remembered = new Map([
      ['firma', 'name'],
      ['name', null],
      ['mail', 'gone column'],
    ]);
    expect(recogniseColumns('contacts', ['Firma', 'Name', 'Mail'], remembered)).toEqual(['name', null, 'email']);
  });
  test('no column is given twice, whatever the headings are', () => {
    const heading = fc.oneof(
      fc.constantFrom(...SUBJECTS.flatMap((subject) => [...IMPORT_SUBJECTS[subject].columns])),
      fc.constantFrom('Name', 'Company', 'Code', 'No.', 'Type', 'e-mail'),
      fc.string({ maxLength: 6 }),
    );
    fc.assert(
      fc.property(fc.constantFrom(...SUBJECTS), fc.array(heading, { maxLength: 12 }), (subject, headings) => {
        const given = recogniseColumns(subject, headings).filter((column) => column !== null);
        expect(new Set(given).size).toBe(given.length);
      }),
      { seed: 20270118, numRuns: 300 },
    );
  });
  test('are compared by letters and digits, and subjects by name', () => {
    expect([plainHeading('Konto-Nr. (alt)'), plainHeading('Größe')]).toEqual(['kontonralt', 'größe']);
    expect(['chart', 'toString', ''].map(isImportSubject)).toEqual([true, false, false]);
  });
});

describe('a row of contacts', () => {
  const contact: Contact = {
    id: 7 as ContactId,
    number: '7',
    name: 'Hatch Orchards',
    roles: ['supplier', 'member'],
    active: false,
    terms: { days: 10, fromMonthEnd: true },
    email: 'hatch@orchard.test',
    phone: '+44 20 7946 0000',
    address: '1 Lane; back door\nSallow Reach',
    bank: { iban: 'GB82WEST12345698765432', holder: 'H. Atch' },
  };
  const cellsOf = (row: readonly string[]): Record<string, string> =>
    Object.fromEntries(CONTACT_COLUMNS.map((column, index) => [column, row[index] ?? '']));
  test('reads as it was written', () => {
    const [row = []] = contactRows([contact]);
    const read = contactFromRow({ line: 2, cells: cellsOf(row) });
    const checked = read.ok ? checkContact(read.value) : read;
    const { id, ...rest } = contact;
    expect([id, checked]).toEqual([7, { ok: true, value: rest }]);
  });
  test('with empty cells keeps what the contact has, and a new one is a customer in use', () => {
    const kept = contactFromRow({ line: 2, cells: { number: '7', phone: '123' } }, contact);
    const checked = kept.ok ? checkContact(kept.value) : kept;
    expect(checked).toMatchObject({ ok: true, value: { name: 'Hatch Orchards', active: false, phone: '123' } });
    const fresh = contactFromRow({ line: 3, cells: { name: 'New' } });
    const made = fresh.ok ? checkContact(fresh.value) : fresh;
    expect(made).toEqual({ ok: true, value: { name: 'New', roles: ['customer'], active: true } });
  });
  test('tells problems at its own columns', () => {
    expect(contactFromRow({ line: 4, cells: { name: 'A', active: 'maybe' } })).toMatchObject({
      ok: false,
      problems: [{ path: 'rows.4.active' }],
    });
    expect(contactProblemAtRow(4, problem('bank-iban', 'bank.iban', '')).path).toBe('rows.4.iban');
    expect(contactProblemAtRow(4, problem('terms', 'terms', '')).path).toBe('rows.4.terms');
  });
});

describe('a file of breakdown values', () => {
  const fund: Account = {
    id: 1 as AccountId,
    number: '3100',
    name: 'Roof fund',
    element: 'equity',
    classification: 'equity',
    contra: false,
    typedEntries: true,
    active: true,
    role: 'fund',
  };
  const chart = chartOf([
    fund,
    { ...fund, id: 2 as AccountId, number: '1000', name: 'Cash', element: 'asset', classification: 'current-assets' },
  ]);
  const site: Breakdown = {
    id: 1,
    name: 'Site',
    selfBalancing: false,
    usualValue: 2,
    values: [
      { id: 1, name: 'Orchards', active: true },
      { id: 2, name: 'Ferry Lane', active: true, parent: 1 },
      { id: 3, name: 'Press house', active: true },
    ],
  };
  const rows = (...values: Record<string, string>[]): ValueRow[] =>
    values.map((cells, index) => ({ line: index + 2, cells: { breakdown: 'site', ...cells } }));
  const plan = (file: ValueRow[], posted: number[] = []) =>
    planValues(file, [site], chart, (_, value) => posted.includes(value));
  const codes = (file: ValueRow[], posted?: number[]): string[] =>
    plan(file, posted).problems.map(({ code, path }) => `${code} at ${path}`);

  test('written and read again changes nothing', () => {
    const written = valueRows([site], chart).map((row, index) => ({
      line: index + 2,
      cells: Object.fromEntries(VALUE_COLUMNS.map((column, index) => [column, row[index] ?? ''])),
    }));
    const { planned, problems } = plan(written);
    expect(problems).toEqual([]);
    expect(planned.map(({ after }) => after)).toEqual(planned.map(({ before }) => before));
  });
  test('may name those above after those under them', () => {
    const { planned, problems } = plan(
      rows({ value: 'Shed', parent: 'Yard' }, { value: 'Yard', parent: 'Orchards' }),
    );
    expect(problems).toEqual([]);
    expect(planned.map(({ after }) => after)).toEqual([
      { id: 4, name: 'Shed', active: true, parent: 5 },
      { id: 5, name: 'Yard', active: true, parent: 1 },
    ]);
  });
  test('changes what it names and keeps the rest; a dash takes parent and account away', () => {
    const { planned } = plan(
      rows({ value: 'press house', account: '3100', active: 'no' }, { value: 'Ferry Lane', parent: '-' }),
    );
    expect(planned.map(({ after }) => after)).toEqual([
      { id: 3, name: 'press house', active: false, account: 1 },
      { id: 2, name: 'Ferry Lane', active: true },
    ]);
  });
  test.each<[string, ValueRow[], string[], number[]?]>([
    ['no such breakdown', rows({ breakdown: 'Team', value: 'A' }), ['breakdown-unknown at rows.2.breakdown']],
    ['no breakdown', rows({ breakdown: '', value: 'A' }), ['breakdown-unknown at rows.2.breakdown']],
    ['no name', rows({ value: ' ' }), ['value-name-missing at rows.2.value']],
    ['a name twice', rows({ value: 'A' }, { value: 'a' }), ['row-twice at rows.3.value']],
    ['no such parent', rows({ value: 'A', parent: 'Z' }), ['breakdown-value-unknown at rows.2.parent']],
    [
      'a posted parent',
      rows({ value: 'A', parent: 'Press house' }),
      ['breakdown-value-posted at rows.2.parent'],
      [3],
    ],
    [
      'the usual value as a parent',
      rows({ value: 'A', parent: 'Ferry Lane' }),
      ['breakdown-value-usual at rows.2.parent'],
    ],
    [
      'the usual value retired',
      rows({ value: 'Ferry Lane', active: 'no' }),
      ['breakdown-value-usual at rows.2.active'],
    ],
    ['neither yes nor no', rows({ value: 'A', active: 'perhaps' }), ['not-a-flag at rows.2.active']],
    ['an account that keeps no fund', rows({ value: 'A', account: '1000' }), ['fund-account at rows.2.account']],
    ['itself above itself', rows({ value: 'A', parent: 'A' }), ['breakdown-value-circle at rows.2.parent']],
    [
      'two above each other',
      rows({ value: 'A', parent: 'B' }, { value: 'B', parent: 'A' }),
      ['breakdown-value-circle at rows.2.parent', 'breakdown-value-circle at rows.3.parent'],
    ],
  ])('%s', (_, file, wanted, ...[posted]) => expect(codes(file, posted)).toEqual(wanted));
  test('counts its rows as it goes', () => {
    let steps = 0;
    planValues(
      rows({ value: 'A' }, { value: 'B' }),
      [site],
      chart,
      () => false,
      () => (steps += 1),
    );
    expect(steps).toBe(4);
  });
});
