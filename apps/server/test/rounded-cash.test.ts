import { afterAll, beforeAll, expect, test } from '@jest/globals';
import type { BalanceSheetResponse, CashFlowResponse } from '@just-ledger/contract';
import { RunningServer } from './running-server.js';

// Rounded cash: what the balance sheets before and after it say, however many units its accounts give up to others.

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  path = await server.organisation({ firstDay: '2025-01-01' });
  const lines: object[] = [];
  for (let count = 1; count <= 7; count += 1) {
    const [bank, stock] = [`101${count}`, `131${count}`];
    await server.done('POST', `${path}/accounts`, {
      number: bank,
      name: `Bank ${count}`,
      element: 'asset',
      role: 'cash',
    });
    await server.done('POST', `${path}/accounts`, { number: stock, name: `Stock ${count}`, element: 'asset' });
    lines.push({ account: bank, debit: '100.40' }, { account: stock, debit: '100.60' });
  }
  const post = (date: string, lines: object[]) =>
    server.done('POST', `${path}/entries`, { date, explanation: 'As it happened', lines });
  await post('2025-06-30', [...lines, { account: '4000', credit: '1407.00' }]);
  await post('2026-06-30', [
    { account: '1011', debit: '10.30' },
    { account: '4000', credit: '10.30' },
  ]);
}, 60_000);
afterAll(() => server.stop());

test('one year ends with the cash that the next begins with, and both with that of the balance sheets', async () => {
  const { rows } = (await server.done(
    'GET',
    `${path}/reports/cash-flow-statement?from=2026-01-01&to=2026-12-31&columns=years:1&rounding=units`,
  )) as CashFlowResponse;
  const cash = (key: string): (string | null)[] => rows.find((row) => row.key === key)?.amounts ?? [];
  const sheet = async (asAt: string): Promise<number> => {
    const balanceSheet = (await server.done(
      'GET',
      `${path}/reports/balance-sheet?asAt=${asAt}&rounding=units`,
    )) as BalanceSheetResponse;
    return balanceSheet.rows
      .filter(({ label }) => label.startsWith('Bank '))
      .reduce((sum, { amount }) => sum + Number(amount), 0);
  };
  // 7 × 100.40 are 702.80, but of 1,407 in all each unit that is left over goes to the 7 × 100.60
  expect(await sheet('2025-12-31')).toBe(700);
  expect([cash('cash-at-beginning')[0], cash('cash-at-end')[1]]).toEqual(['700.00', '700.00']);
  expect(Number(cash('cash-at-end')[0])).toBe(await sheet('2026-12-31'));
});
