import { accountIn, type Classification, inStatementOrder, reducedAccounts } from '../src/index.js';
import { casesOf } from './cases.js';
import { chartFrom } from './ledger.js';

const read = (
  number: string,
  name: string,
  contra = false,
  classification: Classification = 'non-current-assets',
) => ({
  number,
  name,
  contra,
  classification,
});

/** Which account each contra account of a chart is taken from, by number. */
function reduced(...accounts: Parameters<typeof chartFrom>[0]): Record<string, string> {
  const chart = chartFrom(accounts);
  return Object.fromEntries(
    [...reducedAccounts(chart)].map(([contra, id]) => [accountIn(chart, contra).number, accountIn(chart, id).number]),
  );
}

describe('which account a contra account is taken from', () => {
  test.each([
    [
      'the one whose number begins alike',
      [read('1500', 'Vans'), read('1509', 'Wear', true), read('1600', 'Mill'), read('1609', 'Wear of it', true)],
      { 1509: '1500', 1609: '1600' },
    ],
    [
      'the one that it names, whatever the numbers',
      [
        read('1510', 'Vans'),
        read('1520', 'Mill'),
        read('1591', 'Wear: Vans', true),
        read('1592', 'Wear, mill', true),
      ],
      { 1591: '1510', 1592: '1520' },
    ],
    [
      'the longer name where two are named',
      [read('15', 'Vans'), read('16', 'Small vans'), read('19', 'Wear of small vans', true)],
      { 19: '16' },
    ],
    [
      'the only one before it',
      [read('151', 'Mill'), read('152', 'Wear', true), read('157', 'Vans'), read('158', 'Wear', true)],
      { 152: '151', 158: '157' },
    ],
    ['none where several may be meant', [read('1510', 'Vans'), read('1520', 'Mill'), read('1590', 'Wear', true)], {}],
    [
      'none of another part',
      [read('1100', 'Customers', false, 'current-assets'), read('1109', 'Doubtful', true)],
      {},
    ],
  ])('%s', (_, accounts, expected) => expect(reduced(...accounts)).toEqual(expected));
  test('in the accounting cycles of handbooks, the account that they name', () => {
    type Inputs = {
      accounts?: { number: string; name: string; element: string; contra: boolean; contra_to?: string }[];
    };
    let found = 0;
    for (const { inputs } of casesOf<Inputs, unknown>('accounting-cycle')) {
      const assets = (inputs.accounts ?? []).filter(({ element }) => element === 'asset');
      const expected = assets.flatMap(({ number, contra, contra_to: to }) => (contra && to ? [[number, to]] : []));
      found += expected.length;
      expect(reduced(...assets.map(({ number, name, contra }) => read(number, name, contra)))).toEqual(
        Object.fromEntries(expected),
      );
    }
    expect(found).toBeGreaterThan(0);
  });
});

test('a contra account stands after the account that it is taken from', () => {
  const chart = chartFrom([read('1480', 'Wear of vans', true), read('1500', 'Vans'), read('1600', 'Mill')]);
  expect(inStatementOrder(chart).map(({ number }) => number)).toEqual(['1500', '1480', '1600']);
});
