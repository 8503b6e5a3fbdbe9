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
  server = await RunningServer.start();
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
  const rows = chartOfCase(inputs).map((one) => [
    one.number,
    one.name,
    one.element,
    one.classification,
    String(one.contra),
    one.role,
    one.closesTo,
    one.share === undefined ? '' : String(one.share),
  ]);
  return csv([['number', 'name', 'element', 'classification', 'contra', 'role', 'closes_to', 'share'], ...rows]);
}

function entriesCsv(inputs: CycleInputs): string {
  const balances = (name: string, kind: string, of: CaseTrialBalance | undefined): (string | undefined)[][] =>
    (of?.rows ?? []).map((row) => [name, of?.date, kind, 'Balances', row.account, row.debit, row.credit]);
  const entry = (
    kind: string,
    at: number,
    { date, explanation, debits, credits }: CaseEntry,
  ): (string | undefined)[][] => [
    ...debits.map((side) => [`${kind}${at}`, date, kind, explanation, side.account, side.amount, '']),
    ...credits.map((side) => [`${kind}${at}`, date, kind, explanation, side.account, '', side.amount]),
  ];
  return csv([
    ['entry', 'date', 'kind', 'explanation', 'account', 'debit', 'credit'],
    ...balances('opening', 'opening', inputs.opening_balances),
    ...balances('starting', 'ordinary', inputs.starting_trial_balance),
    ...inputs.entries.flatMap((one, index) => entry('ordinary', index, one)),
    ...inputs.adjusting_entries.flatMap((one, index) => entry('adjusting', index, one)),
  ]);
}

const columns = (of: CaseTrialBalance): string[] => [
  ...of.rows.map((row) => `${row.account},${row.debit},${row.credit}`),
  `,${of.total_debit},${of.total_credit}`,
];
const withoutNames = (text: string): string[] =>
  text
    .trim()
    .split('\r\n')
    .slice(1)
    .map((row) => row.replace(/^([^,]*),(?:"(?:[^"]|"")*"|[^,]*),/, '$1,'));

type Cycle = ReturnType<typeof cycles>[number];

/** The same case so many days later that it ends on the 5th of April. */
function endingOnFifthOfApril(one: Cycle): Cycle {
  const { end } = one.inputs.period;
  const later = daysBetween(d(end), d(`${Number(end.slice(0, 4)) + 1}-04-05`));
  const moved = JSON.stringify(one).replace(
    /"(\d{4}-\d\d-\d\d)"/g,
    (_, day: string) => `"${addDays(d(day), later)}"`,
  );
  return { ...(JSON.parse(moved) as Cycle), id: `${one.id}, in a year from 6 April` };
}

// Each case names its source and basis in packages/core/test/cases.
describe.each([...cycles(), ...cycles().map(endingOnFifthOfApril)].map((one) => [one.id, one] as const))(
  '%s, imported over the API',
  (id, { inputs, expected }) => {
    const { start, end } = inputs.period;
    let at: string;
    const keyed = async (report: string): Promise<Record<string, string>> => {
      const { body } = await server.request('GET', `${at}/reports/${report}`);
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
      at = await server.organisation({
        name: id,
        kind: KIND_OF_FORM[inputs.form],
        baseCurrency: inputs.currency,
        fiscalYearStartMonth: next.month,
        fiscalYearStartDay: next.day,
        firstDay: start,
        starterChart: false,
      });
      expect(await server.request('POST', `${at}/accounts/import`, chartCsv(inputs))).toMatchObject({
        status: 200,
        body: { created: inputs.accounts.length },
      });
      expect(await server.request('POST', `${at}/entries/import`, entriesCsv(inputs))).toMatchObject({ status: 201 });
    });

    test('statements row by row as they were published, in the answers, on paper and in a workbook', async () => {
      const { income_statement: income, statement_of_changes_in_equity: equity, balance_sheet: sheet } = expected;
      const form = income.format ?? 'single-step';
      const asked = `from=${start}&to=${end}&form=${form}`;
      const get = async <Of>(report: string): Promise<Of> =>
        (await server.done('GET', `${at}/reports/${report}`)) as unknown as Of;
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
      for (const one of equity.components) {
        const column = changes.components.findIndex(({ account }) => account === one.account);
        const of = (...keys: string[]): number =>
          changes.rows
            .filter(({ key }) => keys.includes(key))
            .reduce((sum, { amounts }) => sum + cents(amounts[column]), 0);
        expect([
          one.account,
          of('opening-equity', 'contributions', 'other'),
          of('net-result'),
          of('withdrawals'),
        ]).toEqual([
          one.account,
          cents(one.opening) + cents(one.contributions),
          cents(one.net_income),
          cents(one.distributions),
        ]);
        expect(of('closing-equity')).toBe(cents(one.closing));
      }
      if (id.includes('in a year from')) return;
      // the same on paper, read back, and from the formulas of a workbook, reckoned by another program
      const pages = await pagesOfPdf(server, `${at}/reports/statements.pdf?${asked}`);
      const written = (amount: string): string =>
        Math.abs(Number(amount)).toLocaleString('en', { minimumFractionDigits: 2 });
      for (const [page, statement] of [
        [pages[0], result],
        [pages[2], position],
      ] as const)
        for (const { amount } of statement.rows) if (amount !== null) expect(page).toContain(written(amount));
      const { sheets } = await reckonedWorkbook(server, `${at}/reports/statements.xlsx?${asked}`, folder);
      const ends = [sheets[0], sheets[2]].map((rows) => Number(rows?.at(-1)?.[2]).toFixed(2));
      expect(ends).toEqual([income.net_income, sheet.total_liabilities_and_equity]);
    });
    test('trial balances before and after adjusting', async () => {
      const of = async (stage: string): Promise<string[]> =>
        withoutNames(
          (await server.request('GET', `${at}/reports/trial-balance.csv?asAt=${end}&stage=${stage}`)).body,
        );
      expect(await of('unadjusted')).toEqual(columns(expected.unadjusted_trial_balance));
      if (expected.adjusted_trial_balance)
        expect(await of('adjusted')).toEqual(columns(expected.adjusted_trial_balance));
    });
    test('statements, closing and the same statements after it', async () => {
      await statements();
      const year = end.slice(0, 4);
      const rehearsal = await server.request('GET', `${at}/fiscal-years/${year}/closing`);
      if (expected.closing_entries) {
        const wanted = expected.closing_entries.map((one) =>
          [
            ...one.debits.map((side) => `${side.account} ${side.amount}|`),
            ...one.credits.map((side) => `${side.account} |${side.amount}`),
          ].sort(),
        );
        type Line = { account: string; debit: string | null; credit: string | null };
        expect(
          rehearsal.body.entries.map((one: { lines: Line[] }) =>
            one.lines.map((line) => `${line.account} ${line.debit ?? ''}|${line.credit ?? ''}`).sort(),
          ),
        ).toEqual(wanted);
      }
      const rows = (of: {
        rows: { account: string; debit: string; credit: string }[];
        totalDebit: string;
        totalCredit: string;
      }): string[] => [
        ...of.rows.map((row) => `${row.account},${row.debit},${row.credit}`),
        `,${of.totalDebit},${of.totalCredit}`,
      ];
      if (expected.post_closing_trial_balance)
        expect(rows(rehearsal.body.postClosingTrialBalance)).toEqual(columns(expected.post_closing_trial_balance));
      expect((await server.request('POST', `${at}/fiscal-years/${year}/closing`, {})).status).toBe(201);
      if (expected.post_closing_trial_balance) {
        expect(
          rows((await server.request('GET', `${at}/reports/trial-balance?asAt=${end}&stage=post-closing`)).body),
        ).toEqual(columns(expected.post_closing_trial_balance));
      }
      await statements();
      const { proofs } = (await server.request('POST', `${at}/proofs/check?asAt=${end}`)).body as {
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
        ].map((key) => [key, true]),
      );
    });
  },
);
