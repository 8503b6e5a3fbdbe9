import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type { ProfitSharingResponse } from '@just-ledger/contract';
import { caseOf } from '../../../packages/core/test/cases.js';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

const [KING, LEE] = ['3000', '3010'] as const;

/** Books of two partners, each with drawings of their own. */
async function partners(firstDay = '2025-01-01') {
  const base = await server.organisation({ kind: 'partnership', firstDay, starterChart: false });
  const ask = (method: string, path: string, body?: object): Promise<Reply> =>
    server.request(method, `${base}${path}`, body);
  const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
    server.done(method, `${base}${path}`, body);
  await server.request(
    'POST',
    `${base}/accounts/import`,
    [
      'number,name,element,role,closes_to,share',
      '1010,Bank,asset,cash,,',
      `${KING},"King, capital",equity,owner-capital,,1`,
      `${LEE},"Lee, capital",equity,owner-capital,,1`,
      `3100,"King, drawings",equity,drawings,${KING},`,
      `3110,"Lee, drawings",equity,drawings,${LEE},`,
      '4000,Fees,revenue,,,',
      '6100,Rent,expense,,,',
    ].join('\n'),
  );
  const post = (date: string, from: string, to: string, amount: string): Promise<Reply['body']> =>
    done('POST', '/entries', { date, explanation: 'Posted', lines: fromTo(from, to, amount) });
  const close = (until = '', year = '2026'): Promise<Reply> =>
    ask('POST', `/fiscal-years/${year}/closing${until && `?until=${until}`}`, {});
  /** Closing capital of each partner in a statement of changes in equity, and the result each was given. */
  const equity = async (from: string, to: string, key = 'net-result'): Promise<string[]> => {
    const { components, rows } = await done('GET', `/reports/equity-statement?from=${from}&to=${to}`);
    const row = rows.find((row: { key: string }) => row.key === key);
    return [KING, LEE].map((number) => {
      const index = components.findIndex((component: { account: string }) => component.account === number);
      return row.amounts[index];
    });
  };
  const capitals = async (asAt: string): Promise<string[]> => {
    const { rows } = await done('GET', `/reports/trial-balance?asAt=${asAt}&stage=post-closing`);
    return [KING, LEE].map((number) => {
      const row = rows.find((row: { account: string }) => row.account === number);
      return row.credit || `-${row.debit}`;
    });
  };
  const agree = async (from: string, interest: string, shares: readonly (readonly [string, string, number])[]) =>
    ask('PUT', '/sharing', {
      from,
      version: ((await done('GET', '/sharing')) as ProfitSharingResponse[]).find((other) => other.from === from)
        ?.version,
      interest,
      partners: shares.map(([account, salary, weight]) => ({ account, salary, weight })),
    });
  const proofs = async (asAt: string): Promise<string[]> =>
    (await done('GET', `/proofs?asAt=${asAt}`)).proofs
      .filter((proof: { holds: boolean }) => !proof.holds)
      .map((proof: { name: string }) => proof.name);
  return { at: base, ask, done, post, close, equity, capitals, agree, proofs };
}

interface Division {
  net_income: string;
  interest: string[];
  remainder: string;
  shares: string[];
}
interface Partners {
  opening_capital: string[];
  salaries: string[];
  interest_percent: string;
  additional_investment: string[];
  drawings: string[];
}
const { inputs, expected } = caseOf<Partners, { divisions: Division[]; capital_statement: { closing: string[] } }>(
  'partnership',
  'partnership-division-of-income',
);

/** Published: the source stands in the case (Weygandt, Kimmel, Kieso, Accounting Principles, the King and Lee illustration). */
describe('salaries, interest, then the rest by weight', () => {
  test.each(expected.divisions.map((division) => [division.net_income, division] as const))(
    'a net income of %s',
    async (income, division) => {
      const { post, close, equity, capitals, agree, proofs, done } = await partners();
      await post('2025-12-31', KING, '1010', inputs.opening_capital[0] ?? '');
      await post('2025-12-31', LEE, '1010', inputs.opening_capital[1] ?? '');
      expect((await close('', '2025')).status).toBe(201);
      await agree('2026-01-01', inputs.interest_percent, [
        [KING, inputs.salaries[0] ?? '', 1],
        [LEE, inputs.salaries[1] ?? '', 1],
      ]);
      await post('2026-06-30', KING, '1010', inputs.additional_investment[0] ?? '');
      await post('2026-07-31', '4000', '1010', income);
      await post('2026-08-31', '1010', '3100', inputs.drawings[0] ?? '');
      await post('2026-09-30', '1010', '3110', inputs.drawings[1] ?? '');
      expect(await equity('2026-01-01', '2026-12-31')).toEqual(division.shares);
      const before = await done('GET', '/reports/balance-sheet?asAt=2026-12-31');
      expect((await close()).status).toBe(201);
      expect(await done('GET', '/reports/balance-sheet?asAt=2026-12-31')).toEqual(before);
      expect(await equity('2026-01-01', '2026-12-31')).toEqual(division.shares);
      if (income === '22000.00') expect(await capitals('2026-12-31')).toEqual(expected.capital_statement.closing);
      expect(await proofs('2026-12-31')).toEqual([]);
    },
  );
});

describe('a year of partners', () => {
  test('by months gives each its part of salaries and interest, which add up to the year', async () => {
    const { post, close, equity, capitals, agree, proofs } = await partners('2026-01-01');
    await agree('2026-01-01', '0', [
      [KING, '1000.00', 3],
      [LEE, '0', 2],
    ]);
    await post('2026-01-02', KING, '1010', '100.00');
    await post('2026-01-02', LEE, '1010', '100.00');
    await post('2026-01-20', '4000', '1010', '500.00');
    expect((await close('2026-01-31')).status).toBe(201);
    // 1000 × 31 / 365 = 84.93; the rest, 415.07, by 3 and 2
    expect(await capitals('2026-01-31')).toEqual(['433.97', '266.03']);
    expect(await equity('2026-01-01', '2026-01-31')).toEqual(['333.97', '166.03']);
    await post('2026-03-03', '1010', '6100', '20.00');
    expect((await close()).status).toBe(201);
    expect(await proofs('2026-12-31')).toEqual([]);
    const [king = '', lee = ''] = await capitals('2026-12-31');
    expect((Number(king) + Number(lee)).toFixed(2)).toBe('680.00');
    // the year: 1000.00 to King, the rest of -520.00 by 3 and 2
    expect(Number(king)).toBeCloseTo(100 + 1000 - 312, 2);
  });

  test('that ended in nothing, or is only begun, gives salaries all the same', async () => {
    const { post, close, capitals, agree, equity, proofs } = await partners('2026-01-01');
    await agree('2026-01-01', '0', [
      [KING, '365.00', 0],
      [LEE, '0', 1],
    ]);
    await post('2026-01-02', KING, '1010', '100.00');
    await post('2026-01-02', LEE, '1010', '1000.00');
    await post('2026-03-03', '4000', '1010', '50.00');
    await post('2026-03-04', '1010', '6100', '50.00');
    expect(await equity('2026-01-01', '2026-01-31')).toEqual(['31.00', '-31.00']);
    expect(await equity('2026-02-01', '2026-02-10')).toEqual(['10.00', '-10.00']);
    expect((await close()).status).toBe(201);
    expect(await capitals('2026-12-31')).toEqual(['465.00', '635.00']);
    expect(await proofs('2026-12-31')).toEqual([]);
  });

  test('that is closed keeps what was agreed then', async () => {
    const { post, close, agree, equity, ask, done } = await partners('2026-01-01');
    await post('2026-01-02', KING, '1010', '100.00');
    await post('2026-03-03', '4000', '1010', '50.00');
    expect((await close()).status).toBe(201);
    expect(problemCodes(await agree('2026-01-01', '0', [[KING, '0', 1]]))).toEqual(['year-closed at from']);
    expect((await agree('2027-01-01', '5', [[KING, '10.00', 1]])).status).toBe(204);
    expect(await equity('2026-01-01', '2026-12-31')).toEqual(['25.00', '25.00']);
    expect(await done('GET', '/sharing')).toEqual([
      {
        from: '2027-01-01',
        interest: '5',
        version: expect.any(Number),
        partners: [{ account: KING, name: 'King, capital', salary: '10.00', weight: 1 }],
      },
    ]);
    const changes = await done('GET', '/set-up-changes');
    expect(changes[0]).toMatchObject({ title: 'Sharing of the result from 1 January 2027' });
    void ask;
  });

  test('is agreed for partners, with somebody to take the rest', async () => {
    const { agree } = await partners('2026-01-01');
    expect(problemCodes(await agree('2026-02-30', 'x', [['1010', '-1', 1]]))).toEqual([
      'not-a-date at from',
      'not-a-percentage at interest',
      'not-a-capital at partners.0.account',
      'not-an-amount at partners.0.salary',
    ]);
    expect(
      problemCodes(
        await agree('2026-01-01', '0', [
          [KING, '0', 0],
          [KING, '0', 0],
        ]),
      ),
    ).toEqual(['partner-twice at partners', 'no-weight at partners']);
    // two that nobody knows are not one partner twice
    expect(
      problemCodes(
        await agree('2026-01-01', '0', [
          ['9998', '0', 1],
          ['9999', '0', 1],
        ]),
      ),
    ).toEqual(['not-a-capital at partners.0.account', 'not-a-capital at partners.1.account']);
    const company = await server.organisation();
    const refused = await server.request('PUT', `${company}/sharing`, {
      from: '2026-01-01',
      interest: '0',
      partners: [{ account: '3200', salary: '0', weight: 1 }],
    });
    expect(problemCodes(refused)).toContain('not-a-partnership at ');
  });
});
