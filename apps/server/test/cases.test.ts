import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { EquityStatementResponse, StatementRowResponse } from '@just-ledger/contract';
import { addDays, daysBetween, parseCivilDate as d, partsOf } from '@just-ledger/core';
import {
  KIND_OF_FORM,
  chartOfCase,
  cycles,
  type CaseEntry,
  type CaseTrialBalance,
  type CycleInputs,
  type PublishedRow,
} from '../../../packages/core/test/cases.js';
import { reckonedWorkbook } from './reckoned-workbooks.js';
import { RunningServer, csv } from './running-server.js';
import { pagesOfPdf } from './written-files.js';

let server: RunningServer;
let folder: string;
beforeAll(async () => {
  server = await RunningServer.shared();
  folder = mkdtempSync(join(tmpdir(), 'just-ledger-cases-'));
});
afterAll(async () => {
  rmSync(folder, { recursive: true });
  await server.stop();
});

interface Rowed {
  readonly rows: readonly StatementRowResponse[];
}

function chartCsv(inputs: CycleInputs): string {
  const rows = chartOfCase(inputs).map((item) => [
    item.number,
    item.name,
    item.element,
    item.classification,
    String(item.contra),
    item.role,
    item.closesTo,
    item.share === undefined ? '' : String(item.share),
  ]);
  return csv([['number', 'name', 'element', 'classification', 'contra', 'role', 'closes_to', 'share'], ...rows]);
}

function entriesCsv(inputs: CycleInputs): string {
  const balances = (
    name: string,
    kind: string,
    caseTrialBalance: CaseTrialBalance | undefined,
  ): (string | undefined)[][] =>
    (caseTrialBalance?.rows ?? []).map((row) => [
      name,
      caseTrialBalance?.date,
      kind,
      'Balances',
      row.account,
      row.debit,
      row.credit,
    ]);
  const entry = (
    kind: string,
    index: number,
    { date, explanation, debits, credits }: CaseEntry,
  ): (string | undefined)[][] => [
    ...debits.map((side) => [`${kind}${index}`, date, kind, explanation, side.account, side.amount, '']),
    ...credits.map((side) => [`${kind}${index}`, date, kind, explanation, side.account, '', side.amount]),
  ];
  return csv([
    ['entry', 'date', 'kind', 'explanation', 'account', 'debit', 'credit'],
    ...balances('opening', 'opening', inputs.opening_balances),
    ...balances('starting', 'ordinary', inputs.starting_trial_balance),
    ...inputs.entries.flatMap((caseEntry, index) => entry('ordinary', index, caseEntry)),
    ...inputs.adjusting_entries.flatMap((adjusting_entry, index) => entry('adjusting', index, adjusting_entry)),
  ]);
}

const columns = (caseTrialBalance: CaseTrialBalance): string[] => [
  ...caseTrialBalance.rows.map((row) => `${row.account},${row.debit},${row.credit}`),
  `,${caseTrialBalance.total_debit},${caseTrialBalance.total_credit}`,
];
const withoutNames = (text: string): string[] =>
  text
    .trim()
    .split('\r\n')
    .slice(1)
    .map((row) => row.replace(/^([^,]*),(?:"(?:[^"]|"")*"|[^,]*),/, '$1,'));

type Cycle = ReturnType<typeof cycles>[number];

/** The same case so many days later that it ends on the 5th of April. */
function endingOnFifthOfApril(item: Cycle): Cycle {
  const { end } = item.inputs.period;
  const later = daysBetween(d(end), d(`${Number(end.slice(0, 4)) + 1}-04-05`));
  const moved = JSON.stringify(item).replace(
    /"(\d{4}-\d\d-\d\d)"/g,
    (_, day: string) => `"${addDays(d(day), later)}"`,
  );
  return { ...(JSON.parse(moved) as Cycle), id: `${item.id}, in a year from 6 April` };
}

// Each case names its source and basis in packages/core/test/cases.
describe.each([...cycles(), ...cycles().map(endingOnFifthOfApril)].map((item) => [item.id, item] as const))(
  '%s, imported over the API',
  (id, { inputs, expected }) => {
    const { start, end } = inputs.period;
    let path: string;
    const keyed = async (report: string): Promise<Record<string, string>> => {
      const { body } = await server.request('GET', `${path}/reports/${report}`);
      const rows = (body as string)
        .trim()
        .split('\r\n')
        .slice(1)
        .map((row) => row.split(','));
      return Object.fromEntries(
        rows.filter((row) => row[0] !== 'account' && row[0] !== 'heading').map((row) => [row[1], row.at(-1)]),
      );
    };
    const statements = async (): Promise<void> => {
      const income = await keyed(`income-statement.csv?from=${start}&to=${end}`);
      expect(income['net-result']).toBe(expected.income_statement.net_income);
      const equity = await keyed(`equity-statement.csv?from=${start}&to=${end}`);
      const { total } = expected.statement_of_changes_in_equity;
      expect([equity['net-result'], equity['closing-equity']]).toEqual([total.net_income, total.closing]);
      const sheet = await keyed(`balance-sheet.csv?asAt=${end}`);
      const { balance_sheet: wanted } = expected;
      expect([
        sheet['total-assets'],
        sheet['total-liabilities'],
        sheet['total-equity'],
        sheet['total-liabilities-and-equity'],
      ]).toEqual([
        wanted.total_assets,
        wanted.total_liabilities,
        wanted.total_equity,
        wanted.total_liabilities_and_equity,
      ]);
    };

    beforeAll(async () => {
      // a fiscal year that ends with the case's period, so that closing falls on its last day
      const next = partsOf(addDays(d(end), 1));
      path = await server.organisation({
        name: id,
        kind: KIND_OF_FORM[inputs.form],
        baseCurrency: inputs.currency,
        fiscalYearStartMonth: next.month,
        fiscalYearStartDay: next.day,
        firstDay: start,
        starterChart: false,
      });
      expect(await server.request('POST', `${path}/accounts/import`, chartCsv(inputs))).toMatchObject({
        status: 200,
        body: { created: inputs.accounts.length },
      });
      expect(await server.request('POST', `${path}/entries/import`, entriesCsv(inputs))).toMatchObject({
        status: 201,
      });
    });

    test('statements row by row as they were published, in the answers, on paper and in a workbook', async () => {
      const { income_statement: income, statement_of_changes_in_equity: equity, balance_sheet: sheet } = expected;
      const form = income.format ?? 'single-step';
      const asked = `from=${start}&to=${end}&form=${form}`;
      const get = async <Of>(report: string): Promise<Of> =>
        (await server.done('GET', `${path}/reports/${report}`)) as unknown as Of;
      const accountsOf = ({ rows }: Rowed): string[] =>
        rows.flatMap(({ account, amount }) => (account && Number(amount) !== 0 ? [`${account} ${amount}`] : []));
      const published = (...lists: readonly (readonly PublishedRow[] | undefined)[]): string[] =>
        lists.flatMap((rows = []) => rows.map(({ account, amount }) => `${account} ${amount}`)).sort();
      const result = await get<Rowed>(`income-statement?${asked}`);
      const operating = Object.values(income.operating_expenses ?? {}).flatMap(({ rows }) => rows);
      expect(accountsOf(result).sort()).toEqual(
        published(income.revenues, income.sales, income.expenses, income.cost_of_sales, operating),
      );
      const sums = Object.fromEntries(result.rows.map(({ key, amount }) => [key, amount]));
      const wanted = {
        'total-revenue': income.total_revenues,
        'total-expenses': income.total_expenses,
        'total-operating-revenue': income.net_sales,
        'total-cost-of-sales': income.total_cost_of_sales,
        'gross-result': income.gross_profit,
        'total-operating-expenses': income.total_operating_expenses,
        'net-result': income.net_income,
      };
      expect(sums).toMatchObject(
        Object.fromEntries(Object.entries(wanted).filter(([, amount]) => amount !== undefined)),
      );
      const position = await get<Rowed>(`balance-sheet?asAt=${end}`);
      expect(accountsOf(position).sort()).toEqual(published(sheet.assets, sheet.liabilities, sheet.equity));
      const changes = await get<EquityStatementResponse>(`equity-statement?${asked.replace(/&form.*/, '')}`);
      const cents = (amount: string | undefined): number => Math.round(Number(amount ?? 0) * 100) || 0;
      for (const component of equity.components) {
        const column = changes.components.findIndex(({ account }) => account === component.account);
        const numberOf = (...keys: string[]): number =>
          changes.rows
            .filter(({ key }) => keys.includes(key))
            .reduce((sum, { amounts }) => sum + cents(amounts[column]), 0);
        expect([
          component.account,
          numberOf('opening-equity', 'contributions', 'other'),
          numberOf('net-result'),
          numberOf('withdrawals'),
        ]).toEqual([
          component.account,
          cents(component.opening) + cents(component.contributions),
          cents(component.net_income),
          cents(component.distributions),
        ]);
        expect(numberOf('closing-equity')).toBe(cents(component.closing));
      }
      if (id.includes('in a year from')) return;
      // the same on paper, read back, and from the formulas of a workbook, reckoned by another program
      const pages = await pagesOfPdf(server, `${path}/reports/statements.pdf?${asked}`);
      const written = (amount: string): string =>
        Math.abs(Number(amount)).toLocaleString('en', { minimumFractionDigits: 2 });
      for (const [page, statement] of [
        [pages[0], result],
        [pages[2], position],
      ] as const)
        for (const { amount } of statement.rows) if (amount !== null) expect(page).toContain(written(amount));
      const { sheets } = await reckonedWorkbook(server, `${path}/reports/statements.xlsx?${asked}`, folder);
      const ends = [sheets[0], sheets[2]].map((rows) => Number(rows?.at(-1)?.[2]).toFixed(2));
      expect(ends).toEqual([income.net_income, sheet.total_liabilities_and_equity]);
    });
    test('trial balances before and after adjusting', async () => {
      const ask = async (stage: string): Promise<string[]> =>
        withoutNames(
          (await server.request('GET', `${path}/reports/trial-balance.csv?asAt=${end}&stage=${stage}`)).body,
        );
      expect(await ask('unadjusted')).toEqual(columns(expected.unadjusted_trial_balance));
      if (expected.adjusted_trial_balance)
        expect(await ask('adjusted')).toEqual(columns(expected.adjusted_trial_balance));
    });
    test('statements, closing and the same statements after it', async () => {
      await statements();
      const year = end.slice(0, 4);
      const rehearsal = await server.request('GET', `${path}/fiscal-years/${year}/closing`);
      if (expected.closing_entries) {
        const wanted = expected.closing_entries.map((closing_entry) =>
          [
            ...closing_entry.debits.map((side) => `${side.account} ${side.amount}|`),
            ...closing_entry.credits.map((side) => `${side.account} |${side.amount}`),
          ].sort(),
        );
        type Line = { account: string; debit: string | null; credit: string | null };
        expect(
          rehearsal.body.entries.map((entry: { lines: Line[] }) =>
            entry.lines.map((line) => `${line.account} ${line.debit ?? ''}|${line.credit ?? ''}`).sort(),
          ),
        ).toEqual(wanted);
      }
      const rows = (item: {
        rows: { account: string; debit: string; credit: string }[];
        totalDebit: string;
        totalCredit: string;
      }): string[] => [
        ...item.rows.map((row) => `${row.account},${row.debit},${row.credit}`),
        `,${item.totalDebit},${item.totalCredit}`,
      ];
      if (expected.post_closing_trial_balance)
        expect(rows(rehearsal.body.postClosingTrialBalance)).toEqual(columns(expected.post_closing_trial_balance));
      expect((await server.request('POST', `${path}/fiscal-years/${year}/closing`, {})).status).toBe(201);
      if (expected.post_closing_trial_balance) {
        expect(
          rows((await server.request('GET', `${path}/reports/trial-balance?asAt=${end}&stage=post-closing`)).body),
        ).toEqual(columns(expected.post_closing_trial_balance));
      }
      await statements();
      const { proofs } = (await server.request('POST', `${path}/proofs/check?asAt=${end}`)).body as {
        proofs: { key: string; holds: boolean }[];
      };
      expect(proofs.map((proof) => [proof.key, proof.holds])).toEqual(
        [
          'debits-credits',
          'result-equity',
          'equity-balance-sheet',
          'cash-flow',
          'ended-years',
          'opening-balances',
          'totals-lines',
          'seals',
          'kept-seals',
          'history',
        ].map((key) => [key, true]),
      );
    });
  },
);
