import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { caseOf } from '../../../packages/core/test/cases.js';
import { RunningServer } from './running-server.js';

// What is published of depreciation, loans, schedules and sales tax, through the API from set-up to answer. The sources
// stand in the cases.

let server: RunningServer;
let base: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2020-01-01' });
  await done('POST', '/accounts', { number: '2590', name: 'Loan', classification: 'non-current-liabilities' });
});
afterAll(() => server.stop());

// eslint-disable-next-line @typescript-eslint/no-explicit-any -- what is asked for is looked into as it comes
async function done(method: string, path: string, body?: object): Promise<any> {
  const reply = await server.request(method, `${base}${path}`, body);
  if (reply.status >= 300) throw new Error(`${method} ${path}: ${JSON.stringify(reply.body)}`);
  return reply.body;
}

/** What a schedule comes to, once it is kept. */
async function previewOf(request: object, until: string): Promise<{ occurrences: Occurrence[]; instalments: Row[] }> {
  const { id } = await done('POST', '/recurring-journals', { name: 'As published', ...request });
  return done('GET', `/recurring-journals/${id}/preview?until=${until}`);
}
interface Occurrence {
  readonly date: string;
  readonly amount: string;
}
type Row = Readonly<Record<string, string>>;
const LINES = [
  { account: '6100', debit: '1.00' },
  { account: '1010', credit: '1.00' },
];
const ENTRY = { explanation: 'As published', lines: LINES };

describe('a loan', () => {
  const loan = (more: object) => ({
    amounts: 'loan',
    loan: {
      rate: '6',
      drawn: '2027-01-31',
      account: '2590',
      interestAccount: '6100',
      paymentAccount: '1010',
      ...more,
    },
    entry: { explanation: 'Instalment', lines: [] },
  });
  const monthly = (count: number) => ({ unit: 'month', every: 1, day: 'last', from: '2027-02-28', count });
  const told = ({ payment, interest, principal, balance }: Row) => ({ payment, interest, principal, balance });
  const withoutPeriod = ({ period: _, ...row }: Row & { period?: unknown }) => row;

  test('of level principal: loan-equal-principal', async () => {
    const { expected } = caseOf<unknown, { rows: Row[] }>('loan-amortisation', 'loan-equal-principal');
    const terms = loan({ principal: '12000.00', repayment: 'level-principal' });
    const { instalments } = await previewOf({ schedule: monthly(12), ...terms }, '2027-12-31');
    expect(instalments.map(told)).toEqual(expected.rows.map(withoutPeriod));
  });
  test('by level instalments over thirty years: loan-100000-6-percent-30-years', async () => {
    const { expected } = caseOf<unknown, { rows: Row[]; last_row: Row }>(
      'loan-amortisation',
      'loan-100000-6-percent-30-years',
    );
    const terms = loan({ principal: '100000.00', repayment: 'level' });
    const { instalments } = await previewOf({ schedule: monthly(360), ...terms }, '2027-12-31');
    expect(instalments.slice(0, expected.rows.length).map(told)).toEqual(expected.rows.map(withoutPeriod));
    expect([instalments.length, told(instalments.at(-1) ?? {})]).toEqual([360, withoutPeriod(expected.last_row)]);
  });
});

test.each([
  ['dep-straight-line-truck', 'straight-line'],
  ['dep-sum-of-years-digits-truck', 'sum-of-years-digits'],
])('depreciation year by year: %s', async (id, method) => {
  const { inputs, expected } = caseOf<
    { cost: string; salvage: string; life_years: number },
    { schedule: { depreciation: string }[] }
  >('depreciation', id);
  const asset = {
    name: 'Truck',
    cost: inputs.cost,
    residual: inputs.salvage,
    acquired: '2020-01-01',
    method,
    life: String(inputs.life_years),
  };
  const { occurrences } = await previewOf(
    {
      schedule: { unit: 'year', every: 1, from: '2020-12-31', count: inputs.life_years },
      amounts: 'depreciation',
      depreciation: { asset, expense: '6100', accumulated: '1500' },
      entry: { explanation: 'Depreciation', kind: 'adjusting', lines: [] },
    },
    '2027-01-31',
  );
  expect(occurrences.map(({ amount }) => amount)).toEqual(expected.schedule.map(({ depreciation }) => depreciation));
});

test.each<[string, object]>([
  ['recur-last-day-of-month', { unit: 'month', every: 1, day: 'last', from: '2023-10-31', count: 6 }],
  ['recur-fortnight-count', { unit: 'week', every: 2, from: '2024-12-20', count: 6 }],
  ['recur-until-is-inclusive', { unit: 'month', every: 1, from: '2024-01-15', until: '2024-04-15' }],
  [
    'recur-last-friday',
    { unit: 'month', every: 1, weekday: { nth: 'last', weekday: 'friday' }, from: '2024-01-26', count: 6 },
  ],
])('dates: %s', async (id, schedule) => {
  const { expected } = caseOf<unknown, { dates: string[] }>('recurring-journals', id);
  const { occurrences } = await previewOf({ schedule, entry: ENTRY }, '2027-01-31');
  expect(occurrences.map(({ date }) => date)).toEqual(expected.dates);
});

test('an amount spread over twelve months: prepayment-release-12-months', async () => {
  const { inputs, expected } = caseOf<{ amount: string }, { cumulative_rounding_first_six: string[] }>(
    'recurring-journals',
    'prepayment-release-12-months',
  );
  const { occurrences } = await previewOf(
    {
      schedule: { unit: 'month', every: 1, day: 'last', from: '2026-01-31', count: 12 },
      amounts: 'spread',
      spread: { total: inputs.amount },
      entry: ENTRY,
    },
    '2027-01-31',
  );
  const parts = occurrences.map(({ amount }) => amount);
  expect(parts.slice(0, 6)).toEqual(expected.cumulative_rounding_first_six);
  expect(parts.reduce((sum, part) => sum + Math.round(Number(part) * 100), 0)).toBe(Number(inputs.amount) * 100);
});

test('net, tax and gross of each amount: vat-inclusive-exclusive-cent', async () => {
  const { inputs, expected } = caseOf<
    { rows: { mode: string; rate_percent: string; amount: string }[] },
    { rows: { net: string; tax: string; gross: string }[] }
  >('sales-tax', 'vat-inclusive-exclusive-cent');
  const rates = [...new Set(inputs.rows.map((row) => row.rate_percent))];
  for (const rate of rates) {
    await done('POST', '/tax-codes', {
      code: `T${rate}`,
      name: `At ${rate} %`,
      side: 'sales',
      rates: [{ parts: [{ rate, side: 'credit', account: '2200' }] }],
    });
  }
  for (const [index, { mode, rate_percent: rate, amount }] of inputs.rows.entries()) {
    const { net, tax, gross } = expected.rows[index] ?? { net: '', tax: '', gross: '' };
    const isTurned = amount.startsWith('-');
    const [own, bank] = isTurned ? ['debit', 'credit'] : ['credit', 'debit'];
    const { lines } = await done('POST', '/entries', {
      date: '2026-03-01',
      explanation: `Row ${index}`,
      lines: [
        {
          account: '4000',
          [own]: amount.replace('-', ''),
          taxCode: `T${rate}`,
          amountIs: mode === 'inclusive' ? 'gross' : 'net',
        },
        { account: '1010', [bank]: gross.replace('-', '') },
      ],
    });
    const signed = (line: Row | undefined): string =>
      line === undefined ? '0.00' : `${isTurned ? '-' : ''}${line[own] ?? '?'}`;
    expect([index, signed(lines[0]), signed(lines[2])]).toEqual([index, net, tax]);
  }
});

test('the tax of lines, each by itself and once on the document: vat-line-versus-invoice-rounding', async () => {
  const { inputs, expected } = caseOf<
    { rate_percent: string; net_lines: string[] },
    { tax_sum_of_lines: string; tax_on_total: string }
  >('sales-tax', 'vat-line-versus-invoice-rounding');
  const taxes: string[] = [];
  for (const rounding of ['line', 'document']) {
    const code = `R${rounding.slice(0, 3)}`;
    await done('POST', '/tax-codes', {
      code,
      name: code,
      side: 'sales',
      rounding,
      rates: [{ parts: [{ rate: inputs.rate_percent, side: 'credit', account: '2200' }] }],
    });
    const nets = inputs.net_lines.reduce((sum, net) => sum + Number(net) * 100, 0);
    const tax = rounding === 'line' ? expected.tax_sum_of_lines : expected.tax_on_total;
    const { lines } = await done('POST', '/entries', {
      date: '2026-03-02',
      explanation: rounding,
      lines: [
        ...inputs.net_lines.map((net) => ({ account: '4000', credit: net, taxCode: code })),
        { account: '1010', debit: ((Math.round(nets) + Math.round(Number(tax) * 100)) / 100).toFixed(2) },
      ],
    });
    taxes.push(lines.at(-1).credit);
  }
  expect(taxes).toEqual([expected.tax_sum_of_lines, expected.tax_on_total]);
});
