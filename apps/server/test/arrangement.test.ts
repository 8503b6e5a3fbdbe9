import { afterAll, beforeAll, beforeEach, describe, expect, test } from '@jest/globals';
import type {
  ArrangedItemRequest,
  ArrangedStatementsResponse,
  ArrangementRequest,
  ArrangementResponse,
  BalanceSheetResponse,
  EquityStatementResponse,
  IncomeStatementResponse,
} from '@just-ledger/contract';
import { fromTo } from './entries.js';
import { followEveryFigure } from './followed-figures.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';
import { pagesOfPdf } from './written-files.js';

// Statements as an organisation arranges them: on screen, in files, in what figures are made of, in the archive.

let server: RunningServer;
let base: string;
const SPAN = 'from=2026-01-01&to=2026-12-31';
const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
  server.done(method, `${base}${path}`, body);
const kept = (): Promise<ArrangementResponse> => done('GET', '/reports/arrangement');
const asked = (change: Partial<ArrangementRequest>): Promise<Reply> =>
  server.request('PUT', `${base}/reports/arrangement`, { version: 0, order: [], parts: [], words: [], ...change });
const arrange = async (change: Partial<ArrangementRequest>): Promise<ArrangementResponse> => {
  const { version } = await kept();
  return (await done('PUT', '/reports/arrangement', {
    version,
    order: [],
    parts: [],
    words: [],
    ...change,
  })) as never;
};
const income = (): Promise<IncomeStatementResponse> =>
  done('GET', `/reports/income-statement?${SPAN}&form=multi-step`);
const sheet = (): Promise<BalanceSheetResponse> => done('GET', '/reports/balance-sheet?asAt=2026-12-31');
const told = ({ rows }: Pick<IncomeStatementResponse, 'rows'>): string[] =>
  rows.map(({ label, amount }) => (amount === null ? label : `${label} ${amount}`));
const named = (...names: string[]): string => names.join(', ');

const arrangedItemRequestOf = (account: string): ArrangedItemRequest => ({ account });
const group = (name: string, isTogether: boolean, accounts: string[]): ArrangedItemRequest => ({
  group: { name, isTogether, accounts },
});
const SITE = {
  classification: 'operating-expenses' as const,
  items: [group('Site', false, ['6200', '6100']), arrangedItemRequestOf('6000')],
};
const MACHINES = {
  classification: 'non-current-assets' as const,
  items: [group('Machines', true, ['1500', '1509'])],
};

beforeAll(async () => {
  server = await RunningServer.shared();
  base = await server.organisation({ firstDay: '2026-01-01', kind: 'sole-trader' });
  const post = (date: string, from: string, to: string, amount: string): Promise<Reply['body']> =>
    done('POST', '/entries', { date, explanation: 'As it happened', lines: fromTo(from, to, amount) });
  await post('2026-01-10', '3000', '1010', '5000.00');
  await post('2026-02-10', '4000', '1010', '900.00');
  await post('2026-03-10', '1010', '6000', '300.00');
  await post('2026-04-10', '1010', '6100', '120.50');
  await post('2026-05-10', '1010', '6200', '79.50');
  await post('2026-06-10', '1010', '1500', '2000.00');
  await post('2026-12-31', '1509', '6500', '250.00');
}, 60_000);
afterAll(() => server.stop());
beforeEach(() => arrange({}));

test('what nobody arranged is as usual: every account of every part, every term', async () => {
  const { parts, terms, order } = await kept();
  expect(order.slice(0, 2)).toEqual(['current-assets', 'non-current-assets']);
  expect(parts.every(({ isArranged }) => !isArranged)).toBe(true);
  const accounts = (await done('GET', '/accounts')) as { number: string; heading: boolean }[];
  const listed = parts.flatMap(({ items }) =>
    items.flatMap((item) => ('account' in item ? [item.account.number] : [])),
  );
  expect([...listed].sort()).toEqual(accounts.filter(({ heading }) => !heading).map(({ number }) => number));
  expect(terms.find(({ key }) => key === 'net-result')).toEqual({
    key: 'net-result',
    usual: 'Net income',
    usualLoss: 'Net loss',
    word: null,
    lossWord: null,
  });
});

describe('an arrangement', () => {
  test('decides what the statements draw, and in which words', async () => {
    await arrange({
      order: ['non-current-assets'],
      parts: [SITE, MACHINES],
      words: [
        { key: 'revenue', word: 'Takings' },
        { key: 'net-result', word: 'Profit' },
        { key: 'balance-sheet', word: 'Statement of financial position' },
      ],
    });
    expect(told(await income())).toEqual([
      'Takings',
      'Sales 900.00',
      'Total takings 900.00',
      'Operating expenses',
      'Site',
      expect.stringMatching(/ 79.50$/),
      expect.stringMatching(/ 120.50$/),
      'Site, total 200.00',
      expect.stringMatching(/ 250.00$/),
      expect.stringMatching(/ 300.00$/),
      'Total operating expenses 750.00',
      'Profit 150.00',
    ]);
    const position = await sheet();
    expect(position.title).toBe('Statement of financial position');
    expect(told(position).slice(0, 4)).toEqual([
      'Non-current assets',
      'Machines 1750.00',
      'Total non-current assets 1750.00',
      'Current assets',
    ]);
    expect(position.rows[1]?.together?.map(({ account, amount }) => [account, amount])).toEqual([
      ['1500', '2000.00'],
      ['1509', '-250.00'],
    ]);
    const equity = (await done('GET', `/reports/equity-statement?${SPAN}`)) as EquityStatementResponse;
    expect(equity.rows.find(({ key }) => key === 'net-result')?.label).toBe('Profit');
  });

  test('stands in print, in files and in every figure’s source', async () => {
    await arrange({ parts: [SITE, MACHINES], words: [{ key: 'income-statement', word: 'Profit and loss account' }] });
    const [page = ''] = await pagesOfPdf(server, `${base}/reports/statements.pdf?${SPAN}&form=multi-step`);
    expect(page).toContain('Profit and loss account');
    expect(page).toContain('Site');
    const csv = String(await done('GET', '/reports/balance-sheet.csv?asAt=2026-12-31'));
    expect(csv).toContain('account,,Machines,,1750.00');
    const { figures, faults } = await followEveryFigure(server, base, { from: '2026-01-01', to: '2026-12-31' });
    expect(faults).toEqual([]);
    expect(figures).toBeGreaterThan(40);
    const machines = await done('GET', `/reports/figure?statement=balance-sheet&${SPAN}&row=group-2`);
    expect(machines.parts.map(({ amount }: { amount: string }) => amount)).toEqual(['2000.00', '-250.00']);
  });

  test('is drawn before it is kept, with the proof that nothing is missing', async () => {
    const before = told(await income());
    const { version } = await kept();
    const drawn = (await done('POST', `/reports/arrangement/statements?${SPAN}&form=multi-step`, {
      version,
      order: [],
      parts: [SITE, MACHINES],
      words: [],
    })) as ArrangedStatementsResponse;
    expect(told(drawn.incomeStatement)).toContain('Site, total 200.00');
    expect(drawn.proof).toEqual({
      inLedger: 8,
      inStatements: 8,
      ledgerSum: '7300.00',
      statementsSum: '7300.00',
      holds: true,
    });
    expect(told(await income())).toEqual(before);
  });

  test('takes in accounts that come later, or are shown elsewhere since', async () => {
    await arrange({ parts: [SITE] });
    await done('POST', '/accounts', {
      number: '6150',
      name: 'Rates',
      element: 'expense',
      classification: 'operating-expenses',
    });
    const part = (await kept()).parts.find(({ classification }) => classification === 'operating-expenses');
    const names = part?.items.map((item) =>
      'group' in item
        ? named(item.group.name, ...item.group.accounts.map(({ number }) => number))
        : item.account.number,
    );
    expect(names?.slice(0, 2)).toEqual(['Site, 6200, 6100', '6150']);
    const { id, version } = (
      (await done('GET', '/accounts')) as { id: number; version: number; number: string }[]
    ).find(({ number }) => number === '6150') as { id: number; version: number };
    await done('PUT', `/accounts/${id}`, {
      number: '6150',
      name: 'Rates',
      element: 'expense',
      classification: 'other-expenses',
      version,
    });
    expect(
      JSON.stringify((await kept()).parts.find(({ classification }) => classification === 'other-expenses')),
    ).toContain('"6150"');
  });

  test('keeps to an account when it is renumbered', async () => {
    await arrange({ parts: [SITE] });
    const account = ((await done('GET', '/accounts')) as Record<string, unknown>[]).find(
      ({ number }) => number === '6200',
    ) as { id: number; version: number; name: string };
    const change = async (number: string, version: number): Promise<Reply['body']> =>
      done('PUT', `/accounts/${account.id}`, {
        number,
        name: account.name,
        element: 'expense',
        classification: 'operating-expenses',
        version,
      });
    await change('6999', account.version);
    expect(told(await income()).slice(4, 6)).toEqual(['Site', `${account.name} 79.50`]);
    await change('6200', account.version + 1);
  });

  test('leaves a trail, and goes into the archive and out of it', async () => {
    await arrange({ parts: [SITE], words: [{ key: 'net-result', word: 'Profit' }] });
    const [change] = (await done('GET', '/set-up-changes?subject=arrangement')) as { fields: unknown; by: string }[];
    expect(change?.fields).toEqual([
      { field: 'Operating expenses', from: null, to: 'Site (6200 6100), 6000' },
      { field: 'word for net result', from: null, to: 'Profit' },
    ]);
    const sent = await sendArchive(server, await archiveOf(server, base));
    const taken = await takeArchive(server, sent, 'Taken over');
    const own = await kept();
    const { parts, terms } = await server.done(
      'GET',
      `/api/organisations/${String(taken.organisation)}/reports/arrangement`,
    );
    expect({ parts, terms }).toEqual({ parts: own.parts, terms: own.terms });
  });
});

describe('an arrangement is refused', () => {
  test.each<[string, Partial<ArrangementRequest>, string]>([
    [
      'where it names an account twice',
      {
        parts: [
          {
            classification: 'operating-expenses',
            items: [arrangedItemRequestOf('6000'), group('A', true, ['6000'])],
          },
        ],
      },
      'arranged-twice at parts.0.items.1.group.accounts.0',
    ],
    [
      'where an account is shown elsewhere',
      { parts: [{ classification: 'revenue', items: [arrangedItemRequestOf('6000')] }] },
      'arranged-elsewhere at parts.0.items.0.account',
    ],
    [
      'where there is no such account',
      { parts: [{ classification: 'revenue', items: [arrangedItemRequestOf('4999')] }] },
      'account-unknown at parts.0.items.0.account',
    ],
    [
      'where a name is missing',
      { parts: [{ classification: 'revenue', items: [group('  ', true, ['4000'])] }] },
      'group-name at parts.0.items.0.group.name',
    ],
    [
      'where a part has a name twice',
      {
        parts: [
          {
            classification: 'operating-expenses',
            items: [group('Site', true, ['6000']), group('site', true, ['6100'])],
          },
        ],
      },
      'group-name-taken at parts.0.items.1.group.name',
    ],
    [
      'where an item is neither or both',
      { parts: [{ classification: 'revenue', items: [{}] }] },
      'arranged-item at parts.0.items.0',
    ],
    [
      'where a part is named twice',
      {
        parts: [
          { classification: 'revenue', items: [] },
          { classification: 'revenue', items: [] },
        ],
      },
      'part-twice at parts.1.classification',
    ],
    ['where it words what is no term', { words: [{ key: 'nothing', word: 'x' }] }, 'term-unknown at words.0.key'],
    [
      'where a word takes more than a line',
      { words: [{ key: 'revenue', word: 'a\nb' }] },
      'term-word at words.0.word',
    ],
  ])('%s', async (_, change, problem) => {
    const { version } = await kept();
    const reply = await asked({ version, ...change });
    expect([reply.status, problemCodes(reply)]).toEqual([422, [problem]]);
  });

  test('where somebody has kept another one meanwhile', async () => {
    const { version } = await kept();
    expect((await asked({ version, words: [{ key: 'revenue', word: 'Takings' }] })).status).toBe(200);
    expect((await asked({ version, words: [{ key: 'revenue', word: 'Sales' }] })).status).toBe(409);
    expect((await kept()).terms.find(({ key }) => key === 'revenue')?.word).toBe('Takings');
  });
});
