import {
  CHART_COLUMNS,
  CLASSIFICATIONS,
  ORGANISATION_KINDS,
  accountFromRow,
  checkAccountFields,
  checkAccountInChart,
  chartOf,
  chartRows,
  checkContact,
  closingEntries,
  elementFromNumber,
  inHeadingOrder,
  depthOf,
  isTemporary,
  normalBalanceOf,
  resultTargets,
  starterChart,
  type Account,
  type AccountId,
  type ProposedAccount,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const codes = (proposed: ProposedAccount): string[] => {
  const checked = checkAccountFields(proposed);
  return checked.ok ? [] : checked.problems.map((one) => `${one.code} at ${one.path}`);
};

describe('an account', () => {
  test.each([
    ['1010', 'asset'],
    ['2', 'liability'],
    ['3900', 'equity'],
    ['4', 'revenue'],
    ['5000', 'expense'],
    ['9', 'expense'],
    ['A1', undefined],
    ['0', undefined],
  ])('numbered %s is proposed as %s', (number, element) => expect(elementFromNumber(number)).toBe(element));
  test('is filled in from its number and role', () => {
    expect(checkAccountFields({ number: '1510', name: ' Van ' })).toMatchObject({
      ok: true,
      value: {
        element: 'asset',
        classification: 'non-current-assets',
        name: 'Van',
        contra: false,
        typedEntries: true,
      },
    });
    expect(checkAccountFields({ number: '3100', name: 'Drawings', role: 'drawings' })).toMatchObject({
      ok: true,
      value: { contra: true },
    });
    expect(checkAccountFields({ number: '3900', name: 'Income summary', role: 'income-summary' })).toMatchObject({
      ok: true,
      value: { typedEntries: false },
    });
    expect(checkAccountFields({ number: '2100', name: 'Payables', control: 'yes' })).toMatchObject({
      ok: true,
      value: { control: 'payables' },
    });
  });
  test.each<[ProposedAccount, string[]]>([
    [
      { number: '', name: '' },
      ['account-number at number', 'account-name-missing at name', 'account-element at element'],
    ],
    [{ number: '1 0', name: 'x' }, ['account-number at number']],
    [{ number: 'A', name: 'x', element: 'thing' }, ['account-element at element']],
    [{ number: '1', name: 'x', role: 'king' }, ['account-role at role']],
    [{ number: '1', name: 'x', role: 'drawings' }, ['account-role-element at role']],
    [{ number: '1', name: 'x', control: 'payables' }, ['account-control at control']],
    [{ number: '1', name: 'x', control: 'receivables', role: 'cash' }, ['control-with-role at control']],
    [{ number: '1', name: 'x', classification: 'equity' }, ['account-classification at classification']],
    [{ number: '1', name: 'x', currency: 'EURO' }, ['account-currency at currency']],
    [{ number: '1', name: 'x', normalBalance: 'left' }, ['normal-balance at normalBalance']],
    [{ number: '1', name: 'x', normalBalance: 'credit', contra: false }, ['contra-disagrees at contra']],
    [{ number: '1', name: 'x', share: 1 }, ['share-role at share']],
    [{ number: '3', name: 'x', role: 'owner-capital', share: 0.5 }, ['share-weight at share']],
    [{ number: '1', name: 'x', closesTo: '3' }, ['closes-to-role at closesTo']],
  ])('%p is refused', (proposed, problems) => expect(codes(proposed)).toEqual(problems));
});

describe('in its chart, an account', () => {
  const chart = chartFrom([
    { number: '1000', name: 'Assets' },
    { number: '1010', name: 'Bank', parent: '1000' },
    { number: '2000', name: 'Loan' },
    { number: '3000', name: 'Capital', role: 'owner-capital' },
  ]);
  const bank = byNumber(chart, '1010');
  const problemsOf = (changed: Partial<Account>, posted: number[] = [], lines = 0): string[] => {
    const after = { ...bank, ...changed };
    const rest = chart.accounts.filter((one) => one.id !== bank.id);
    return checkAccountInChart(after, chartOf([...rest, after]), (id) => posted.includes(id), {
      account: bank,
      history: { lines },
    }).map((one) => one.code);
  };
  test.each<[string, Partial<Account>, string[]]>([
    ['with a number that is taken', { number: '2000' }, ['account-number-taken']],
    ['under a heading of another element', { parent: byNumber(chart, '2000').id }, ['parent-element']],
    ['under itself', { parent: bank.id }, ['parent-circle']],
    ['under nothing there is', { parent: 99 as AccountId }, ['parent-unknown']],
  ])('%s is refused', (_, changed, problems) => expect(problemsOf(changed)).toEqual(problems));
  test('may not make a posted account a heading', () =>
    expect(problemsOf({}, [byNumber(chart, '1000').id])).toEqual(['parent-posted']));
  test('keeps element and currency once posted to', () => {
    expect(problemsOf({ element: 'expense', parent: undefined as never }, [], 3)).toEqual(['element-in-use']);
    expect(problemsOf({ currency: 'USD' as never }, [], 1)).toEqual(['currency-in-use']);
  });
  test('stands under its heading', () => {
    expect(inHeadingOrder(chart).map((one) => one.number)).toEqual(['1000', '1010', '2000', '3000']);
    expect(depthOf(chart, bank)).toBe(1);
  });
});

describe.each(ORGANISATION_KINDS)('the starter chart of a %s', (kind) => {
  const chart = chartFrom(starterChart(kind));
  test('is short, and complete for every statement', () => {
    expect(chart.accounts.length).toBeGreaterThanOrEqual(23);
    expect(chart.accounts.length).toBeLessThanOrEqual(32);
    expect(new Set(chart.accounts.map((one) => one.element)).size).toBe(5);
    expect(chart.accounts.filter((one) => one.control).map((one) => one.control)).toEqual([
      'receivables',
      'payables',
    ]);
  });
  test('can be closed at once: every temporary account goes to zero', () => {
    expect(resultTargets(chart, kind).ok).toBe(true);
    const balances = chart.accounts.filter(isTemporary).map((one, place) => ({
      account: one.id,
      amount: (one.element === 'revenue' ? -1000 - place : 100 + place) as never,
    }));
    const closed = closingEntries({ chart, kind, date: '2026-12-31' as never, balances });
    expect(closed.ok).toBe(true);
    const left = new Map(balances.map((one) => [one.account, one.amount as number]));
    for (const line of closed.ok ? closed.value.flatMap((entry) => entry.lines) : [])
      left.set(line.account, (left.get(line.account) ?? 0) + line.amount);
    for (const one of chart.accounts.filter(isTemporary)) expect(left.get(one.id)).toBe(0);
  });
  test('survives being written to a file and read again', () => {
    const rows = chartRows(chart).map((cells, place) =>
      accountFromRow({
        line: place + 2,
        cells: Object.fromEntries(CHART_COLUMNS.map((name, at) => [name, cells[at]])),
      }),
    );
    const again = chartFrom(rows.map((row) => (row.ok ? row.value : (undefined as never))));
    expect(chartRows(again)).toEqual(chartRows(chart));
  });
});

test('normal balances and classifications', () => {
  expect(normalBalanceOf({ element: 'asset', contra: true })).toBe('credit');
  expect(normalBalanceOf({ element: 'revenue', contra: false })).toBe('credit');
  expect(Object.values(CLASSIFICATIONS).every((one) => one.label.length > 0)).toBe(true);
});

test.each([
  [{ name: '', roles: ['customer'] }, ['name']],
  [{ name: 'x', roles: [] }, ['roles']],
  [{ name: 'x', roles: ['king'] }, ['roles']],
  [{ name: 'x', number: 'a b', roles: ['member'] }, ['number']],
])('contact %p is refused', (proposed, paths) => {
  const checked = checkContact(proposed);
  expect(checked.ok ? [] : checked.problems.map((one) => one.path)).toEqual(paths);
});
