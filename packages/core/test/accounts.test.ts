import {
  CLASSIFICATIONS,
  checkAccountFields,
  checkAccountInChart,
  chartOf,
  elementFromNumber,
  inHeadingOrder,
  depthOf,
  normalBalanceOf,
  withClassificationsOfHeadings,
  type Account,
  type AccountHistory,
  type AccountId,
  type Problem,
  type ProposedAccount,
} from '../src/index.js';
import { byNumber, chartFrom } from './ledger.js';

const codes = (proposed: ProposedAccount): string[] => {
  const checked = checkAccountFields(proposed);
  return checked.ok ? [] : checked.problems.map((problem) => `${problem.code} at ${problem.path}`);
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
  const problemsOf = (changed: Partial<Account>, posted: number[] = [], lines = 0, withoutContact = 0): string[] =>
    problemsWith(changed, posted, { lines, withoutContact, entries: [] }).map((problem) => problem.code);
  const problemsWith = (changed: Partial<Account>, posted: number[], history: AccountHistory): Problem[] => {
    const after = { ...bank, ...changed };
    const rest = chart.accounts.filter((account) => account.id !== bank.id);
    return checkAccountInChart(after, chartOf([...rest, after]), (id) => posted.includes(id), {
      account: bank,
      history,
    });
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
  test('becomes a control account only if every posted line names a contact', () => {
    expect(problemsOf({ control: 'receivables' }, [], 5, 2)).toEqual(['control-in-use']);
    expect(problemsOf({ control: 'receivables' }, [], 5, 0)).toEqual([]);
  });
  test('once posted to, neither begins nor ceases to start each year at zero', () => {
    const capital = byNumber(chart, '3000');
    const drawings = { ...capital, role: 'drawings' as const, contra: true };
    const history = { lines: 1, withoutContact: 1, entries: ['2026-7'] };
    const before = { account: capital, history };
    const after = chartOf([...chart.accounts.filter((account) => account.id !== capital.id), drawings]);
    const [problem] = checkAccountInChart(drawings, after, () => false, before);
    expect(problem).toMatchObject({ code: 'role-in-use', path: 'role' });
    expect(problem?.message).toContain('1 posted line stands on this account (2026-7)');
  });
  test('is told which entries stand in the way, the first of them at least', () => {
    const history = { lines: 12, withoutContact: 0, entries: ['2026-3', '2026-4', '2026-9'] };
    const [problem] = problemsWith({ element: 'expense', parent: undefined as never }, [], history);
    expect(problem?.message).toBe(
      '12 posted lines stand on this account (2026-3, 2026-4, 2026-9 …), so its element cannot change.',
    );
  });
  test('is shown where its heading is', () => {
    expect(problemsOf({ classification: 'non-current-assets' })).toEqual(['parent-classification']);
    const moved = chartOf(
      chart.accounts.map((account) =>
        account.number === '1000' ? { ...account, classification: 'non-current-assets' } : account,
      ),
    );
    const heading = byNumber(moved, '1000').id;
    const after = withClassificationsOfHeadings(moved, new Set(), new Set([heading]));
    expect(byNumber(after, '1010').classification).toBe('non-current-assets');
    expect(withClassificationsOfHeadings(moved, new Set(), new Set())).toEqual(moved);
    expect(
      byNumber(withClassificationsOfHeadings(moved, new Set([bank.id]), new Set([bank.id])), '1010'),
    ).toMatchObject({
      classification: 'non-current-assets',
    });
  });
  test('stands under its heading', () => {
    expect(inHeadingOrder(chart).map((account) => account.number)).toEqual(['1000', '1010', '2000', '3000']);
    expect(depthOf(chart, bank)).toBe(1);
  });
});

test('normal balances and classifications', () => {
  expect(normalBalanceOf({ element: 'asset', contra: true })).toBe('credit');
  expect(normalBalanceOf({ element: 'revenue', contra: false })).toBe('credit');
  expect(Object.values(CLASSIFICATIONS).every((classification) => classification.label.length > 0)).toBe(true);
});
