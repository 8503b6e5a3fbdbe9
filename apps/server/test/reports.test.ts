import type { ProofResponse, ProofsResponse } from '@just-ledger/contract';
import fc from 'fast-check';
import Database from 'better-sqlite3';
import { join } from 'node:path';
import { BALANCE_SQL } from '../src/areas/ledger/balance-statements.js';
import { RunningServer, csv } from './running-server.js';

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation({ name: 'Reports', firstDay: '2025-04-10', fiscalYearStartMonth: 4 });
});
afterAll(() => server.stop());

/** A second way to every figure: straight from the lines, with no total and no function of the reports. */
const raw = <T>(sql: string, ...values: unknown[]): T[] => {
  const books = new Database(join(server.folder, 'books.sqlite'), { readonly: true });
  const rows = books.prepare(sql).all(...values) as T[];
  books.close();
  return rows;
};

describe('reports from totals', () => {
  const day = fc
    .integer({ min: 0, max: 640 })
    .map((days) => new Date(Date.UTC(2025, 3, 10 + days)).toISOString().slice(0, 10));
  const accounts = ['1000', '1010', '1200', '2200', '3000', '3200', '3300', '4000', '5000', '6100'];
  const moments: string[] = [];

  beforeAll(async () => {
    const entries = fc.sample(
      fc.record({
        day,
        kind: fc.constantFrom('ordinary', 'adjusting'),
        from: fc.constantFrom(...accounts),
        to: fc.constantFrom(...accounts),
        cents: fc.integer({ min: 1, max: 99999 }),
      }),
      { seed: 20270118, numRuns: 120 },
    );
    for (const [index, found] of entries.entries()) {
      const amount = (found.cents / 100).toFixed(2);
      const posted = await server.request('POST', `${path}/entries`, {
        date: found.day,
        kind: found.kind,
        explanation: `x${index}`,
        lines: [
          { account: found.to, debit: amount },
          { account: found.from, credit: amount },
        ],
      });
      expect(posted.status).toBe(201);
      if (index % 9 === 0)
        await server.request('POST', `${path}/entries/${posted.body.number}/reverse`, { date: found.day });
      if (index % 30 === 0) moments.push(posted.body.postedAt);
    }
    await server.request(
      'POST',
      `${path}/entries/import`,
      csv([
        ['entry', 'date', 'kind', 'explanation', 'account', 'debit', 'credit'],
        ['o', '2025-04-09', 'opening', 'Opening', '1010', '1000.00', ''],
        ['o', '', '', '', '3000', '', '1000.00'],
      ]),
    );
    await server.request('POST', `${path}/fiscal-years/2026/closing`, {});
  });

  const expected = (asAt: string, knownTo = Number.MAX_SAFE_INTEGER): Map<string, number> => {
    const start = asAt >= '2026-04-01' ? '2026-04-01' : asAt >= '2025-04-10' ? '2025-04-10' : '0000';
    const rows = raw<{ number: string; amount: number }>(
      `SELECT a.number AS number, sum(l.amount) AS amount FROM line l JOIN account a ON a.organisation = l.organisation AND a.id = l.account JOIN entry e ON e.organisation = l.organisation AND e.place = l.entry
       WHERE l.organisation = 1 AND l.date <= ? AND e.place <= ? AND NOT (l.stage = 'closing' AND l.date >= ?)
         AND (l.date >= ? OR NOT (a.element IN ('revenue', 'expense') OR coalesce(a.role, '') IN ('dividends', 'income-summary'))) GROUP BY a.number HAVING sum(l.amount) <> 0`,
      asAt,
      knownTo,
      start,
      start,
    );
    return new Map(rows.map((row) => [row.number, row.amount]));
  };
  const reported = async (query: string): Promise<Map<string, number>> => {
    const { body } = await server.request('GET', `${path}/reports/trial-balance?${query}`);
    type Row = { account: string; debit: string; credit: string };
    expect(body.totalDebit).toBe(body.totalCredit);
    return new Map(
      (body.rows as Row[])
        .filter((row) => row.account)
        .map((row) => [row.account, Math.round(Number(row.debit || 0) * 100 - Number(row.credit || 0) * 100)]),
    );
  };

  test.each([
    '2025-04-09',
    '2025-04-10',
    '2025-04-30',
    '2025-12-17',
    '2026-03-31',
    '2026-04-01',
    '2026-09-30',
    '2026-11-11',
    '2027-01-18',
  ])('agree with the lines at %s', async (date) => {
    expect(await reported(`asAt=${date}`)).toEqual(expected(date));
  });
  test.each(['2025-04', '2025-05', '2026-10'])(
    'agree with the lines at every day of %s, whichever end it is reached from',
    async (month) => {
      for (let day = month === '2025-04' ? 10 : 1; day <= 30; day += 1) {
        const date = `${month}-${String(day).padStart(2, '0')}`;
        expect([date, await reported(`asAt=${date}`)]).toEqual([date, expected(date)]);
      }
    },
  );
  test('show what was known at a moment', async () => {
    for (const moment of moments) {
      const [row] = raw<{ place: number }>(
        'SELECT max(place) AS place FROM entry WHERE organisation = 1 AND posted_at <= ?',
        moment,
      );
      expect(await reported(`asAt=2026-11-11&asKnownOn=${moment}`)).toEqual(expected('2026-11-11', row?.place));
    }
  });
  test('leave a reversal of an adjustment out exactly when the adjustment is', async () => {
    const fresh = await server.organisation({ name: 'Adjustments' });
    const post = async (date: string): Promise<string> =>
      (
        await server.request('POST', `${fresh}/entries`, {
          date,
          kind: 'adjusting',
          explanation: 'Accrual',
          lines: [
            { account: '6000', debit: '5.00' },
            { account: '2300', credit: '5.00' },
          ],
        })
      ).body.number;
    const early = await post('2026-03-31');
    await post('2026-09-30');
    await server.request('POST', `${fresh}/entries/${early}/reverse`, { date: '2026-09-01' });
    const unadjusted = async (query: string): Promise<unknown> =>
      (await server.request('GET', `${fresh}/reports/trial-balance?stage=unadjusted&${query}`)).body.rows;
    expect(await unadjusted('asAt=2026-12-31')).toEqual([]);
    expect(await unadjusted('asAt=2026-12-31&adjustmentsFrom=2026-07-01')).toEqual([]);
    expect(await unadjusted('asAt=2026-08-31&adjustmentsFrom=2026-07-01')).toMatchObject([
      { account: '2300', credit: '5.00' },
      { account: '6000', debit: '5.00' },
    ]);
  });
  test('page an account’s ledger without losing a line or the balance', async () => {
    const rows: { balance: string; entry: string }[] = [];
    const whole = (
      await server.request(
        'GET',
        `${path}/reports/account-ledger?account=1010&from=2025-04-10&to=2027-01-18&limit=500`,
      )
    ).body;
    for (let after: string | null = ''; after !== null;) {
      const { body } = await server.request(
        'GET',
        `${path}/reports/account-ledger?account=1010&from=2025-04-10&to=2027-01-18&limit=7${after ? `&after=${after}` : ''}`,
      );
      rows.push(...body.rows);
      after = body.next;
    }
    expect(rows).toEqual(whole.rows);
    expect(rows.at(-1)?.balance).toBe(whole.closing);
    expect((await reported('asAt=2027-01-18')).get('1010')).toBe(Math.round(Number(whole.closing) * 100));
  });
  test('read lines through their indexes', () => {
    const plan = (sql: string): string =>
      raw<{ detail: string }>(`EXPLAIN QUERY PLAN ${sql.replaceAll(/@\w+/g, '1')}`)
        .map((row) => row.detail)
        .join(' | ');
    const page = 'SCALAR SUBQUERY 1 | SEARCH balance USING PRIMARY KEY (organisation=? AND period<?)';
    expect(plan(BALANCE_SQL.whole())).toBe(`SEARCH b USING PRIMARY KEY (organisation=? AND period=?) | ${page}`);
    expect(plan(BALANCE_SQL.whole('AND b.account = 1'))).toBe(
      `SEARCH b USING PRIMARY KEY (organisation=? AND period=? AND account=?) | ${page}`,
    );
    const within = 'SEARCH b USING PRIMARY KEY (organisation=? AND period=?)';
    const lines = (date: string) =>
      `SEARCH l USING COVERING INDEX line_part (organisation=? AND period=? AND account=? AND stage=? AND movement=? AND ${date})`;
    expect(plan(BALANCE_SQL.takenOff())).toBe(
      `${within} | ${page.replace('1', '2')} | CORRELATED SCALAR SUBQUERY 1 | ${lines('date>?')}`,
    );
    expect(plan(BALANCE_SQL.added())).toBe(
      `${within} | ${page.replace('1', '4')} | CORRELATED SCALAR SUBQUERY 2 | SEARCH p USING PRIMARY KEY (organisation=? AND period=? AND account=? AND stage=? AND movement=?) | ${page} | CORRELATED SCALAR SUBQUERY 3 | ${lines('date<?')}`,
    );
    expect(
      plan(
        "SELECT date, amount FROM line WHERE organisation = 1 AND account = 2 AND date >= 'a' AND date <= 'b' AND (date > 'a' OR entry > 3 OR (entry = 3 AND place > 1)) ORDER BY date, entry, place LIMIT 5",
      ),
    ).toMatch(
      /^SEARCH line USING COVERING INDEX line_account \(organisation=\? AND account=\? AND date>\? AND date<\?\)$/,
    );
  });
  test('prove themselves after all of this', async () => {
    const { proofs } = (await server.request('POST', `${path}/proofs/check`)).body as {
      proofs: { key: string; holds: boolean }[];
    };
    expect(proofs.filter((proof) => !proof.holds)).toEqual([]);
  });

  test('income by month is what the lines of each month come to', async () => {
    const { body } = await server.request(
      'GET',
      `${path}/reports/income-statement?to=2026-03-31&form=multi-step&columns=months`,
    );
    expect(body.columns.slice(0, -1).map(({ from }: { from: string }) => from)).toEqual([
      '2025-04-10',
      ...['05', '06', '07', '08', '09', '10', '11', '12'].map((month) => `2025-${month}-01`),
      ...['01', '02', '03'].map((month) => `2026-${month}-01`),
    ]);
    const sums = raw<{ number: string; month: string; cents: number }>(
      `SELECT a.number, substr(l.date, 1, 7) AS month, sum(CASE a.element WHEN 'revenue' THEN -l.amount ELSE l.amount END) AS cents
      FROM line AS l JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
      WHERE l.organisation = ? AND a.element IN ('revenue', 'expense') AND l.stage <> 'closing'
        AND l.date BETWEEN '2025-04-10' AND '2026-03-31' GROUP BY 1, 2 HAVING cents <> 0`,
      Number(path.split('/').at(-1)),
    );
    const told = (body.rows as { account: string | null; amounts: (string | null)[] }[]).flatMap(
      ({ account, amounts }) =>
        account === null
          ? []
          : amounts
              .slice(0, -1)
              .flatMap((amount, index) =>
                Number(amount) === 0
                  ? []
                  : [[account, body.columns[index].from.slice(0, 7), Math.round(Number(amount) * 100)].join(' ')],
              ),
    );
    expect(sums.length).toBeGreaterThan(10);
    expect(told.sort()).toEqual(sums.map(({ number, month, cents }) => `${number} ${month} ${cents}`).sort());
  });
});

describe('a proof fails when one of its sides is broken', () => {
  const breakWith = async (sql: string): Promise<ProofResponse[]> => {
    const broken = await RunningServer.start();
    const mine = await broken.organisation();
    for (const account of ['3000', '4000', '6000'])
      await broken.request('POST', `${mine}/entries`, {
        date: '2026-05-01',
        explanation: 'x',
        lines: [
          { account: '1010', debit: '2.00' },
          { account, credit: '2.00' },
        ],
      });
    const books = new Database(join(broken.folder, 'books.sqlite'));
    for (const name of [
      'line_update',
      'total_update',
      'total_update_before_others',
      'balance_update',
      'entry_update',
    ])
      books.exec(`DROP TRIGGER ${name}`);
    books.exec(sql);
    books.close();
    const { proofs }: ProofsResponse = (await broken.request('POST', `${mine}/proofs/check?asAt=2026-12-31`)).body;
    await broken.stop();
    return proofs.filter((proof) => !proof.holds);
  };
  test('a line that was read long ago, and entries have been posted since, before and after somebody looked', async () => {
    const broken = await RunningServer.start();
    const mine = await broken.organisation();
    const post = async (): Promise<void> => {
      const reply = await broken.request('POST', `${mine}/entries`, {
        date: '2026-05-01',
        explanation: 'x',
        lines: [
          { account: '1010', debit: '2.00' },
          { account: '4000', credit: '2.00' },
        ],
      });
      expect(reply.status).toBe(201);
    };
    const debits = async (): Promise<[string, boolean]> => {
      const { proofs } = (await broken.request('GET', `${mine}/proofs?asAt=2026-12-31`)).body;
      const { left, holds } = proofs.find(({ key }: { key: string }) => key === 'debits-credits');
      return [left, holds];
    };
    const tamper = (sql: string): void => {
      const books = new Database(join(broken.folder, 'books.sqlite'));
      books.exec(`DROP TRIGGER IF EXISTS line_update; ${sql}`);
      books.close();
    };
    await post();
    expect(await debits()).toEqual(['2.00', true]);
    await post();
    tamper('UPDATE line SET amount = 150 WHERE entry = 1 AND amount > 0');
    await post();
    expect(await debits()).toEqual(['5.50', false]);
    tamper('UPDATE line SET amount = 200 WHERE entry = 1 AND amount > 0');
    expect(await debits()).toEqual(['6.00', true]);
    tamper('UPDATE line SET amount = 250 WHERE entry = 3 AND amount > 0');
    expect(await debits()).toEqual(['6.50', false]);
    await broken.stop();
  });
  test.each([
    [
      'a line',
      'UPDATE line SET amount = 150 WHERE entry = 1 AND place = 2',
      ['debits-credits', 'result-equity', 'cash-flow', 'totals-lines', 'seals'],
    ],
    [
      'the balances of revenue',
      "UPDATE balance SET amount = -150 WHERE account = (SELECT id FROM account WHERE number = '4000') ",
      ['result-equity', 'equity-balance-sheet', 'cash-flow', 'totals-lines'],
    ],
    [
      'the balances of capital',
      "UPDATE balance SET amount = -150 WHERE account = (SELECT id FROM account WHERE number = '3000') ",
      ['equity-balance-sheet', 'totals-lines'],
    ],
    ['the totals', 'UPDATE total SET amount = 1 WHERE account = 2', ['totals-lines']],
    ['a sealed text', "UPDATE entry SET explanation = 'y' WHERE place = 2", ['seals']],
  ])('%s; and each difference is explained, wholly', async (_, sql, failing) => {
    const proofs = await breakWith(sql);
    expect(proofs.map(({ key }) => key)).toEqual(failing);
    expect(proofs.map(({ key, explanations }) => [key, explanations?.amount])).toEqual(
      proofs.map(({ key, difference }) => [key, difference]),
    );
  });
  test('an entry is named that does not balance, an account whose totals are not its lines, with the days that show it', async () => {
    const ofLine = await breakWith('UPDATE line SET amount = 150 WHERE entry = 1 AND place = 2');
    const named = ofLine.map(({ key, explanations }) => [
      key,
      explanations?.largest.map(({ label, amount, entry }) => `${entry} ${label} ${amount}`),
    ]);
    const unbalanced = '2026-0001 its debits are not its credits';
    expect(named).toEqual([
      ['debits-credits', [`${unbalanced} 3.50`]],
      ['result-equity', [`${unbalanced} -3.50`]],
      ['cash-flow', [`${unbalanced} -3.50`]],
      ['totals-lines', ['null 3000 Share capital, May 2026 1']],
      ['seals', ['2026-0001 it is not what was sealed; this entry and all after it 3']],
    ]);
    const ofTotals = await breakWith(
      "UPDATE balance SET amount = -150 WHERE account = (SELECT id FROM account WHERE number = '3000') ",
    );
    const [equity, totals] = ofTotals.map(({ explanations }) => explanations?.largest);
    expect(equity).toEqual([
      {
        label: '3000 Share capital: its totals are not its lines',
        amount: '-0.50',
        entry: null,
        account: '3000',
        from: null,
        to: '2026-12-31',
      },
    ]);
    expect(totals).toMatchObject([{ account: '3000', from: '2026-05-01', to: '2026-05-31' }]);
  });
});
