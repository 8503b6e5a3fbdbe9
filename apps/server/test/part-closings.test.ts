import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

async function books(fields: Record<string, unknown> = {}) {
  const base = await server.organisation(fields);
  const ask = (method: string, path: string, body?: object): Promise<Reply> =>
    server.request(method, `${base}${path}`, body);
  const done = (method: string, path: string, body?: object): Promise<Reply['body']> =>
    server.done(method, `${base}${path}`, body);
  const post = (date: string, from: string, to: string, amount: string): Promise<Reply['body']> =>
    done('POST', '/entries', { date, explanation: 'Posted', lines: fromTo(from, to, amount) });
  const close = (until?: string): Promise<Reply> =>
    ask('POST', `/fiscal-years/2026/closing${until ? `?until=${until}` : ''}`, {});
  const reopen = (until?: string): Promise<Reply> =>
    ask('POST', `/fiscal-years/2026/reopening${until ? `?until=${until}` : ''}`, { reason: 'A late bill' });
  const balances = async (asAt: string, stage = 'post-closing'): Promise<Record<string, string>> => {
    const { rows } = await done('GET', `/reports/trial-balance?asAt=${asAt}&stage=${stage}`);
    return Object.fromEntries(
      rows.map((row: Record<string, string>) => [row['account'], row['debit'] || `-${row['credit']}`]),
    );
  };
  return { at: base, ask, done, post, close, reopen, balances };
}

describe('a company that closes every month', () => {
  let here: Awaited<ReturnType<typeof books>>;
  const balanceSheets: string[] = [];
  beforeAll(async () => {
    here = await books();
    const { post, done } = here;
    await post('2026-01-02', '3000', '1010', '5000.00');
    for (const [month, sales, rent] of [
      ['01', '900.00', '400.00'],
      ['02', '100.00', '400.00'],
      ['03', '700.00', '400.00'],
    ] as const) {
      await post(`2026-${month}-10`, '4000', '1010', sales);
      await post(`2026-${month}-20`, '1010', '6100', rent);
    }
    for (const asAt of ['2026-01-31', '2026-02-14', '2026-03-31'])
      balanceSheets.push(JSON.stringify(await done('GET', `/reports/balance-sheet?asAt=${asAt}`)));
  });

  test('shows what it would post, up to the end of a month', async () => {
    const rehearsal = await here.done('GET', '/fiscal-years/2026/closing?until=2026-01-31');
    expect([rehearsal.date, rehearsal.wholeYear, rehearsal.closed]).toEqual(['2026-01-31', false, false]);
    expect(rehearsal.entries.at(-1).lines.map((line: { account: string }) => line.account)).toContain('3200');
    expect(rehearsal.postClosingTrialBalance.rows.map((row: { account: string }) => row.account)).toEqual([
      '1010',
      '3000',
      '3200',
    ]);
  });

  test('posts it, locks up to there, and goes on from zero; a loss is a loss', async () => {
    expect((await here.close('2026-01-31')).status).toBe(201);
    expect(await here.balances('2026-01-31')).toEqual({ '1010': '5500.00', '3000': '-5000.00', '3200': '-500.00' });
    expect(await here.balances('2026-02-28', 'unadjusted')).toEqual({
      '1010': '5200.00',
      '3000': '-5000.00',
      '3200': '-500.00',
      '4000': '-100.00',
      '6100': '400.00',
    });
    expect(
      problemCodes(
        await here.ask('POST', '/entries', {
          date: '2026-01-30',
          explanation: 'Late',
          lines: fromTo('1010', '6100', '1.00'),
        }),
      ),
    ).toEqual(['period-locked at date']);
    expect((await here.close('2026-02-28')).status).toBe(201);
    expect((await here.balances('2026-02-28'))['3200']).toBe('-200.00');
    expect((await here.close('2026-03-31')).status).toBe(201);
    const { years } = await here.done('GET', '/fiscal-years');
    expect(years[0].closings).toEqual(['2026-01-31', '2026-02-28', '2026-03-31']);
  });

  test('leaves every statement as it was, and that of a longer span is the sum of its months', async () => {
    const sheets: string[] = [];
    for (const asAt of ['2026-01-31', '2026-02-14', '2026-03-31'])
      sheets.push(JSON.stringify(await here.done('GET', `/reports/balance-sheet?asAt=${asAt}`)));
    expect(sheets).toEqual(balanceSheets);
    const results: number[] = [];
    for (const [from, to] of [
      ['2026-01-01', '2026-01-31'],
      ['2026-02-01', '2026-02-28'],
      ['2026-03-01', '2026-03-31'],
      ['2026-01-01', '2026-03-31'],
    ])
      results.push(
        Number((await here.done('GET', `/reports/income-statement?from=${from}&to=${to}`)).totals.netResult),
      );
    expect(results).toEqual([500, -300, 300, 500]);
    const equity = await here.done('GET', '/reports/equity-statement?from=2026-01-01&to=2026-03-31');
    const row = (key: string) => equity.rows.find((row: { key: string }) => row.key === key);
    expect([row('net-result').total, row('closing-equity').total, row('transfers')]).toEqual([
      '500.00',
      '5500.00',
      undefined,
    ]);
    for (const asAt of ['2026-01-31', '2026-02-14', '2026-03-31', '2026-12-31']) {
      const { proofs } = await here.done('GET', `/proofs?asAt=${asAt}`);
      expect([asAt, proofs.filter((proof: { holds: boolean }) => !proof.holds)]).toEqual([asAt, []]);
    }
  });

  test('is refused twice, where no month ends, or without anything to close', async () => {
    expect(problemCodes(await here.close('2026-02-28'))).toEqual(['year-closed at ']);
    expect(problemCodes(await here.close('2026-04-29'))).toEqual(['not-a-period-end at until']);
    expect(problemCodes(await here.close('2027-01-31'))).toEqual(['not-a-period-end at until']);
    expect(problemCodes(await here.close('2026-04-30'))).toEqual(['nothing-to-close at until']);
  });

  test('is reopened from its end, for a late bill, and closed again', async () => {
    expect(problemCodes(await here.reopen('2026-02-28'))).toEqual(['later-closing at ']);
    expect(problemCodes(await here.reopen('2026-04-30'))).toEqual(['year-open at ']);
    expect((await here.reopen('2026-03-31')).status).toBe(200);
    await here.post('2026-03-30', '1010', '6100', '50.00');
    expect((await here.close('2026-03-31')).status).toBe(201);
    expect((await here.balances('2026-03-31'))['3200']).toBe('-450.00');
    const again = await here.done('GET', '/fiscal-years/2026/closing?until=2026-03-31');
    expect([again.closed, again.entries.length > 0, again.posted.by]).toEqual([true, true, expect.any(String)]);
  });

  test('ends the year with what is left, and reopens it before its parts', async () => {
    await here.post('2026-11-11', '4000', '1010', '80.00');
    expect((await here.close()).status).toBe(201);
    expect((await here.balances('2026-12-31'))['3200']).toBe('-530.00');
    expect(problemCodes(await here.reopen('2026-03-31'))).toEqual(['later-year-closed at ']);
    expect((await here.reopen()).status).toBe(200);
    expect((await here.balances('2026-12-31'))['3200']).toBe('-450.00');
    const { proofs } = await here.done('GET', '/proofs?asAt=2026-12-31');
    expect(proofs.every((proof: { holds: boolean }) => proof.holds)).toBe(true);
  });
});

test('partners whose months leave odd cents: what was given out stands in the statements', async () => {
  const { done, post, close, balances } = await books({ kind: 'partnership' });
  const accounts: { number: string; role: string; id: number; version: number }[] = await done('GET', '/accounts');
  const capitals = accounts.filter(({ role }) => role === 'owner-capital').map(({ number }) => number);
  const [first = '', second = ''] = capitals;
  await post('2026-01-02', first, '1010', '100.00');
  for (const month of ['01', '02', '03']) await post(`2026-${month}-10`, '4000', '1010', '0.01');
  for (const end of ['2026-01-31', '2026-02-28', '2026-03-31']) expect((await close(end)).status).toBe(201);
  const after = await balances('2026-03-31');
  const equity = await done('GET', '/reports/equity-statement?from=2026-01-01&to=2026-03-31');
  const total = (number: string): string => {
    const index = equity.components.findIndex((component: { account: string }) => component.account === number);
    return equity.rows.find((row: { key: string }) => row.key === 'closing-equity').amounts[index];
  };
  for (const capital of [first, second].filter((text) => after[text]))
    expect(total(capital)).toBe(after[capital]?.slice(1));
  const { proofs } = await done('GET', '/proofs?asAt=2026-03-31');
  expect(proofs.filter((proof: { holds: boolean }) => !proof.holds)).toEqual([]);
});

test('months are locked up to one in one go, and unlocked from one on for one reason', async () => {
  const { done, post, ask } = await books();
  await post('2026-01-02', '3000', '1010', '5000.00');
  await done('POST', '/periods/2026-04/lock?several=true');
  const locked = async (): Promise<string[]> => {
    const { broughtForward, years } = await done('GET', '/fiscal-years');
    return [broughtForward, ...years[0].periods]
      .filter((period: { locked: boolean }) => period.locked)
      .map((period: { period: string }) => period.period);
  };
  expect(await locked()).toEqual(['brought-forward', '2026-01', '2026-02', '2026-03', '2026-04']);
  const late = { date: '2026-02-02', explanation: 'Late', lines: fromTo('1010', '6100', '1.00') };
  expect(problemCodes(await ask('POST', '/entries', late))).toEqual(['period-locked at date']);
  await done('POST', '/periods/2026-02/unlock?several=true', { reason: 'The bank was wrong' });
  expect(await locked()).toEqual(['brought-forward', '2026-01']);
  expect((await ask('POST', '/entries', late)).status).toBe(201);
});

test('what is left to do stands at each month that has begun', async () => {
  const { done, post, ask } = await books();
  await post('2026-01-02', '3000', '1010', '5000.00');
  await post('2026-03-10', '1010', '6500', '47.11');
  await post('2026-03-10', '1010', '6500', '47.11');
  await done('POST', '/drafts', { date: '2026-05-05', explanation: 'To come', lines: [] });
  await done('POST', '/recurring-journals', {
    name: 'Rent',
    schedule: { unit: 'month', every: 1, from: '2026-11-03' },
    entry: { explanation: 'Rent', lines: fromTo('1010', '6100', '800.00') },
  });
  const toDo = await done('GET', '/fiscal-years/2026/to-do');
  expect(toDo).toHaveLength(12);
  const read = (period: string) => toDo.find((candidate: { period: string }) => candidate.period === period);
  const found = { drafts: 0, due: 0, adjustments: 0, findings: 1, withoutPaper: null };
  expect(read('2026-03')).toEqual({ period: '2026-03', ...found });
  expect([read('2026-05').drafts, read('2026-11').due, read('2026-12').due]).toEqual([1, 1, 1]);
  expect(await done('GET', '/fiscal-years/2027/to-do')).toHaveLength(1);
  expect((await ask('GET', '/fiscal-years/1999/to-do')).status).toBe(404);
});
