import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import { fromTo } from './entries.js';
import { type Reply, RunningServer } from './running-server.js';

let server: RunningServer;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());

interface Found {
  id: string;
  version: number;
  type: string;
  title: string;
  evidence: ({ text: string } | { amount: string })[];
  account: string | null;
  entries: string[];
  state: string;
  reason: string | null;
  by: string | null;
}

async function books() {
  const base = await server.organisation({ firstDay: '2025-01-01' });
  const ask = (method: string, path: string, body?: object): Promise<Reply> =>
    server.request(method, `${base}${path}`, body);
  const post = async (date: string, from: string, to: string, amount: string, more: object = {}): Promise<string> => {
    const reply = await ask('POST', '/entries', {
      date,
      explanation: 'Posted',
      lines: fromTo(from, to, amount),
      ...more,
    });
    if (reply.status !== 201) throw new Error(JSON.stringify(reply.body));
    return reply.body.number;
  };
  const found = async (query = 'from=2026-01-01&to=2026-12-31'): Promise<Found[]> =>
    (await ask('GET', `/findings?${query}`)).body.findings;
  const ofType = async (type: string, query?: string): Promise<Found[]> =>
    (await found(query)).filter((found) => found.type === type);
  return { at: base, ask, post, found, of: ofType };
}
const plain = ({ evidence }: Found): string =>
  evidence.map((part) => ('text' in part ? part.text : part.amount)).join('');

describe('findings', () => {
  test('name their evidence and lead to account and entries; what is mended is gone', async () => {
    const { post, ask, of } = await books();
    await post('2025-01-02', '3000', '1010', '9000.00');
    await post('2026-03-03', '6600', '1010', '40.00');
    const first = await post('2026-04-07', '1010', '6500', '47.11');
    const second = await post('2026-04-07', '1010', '6500', '47.11');
    const [negative] = await of('unusual-side');
    expect([negative?.account, negative && plain(negative)]).toEqual([
      '6600',
      '40.00 credit at 31 December 2026, so at the end of each month since 31 March 2026',
    ]);
    const [same] = await of('same-entry');
    expect([same?.entries, same?.state]).toEqual([[first, second], 'open']);
    // not of these days
    expect(await of('same-entry', 'from=2026-05-01&to=2026-12-31')).toEqual([]);
    await ask('POST', `/entries/${second}/reverse`, { date: '2026-04-08' });
    expect(await of('same-entry')).toEqual([]);
    // what is kept of them heeds the set-up, too
    const accounts: { id: number; number: string; version: number }[] = (await ask('GET', '/accounts')).body;
    const insurance = accounts.find(({ number }) => number === '6600');
    const { id, version } = insurance ?? { id: 0, version: 0 };
    const renumbered = await ask('PUT', `/accounts/${id}`, { number: '6601', name: 'Dues of others', version });
    expect(renumbered.status).toBe(200);
    const [again] = await of('unusual-side');
    expect([again?.account, again?.title]).toEqual(['6601', expect.stringContaining('Dues of others')]);
  });

  test('looked at, because …: on the record, and open again once they rest on something else', async () => {
    const { post, ask, of } = await books();
    await post('2025-01-02', '3000', '1010', '9000.00');
    await post('2026-03-03', '6600', '1010', '40.00');
    const [finding] = await of('unusual-side');
    const path = `/findings/${finding?.id}`;
    const say = async (body: object): Promise<Reply> =>
      ask('PUT', path, { ...body, version: (await of('unusual-side'))[0]?.version ?? 0 });
    expect((await say({ state: 'looked-at' })).body.problems[0].code).toBe('reason-missing');
    expect((await say({ state: 'looked-at', reason: '  ' })).status).toBe(422);
    expect((await say({ state: 'mended', reason: 'x' })).status).toBe(422);
    const evidence = finding && plain(finding);
    expect((await say({ state: 'looked-at', reason: 'A refund of last year', evidence })).status).toBe(204);
    expect(await of('unusual-side')).toMatchObject([
      { state: 'looked-at', reason: 'A refund of last year', by: expect.any(String) },
    ]);
    expect((await ask('GET', '/findings?from=2026-01-01&to=2026-12-31')).body.open).toBe(0);
    await post('2026-05-05', '6600', '1010', '1.00');
    expect(await of('unusual-side')).toMatchObject([{ state: 'open', reason: 'A refund of last year' }]);
    await say({ state: 'looked-at', reason: 'Always' });
    expect(await of('unusual-side')).toMatchObject([{ state: 'looked-at', reason: 'Always' }]);
    await say({ state: 'open' });
    expect(await of('unusual-side')).toMatchObject([{ state: 'open', reason: null }]);
  });

  test('of something else are refused', async () => {
    const { ask } = await books();
    for (const id of ['nonsense.1', 'far-out', 'far-out~1'])
      expect([id, (await ask('PUT', `/findings/${id}`, { state: 'open' })).status]).toEqual([id, 404]);
    expect((await ask('GET', '/findings?from=2026-02-30')).status).toBe(422);
  });

  test('numbers of papers with signs of any kind are looked at too', async () => {
    const { ask, post, of } = await books();
    await ask('POST', '/contacts', { name: 'Hatch & Sons', roles: ['supplier'] });
    for (const date of ['2026-03-03', '2026-04-04'])
      await post(date, '2100', '6500', '47.11', {
        lines: [
          { account: '6500', debit: '47.11' },
          { account: '2100', credit: '47.11', contact: 'Hatch & Sons', document: 'A/7.5 %' },
        ],
      });
    const [twice] = await of('number-twice');
    expect(twice?.title).toBe('A/7.5 % was entered twice');
    const put = await ask('PUT', `/findings/${encodeURIComponent(twice?.id ?? '')}`, {
      state: 'looked-at',
      reason: 'Two parts',
    });
    expect(put.status).toBe(204);
    expect((await of('number-twice'))[0]?.state).toBe('looked-at');
  });
});
