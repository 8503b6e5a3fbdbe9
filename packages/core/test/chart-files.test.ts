import {
  CHART_COLUMNS,
  accountFromRow,
  chartRows,
  proposalOf,
  starterChart,
  ORGANISATION_KINDS,
  type ChartRow,
  type ChartNames,
  type ProposedAccount,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const chart = chartFrom([
  { number: '1000', name: 'Assets' },
  { number: '1010', name: 'Bank', role: 'cash', parent: '1000' },
  { number: '1100', name: 'Receivables', control: 'receivables', parent: '1000' },
  { number: '1509', name: 'Depreciation of equipment', contra: true },
  { number: '3000', name: 'Ada, capital', role: 'owner-capital', share: 3 },
  { number: '3100', name: 'Ada, drawings', role: 'drawings', closesTo: '3000' },
]);
const row = (cells: ChartRow['cells']): ChartRow => ({ line: 7, cells });
const read = (cells: ChartRow['cells'], number?: string): ProposedAccount => {
  const existing = number === undefined ? undefined : { account: byNumber(chart, number), chart, names: NO_NAMES };
  const result = accountFromRow(row(cells), existing);
  if (!result.ok) throw new Error(JSON.stringify(result.problems));
  return result.value;
};

describe('a row of a chart file', () => {
  test('needs no more than a number, a name and an element', () =>
    expect(read({ number: '6000', name: 'Rent', element: 'Expense' })).toMatchObject({
      number: '6000',
      name: 'Rent',
      element: 'expense',
    }));
  test.each([
    ['yes', true],
    ['TRUE', true],
    ['1', true],
    ['no', false],
    ['False', false],
    ['0', false],
    ['', undefined],
    ['  ', undefined],
  ])('says “%s” for %p', (text, flag) =>
    expect(
      read({ number: '1', name: 'A', element: 'asset', contra: text, typed_entries: text, active: text }),
    ).toMatchObject({ contra: flag, typedEntries: flag, active: flag }),
  );
  test('takes words in any case and drops spaces around them', () =>
    expect(
      read({
        number: ' 1100 ',
        name: ' Owed ',
        element: ' ASSET ',
        control: ' Receivables',
        currency: 'usd ',
        role: 'CASH',
      }),
    ).toMatchObject({
      number: '1100',
      name: 'Owed',
      element: 'asset',
      control: 'receivables',
      currency: 'USD',
      role: 'cash',
    }));
  test.each<[string, ChartRow['cells'], string[]]>([
    ['a flag that is none', { contra: 'perhaps' }, ['rows.7.contra']],
    ['several flags that are none', { active: 'x', typed_entries: 'y' }, ['rows.7.typed_entries', 'rows.7.active']],
    ['half a share', { share: '0.5' }, ['rows.7.share']],
    ['a share below nothing', { share: '-1' }, ['rows.7.share']],
    ['a share in words', { share: 'most', contra: 'some' }, ['rows.7.share', 'rows.7.contra']],
  ])('with %s is refused at its cell', (_, cells, paths) => {
    const result = accountFromRow(row({ number: '1', name: 'A', element: 'asset', ...cells }));
    expect(result.ok ? [] : result.problems.map((problem) => problem.path)).toEqual(paths);
  });
});

describe('a row of an account that is there already', () => {
  test.each(['1010', '1100', '1509', '3000', '3100'])('changes nothing of %s where its cells are empty', (number) =>
    expect(read({ number }, number)).toEqual(proposalOf(byNumber(chart, number), chart, NO_NAMES)),
  );
  test('changes what it says', () =>
    expect(read({ number: '1010', name: 'Giro', active: 'no' }, '1010')).toMatchObject({
      name: 'Giro',
      active: false,
      role: 'cash',
      parent: '1000',
    }));
  test('a normal balance that is given decides whether it is contra', () =>
    expect(read({ number: '1509', normal_balance: 'Debit' }, '1509')).toMatchObject({
      normalBalance: 'debit',
      contra: undefined,
    }));
  test('whom it refers to is named by number', () =>
    expect(read({ number: '3100' }, '3100')).toMatchObject({ closesTo: '3000' }));
});

/** Charts in memory have neither breakdowns nor tax codes. */
const NO_NAMES: ChartNames = { breakdowns: new Map(), taxCodes: new Map() };

test.each([...ORGANISATION_KINDS])('the starter chart of a %s reads back from its own file cell by cell', (kind) => {
  const made = chartFrom(starterChart(kind).accounts.map((account) => ({ ...account, breakdowns: undefined })));
  const rows = chartRows(made, NO_NAMES);
  expect(rows).toHaveLength(made.accounts.length);
  const again = chartFrom(
    rows.map((cells, index) => {
      const named = Object.fromEntries(CHART_COLUMNS.map((column, index) => [column, cells[index] ?? '']));
      const result = accountFromRow({ line: index + 2, cells: named });
      if (!result.ok) throw new Error(JSON.stringify(result.problems));
      return result.value;
    }),
  );
  expect(chartRows(again, NO_NAMES)).toEqual(rows);
});
