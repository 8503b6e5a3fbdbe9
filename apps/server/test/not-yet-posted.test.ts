import type { AccountResponse, DraftResponse, EntryResponse, RecurringJournalResponse } from '@just-ledger/contract';
import { RunningServer, problemCodes, type Reply } from './running-server.js';

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.shared();
});
afterAll(() => server.stop());
beforeEach(async () => {
  path = await server.organisation();
});

const ask = (method: string, to: string, body?: unknown, headers?: Record<string, string>): Promise<Reply> =>
  server.lookedAt(method, `${path}${to}`, body, headers);
const done = async (method: string, to: string, body?: unknown): Promise<Reply['body']> => {
  const reply = await ask(method, to, body);
  if (reply.status >= 300) throw new Error(`${method} ${to}: ${JSON.stringify(reply.body)}`);
  return reply.body;
};
const entry = (amount: string) => ({
  date: '2026-12-20',
  kind: 'ordinary',
  explanation: 'Rent',
  lines: [
    { account: '6100', debit: amount },
    { account: '1010', credit: amount },
  ],
});
const problemPaths = ({ body }: Reply): string[] => body.problems.map((problem: { path: string }) => problem.path);
const entries = async (): Promise<{ debit: string }[]> =>
  (await done('GET', '/entries?from=2026-01-01&to=2027-12-31')).entries;
const renumber = async (from: string, to: string): Promise<void> => {
  const accounts = (await done('GET', '/accounts')) as AccountResponse[];
  const { id, name, element, version, role } = accounts.find(({ number }) => number === from) as AccountResponse;
  await done('PUT', `/accounts/${id}`, { number: to, name, element, version, ...(role && { role }) });
};

describe('a set', () => {
  const wrong = {
    ...entry('3.00'),
    lines: [
      { account: '6100', debit: '3.00' },
      { account: '9', credit: '3.00' },
    ],
  };
  test('is posted in its order, once for its key', async () => {
    const set = { entries: [entry('1.00'), { ...entry('2.00'), date: '2026-12-01' }] };
    const key = { 'idempotency-key': 'a set' };
    const [first, second] = [
      await ask('POST', '/entries/set', set, key),
      await ask('POST', '/entries/set', set, key),
    ];
    expect(first.status).toBe(201);
    expect(first.body.entries.map(({ number, amount }: EntryResponse) => [number, amount])).toEqual([
      ['2026-0001', '1.00'],
      ['2026-0002', '2.00'],
    ]);
    expect(second.body).toEqual(first.body);
    expect(await entries()).toHaveLength(2);
  });
  test('is posted whole or not at all, each problem at its entry', async () => {
    const refused = await ask('POST', '/entries/set', {
      entries: [entry('1.00'), wrong, { ...entry('2.00'), explanation: '', date: '1999-01-01' }],
    });
    expect(refused.status).toBe(422);
    expect(refused.body.problems.map(({ path: problemPath }: { path: string }) => problemPath)).toEqual([
      'entries.1.lines.1.account',
      'entries.2.date',
      'entries.2.explanation',
    ]);
    expect(await entries()).toHaveLength(0);
  });
  test('of too many, or of none, is refused', async () => {
    expect((await ask('POST', '/entries/set', { entries: [] })).status).toBe(422);
    const many = Array.from({ length: 501 }, () => entry('1.00'));
    expect((await ask('POST', '/entries/set', { entries: many })).status).toBe(422);
    expect(await entries()).toHaveLength(0);
  });
  test('of drafts is kept whole or not at all, once for its key', async () => {
    const key = { 'idempotency-key': 'drafts' };
    const set = { drafts: [entry('1.00'), wrong] };
    const kept = await ask('POST', '/drafts/set', set, key);
    expect(kept.body.map(({ lines }: DraftResponse) => lines.length)).toEqual([2, 2]);
    expect((await ask('POST', '/drafts/set', set, key)).body).toEqual(kept.body);
    expect(await done('GET', '/drafts')).toHaveLength(2);
  });
  test('of drafts is posted whole or not at all; they are drafts no more', async () => {
    const [first, second, third] = (await done('POST', '/drafts/set', {
      drafts: [entry('1.00'), entry('2.00'), wrong],
    })) as DraftResponse[];
    const named = (draft: DraftResponse | undefined) => ({ id: draft?.id, version: draft?.version });
    const post = (...drafts: object[]) => ask('POST', '/drafts/post', { drafts });
    expect(problemPaths(await post(named(first), named(third)))).toEqual(['drafts.1.lines.1.account']);
    expect(problemPaths(await post(named(first), { id: second?.id, version: 7 }))).toEqual(['drafts.1']);
    expect((await post(named(first), named(first))).status).toBe(422);
    expect(await entries()).toHaveLength(0);
    const posted = await post(named(second), named(first));
    expect(posted.body.entries.map(({ amount }: EntryResponse) => amount)).toEqual(['2.00', '1.00']);
    expect((await done('GET', '/drafts')).map(({ id }: DraftResponse) => id)).toEqual([third?.id]);
    const again = await post(named(third), named(first));
    expect([again.status, problemPaths(again)]).toEqual([409, ['drafts.1']]);
    expect(again.body.problems[0].message).toMatch(/^This draft was posted as 2026-0002 by /);
  });
});

test('sentences that simple entries were said with are told, the usual ones first, without those reversed', async () => {
  const say = (explanation: string, amount = '1.00') => done('POST', '/entries', { ...entry(amount), explanation });
  const slip = await say('Slip');
  await done('POST', `/entries/${slip.number}/reverse`, { date: '2026-12-20' });
  await say('Stamps');
  await say('Rent', '10.00');
  await say('Rent', '12.00');
  await done('POST', '/entries', {
    ...entry('3.00'),
    lines: [
      { account: '6100', debit: '1.00' },
      { account: '6100', debit: '2.00' },
      { account: '1010', credit: '3.00' },
    ],
  });
  expect(await done('GET', '/entries/sentences')).toEqual([
    {
      from: { account: '1010', contact: null, breakdowns: null, taxCode: null },
      to: { account: '6100', contact: null, breakdowns: null, taxCode: null },
      explanation: 'Rent',
      times: 2,
      number: '2026-0005',
      date: '2026-12-20',
      amount: '12.00',
    },
    expect.objectContaining({ explanation: 'Stamps', times: 1 }),
  ]);
});

describe('the review of a draft', () => {
  const told = ({ events }: DraftResponse) =>
    events.map(({ what, text }) => (text === null ? what : `${what}: ${text}`));
  const by = (draft: DraftResponse) => ({ version: draft.version });
  test('goes from hand to hand, and all of it is kept behind the entry', async () => {
    const draft = (await done('POST', '/drafts', entry('10.00'))) as DraftResponse;
    const refused = await ask('POST', `/drafts/${draft.id}/send-back`, { reason: 'Which month?' });
    expect([refused.status, problemCodes(refused)]).toEqual([422, ['draft-not-for-review at ']]);
    const handedIn = await done('PUT', `/drafts/${draft.id}`, { ...entry('10.00'), forReview: true, ...by(draft) });
    expect(handedIn.state).toBe('for-review');
    expect((await ask('POST', `/drafts/${draft.id}/send-back`, { reason: ' ' })).status).toBe(422);
    const late = { reason: 'late', version: draft.version };
    expect((await ask('POST', `/drafts/${draft.id}/send-back`, late)).status).toBe(409);
    const back = await done('POST', `/drafts/${draft.id}/send-back`, { reason: 'Which month?', ...by(handedIn) });
    expect(back.state).toBe('sent-back');
    const noted = await done('POST', `/drafts/${draft.id}/notes`, { text: 'December, as the bill says.' });
    expect(noted.version).toBe(back.version);
    const changed = await done('PUT', `/drafts/${draft.id}`, { ...entry('11.00'), ...by(back) });
    expect(changed.state).toBe('sent-back');
    const again = await done('PUT', `/drafts/${draft.id}`, { ...entry('12.00'), forReview: true, ...by(changed) });
    expect(told(again)).toEqual([
      'prepared',
      'handed-in',
      'sent-back: Which month?',
      'noted: December, as the bill says.',
      'changed',
      'handed-in',
    ]);
    const { number } = await done('POST', `/drafts/${draft.id}/post`, by(again));
    expect(told({ events: await done('GET', `/entries/${number}/trail`) } as DraftResponse).slice(-2)).toEqual([
      'handed-in',
      `posted: ${number}`,
    ]);
    const written = await done('POST', '/entries', entry('1.00'));
    expect(await done('GET', `/entries/${written.number}/trail`)).toEqual([]);
  });
  test('says what it lacks, by the same rules that refuse it', async () => {
    const draft = await done('POST', '/drafts', { lines: [{ account: '6100', debit: '1.00' }] });
    const [listed] = (await done('GET', '/drafts')) as DraftResponse[];
    const refused = await ask('POST', `/drafts/${draft.id}/post`, {});
    expect(listed?.lacks).toEqual(refused.body.problems);
    expect(listed?.lacks.map(({ code }) => code)).toContain('unbalanced');
    await done('PUT', `/drafts/${draft.id}`, { ...entry('1.00'), version: 1 });
    expect((await done('GET', `/drafts/${draft.id}`)).lacks).toEqual([]);
  });
  test('discards and brings back; what is discarded neither waits nor is posted', async () => {
    const draft = await done('POST', '/drafts', entry('10.00'));
    expect((await ask('POST', `/drafts/${draft.id}/bring-back`)).status).toBe(422);
    await done('DELETE', `/drafts/${draft.id}`);
    expect(await done('GET', '/drafts')).toEqual([]);
    expect((await done('GET', '/drafts?state=discarded')).map(({ id }: DraftResponse) => id)).toEqual([draft.id]);
    const refused = await ask('POST', `/drafts/${draft.id}/post`, {});
    expect(refused.body.problems[0].message).toMatch(/^This draft was discarded by /);
    expect((await ask('PUT', `/drafts/${draft.id}`, { ...entry('1.00'), version: 2 })).status).toBe(409);
    const back = await done('POST', `/drafts/${draft.id}/bring-back`);
    expect([back.state, told(back)]).toEqual(['draft', ['prepared', 'discarded', 'brought-back']]);
    await done('POST', `/drafts/${draft.id}/post`, by(back));
    expect((await ask('POST', `/drafts/${draft.id}/bring-back`)).status).toBe(409);
  });
});

describe('two people', () => {
  let approvers = 0;
  /** Books that ask for two people from 100.00 on, their owner and an approver who has joined. */
  async function twoPeople(): Promise<{ other: (method: string, to: string, body?: unknown) => Promise<Reply> }> {
    const { version } = await done('GET', '');
    await done('PATCH', '', { twoPeopleFrom: '100.00', version });
    approvers += 1;
    const approver = await server.member(path, `approver-${approvers}`, 'approver');
    return { other: (method, to, body) => approver.request(method, `${path}${to}`, body) };
  }
  const told =
    'Entries of 100.00 or more are posted by somebody else than who prepared them. Hand this one in for review.';
  test('are asked for from an amount on: whoever prepared an entry does not post it', async () => {
    const { other } = await twoPeople();
    expect((await ask('POST', '/entries', entry('99.99'))).status).toBe(201);
    const refused = await ask('POST', '/entries', entry('100.00'));
    expect([problemCodes(refused), refused.body.problems[0].message]).toEqual([['two-people at '], told]);
    const set = await ask('POST', '/entries/set', { entries: [entry('1.00'), entry('200.00')] });
    expect(problemCodes(set)).toEqual(['two-people at entries.1']);
    const draft = (await done('POST', '/drafts', { ...entry('100.00'), forReview: true })) as DraftResponse;
    const own = await ask('POST', `/drafts/${draft.id}/post`, { version: draft.version });
    expect(problemCodes(own)).toEqual(['two-people at ']);
    // changed on the way into the books it is prepared by who posts it
    const changed = await other('POST', `/drafts/${draft.id}/post`, {
      version: draft.version,
      entry: entry('101.00'),
    });
    expect(problemCodes(changed)).toEqual(['two-people at ']);
    const { lines, date, kind, explanation } = entry('100.00');
    const same = { version: draft.version, entry: { explanation, kind, date, reference: '', lines } };
    expect((await other('POST', `/drafts/${draft.id}/post`, same)).status).toBe(201);
    expect(await entries()).toHaveLength(2);
  });
  test('means who wrote what the draft holds: a reviewer who changes it does not post it', async () => {
    const { other } = await twoPeople();
    const draft = (await done('POST', '/drafts', { ...entry('100.00'), forReview: true })) as DraftResponse;
    const changed = await other('PUT', `/drafts/${draft.id}`, { ...entry('120.00'), version: draft.version });
    const set = { drafts: [{ id: draft.id, version: changed.body.version }] };
    expect(problemCodes(await other('POST', '/drafts/post', set))).toEqual(['two-people at drafts.0']);
    expect((await ask('POST', '/drafts/post', set)).status).toBe(201);
  });
  test('are not asked for a reversal, nor any more once that is taken back', async () => {
    const posted = await done('POST', '/entries', entry('500.00'));
    await twoPeople();
    expect((await ask('POST', `/entries/${posted.number}/reverse`, { date: '2026-12-20' })).status).toBe(201);
    const { version, twoPeopleFrom } = await done('GET', '');
    expect(twoPeopleFrom).toBe('100.00');
    expect(problemCodes(await ask('PATCH', '', { twoPeopleFrom: 'some', version }))).toEqual([
      'amount at twoPeopleFrom',
    ]);
    await done('PATCH', '', { twoPeopleFrom: null, version });
    expect((await ask('POST', '/entries', entry('500.00'))).status).toBe(201);
  });
});

describe('a pattern', () => {
  const rent = { name: 'Rent', entry: entry('800.00') };
  test('is kept under a name of its own, changed, and kept no longer', async () => {
    const kept = await done('POST', '/patterns', rent);
    expect(kept).toMatchObject({ name: 'Rent', explanation: 'Rent', version: 1 });
    expect(kept.lines.map(({ debit }: { debit?: string }) => debit)).toEqual(['800.00', undefined]);
    const taken = await ask('POST', '/patterns', { ...rent, name: ' RENT ' });
    expect([taken.status, problemCodes(taken)]).toEqual([422, ['pattern-name-taken at name']]);
    expect(problemCodes(await ask('POST', '/patterns', { ...rent, name: ' ' }))).toEqual(['pattern-name at name']);
    await done('POST', '/patterns', { ...rent, name: 'allotment' });
    expect((await done('GET', '/patterns')).map(({ name }: { name: string }) => name)).toEqual(['allotment', 'Rent']);
    const lines = entry('1').lines.map(({ account }) => ({ account }));
    const changed = { ...rent, name: 'rent', entry: { ...entry('1'), lines }, version: 1 };
    expect(await done('PUT', `/patterns/${kept.id}`, changed)).toMatchObject({ name: 'rent', lines, version: 2 });
    expect((await ask('PUT', `/patterns/${kept.id}`, changed)).status).toBe(409);
    expect((await ask('DELETE', `/patterns/${kept.id}?version=1`)).status).toBe(409);
    await done('DELETE', `/patterns/${kept.id}?version=2`);
    expect((await ask('DELETE', `/patterns/${kept.id}`)).status).toBe(404);
    expect(await done('GET', '/patterns')).toHaveLength(1);
  });
  test('means its accounts whatever their numbers are by now', async () => {
    await done('POST', '/patterns', rent);
    await renumber('6100', '6111');
    const [kept] = await done('GET', '/patterns');
    expect(kept.lines.map(({ account }: { account: string }) => account)).toEqual(['6111', '1010']);
  });
});

describe('a draft', () => {
  test('is posted in one act: two tabs post it once, the second is told by which entry', async () => {
    const draft = (await done('POST', '/drafts', entry('10.00'))) as DraftResponse;
    const replies = await Promise.all([
      ask('POST', `/drafts/${draft.id}/post`, { version: 1, entry: entry('10.00') }),
      ask('POST', `/drafts/${draft.id}/post`, { version: 1, entry: entry('10.00') }),
    ]);
    expect(replies.map(({ status }) => status).sort()).toEqual([201, 409]);
    const refused = replies.find(({ status }) => status === 409);
    expect(refused?.body.problems[0]).toMatchObject({ code: 'draft-ended' });
    expect(refused?.body.problems[0].message).toMatch(/^This draft was posted as 2026-0001 by /);
    expect(await entries()).toHaveLength(1);
  });
  test('posted again with its key answers the same entry', async () => {
    const draft = await done('POST', '/drafts', entry('10.00'));
    const key = { 'idempotency-key': 'once' };
    const [first, second] = [
      await ask('POST', `/drafts/${draft.id}/post`, { version: 1 }, key),
      await ask('POST', `/drafts/${draft.id}/post`, { version: 1 }, key),
    ];
    expect([first.status, second.body]).toEqual([201, first.body]);
  });
  test('changed meanwhile is not posted from a stale tab, nor changed or thrown away by it', async () => {
    const draft = await done('POST', '/drafts', entry('10.00'));
    await done('PUT', `/drafts/${draft.id}`, { ...entry('25.00'), version: 1 });
    const stale = [
      await ask('POST', `/drafts/${draft.id}/post`, { version: 1, entry: entry('10.00') }),
      await ask('PUT', `/drafts/${draft.id}`, { ...entry('11.00'), version: 1 }),
      await ask('DELETE', `/drafts/${draft.id}?version=1`),
    ];
    expect(stale.map(({ status }) => status)).toEqual([409, 409, 409]);
    expect(await entries()).toEqual([]);
    await done('POST', `/drafts/${draft.id}/post`, { version: 2 });
    expect(await entries()).toHaveLength(1);
    expect(await done('GET', '/drafts')).toEqual([]);
  });
  test('that cannot be posted stays as it was', async () => {
    const draft = await done('POST', '/drafts', entry('10.00'));
    const wrong = { ...entry('10.00'), explanation: '' };
    const refused = await ask('POST', `/drafts/${draft.id}/post`, { version: 1, entry: wrong });
    expect(refused.status).toBe(422);
    expect((await done('GET', '/drafts')).map(({ id }: DraftResponse) => id)).toEqual([draft.id]);
  });
  test('leaves its id to nobody else', async () => {
    const first = await done('POST', '/drafts', entry('1.00'));
    await done('DELETE', `/drafts/${first.id}`);
    const second = await done('POST', '/drafts', entry('2.00'));
    await done('POST', `/drafts/${second.id}/post`);
    const third = await done('POST', '/drafts', entry('3.00'));
    expect([first.id, second.id, third.id]).toEqual([1, 2, 3]);
    expect((await ask('DELETE', `/drafts/${first.id}`)).body.problems[0].message).toMatch(/was discarded by/);
    expect((await done('GET', '/drafts')).map(({ id }: DraftResponse) => id)).toEqual([3]);
  });
  test('means accounts and contacts, whatever they are called by the time it is posted', async () => {
    const { id: contact } = await done('POST', '/contacts', { name: 'Low Weir', roles: ['customer'] });
    const draft = await done('POST', '/drafts', {
      ...entry('10.00'),
      lines: [
        { account: '1100', debit: '10.00', contact: 'low weir' },
        { account: '4000', credit: '10.00' },
        { account: '40', note: 'not an account yet' },
      ],
    });
    await renumber('4000', '4050');
    await done('POST', '/accounts', { number: '4000', name: 'Another', element: 'revenue' });
    const shown = (await done('GET', `/contacts`)).find((candidate: { id: number }) => candidate.id === contact);
    await done('PUT', `/contacts/${contact}`, { name: 'Low Weir Mill', roles: ['customer'], version: shown.version });
    const { lines } = (await done('GET', `/drafts/${draft.id}`)) as DraftResponse;
    expect(lines.map(({ account, contact: named }) => [account, named])).toEqual([
      ['1100', 'Low Weir Mill'],
      ['4050', undefined],
      ['40', undefined],
    ]);
    expect(JSON.stringify(lines)).not.toMatch(/ids/);
  });
  test('dated in a year is told before the year is closed', async () => {
    await done('POST', '/drafts', entry('10.00'));
    await done('POST', '/drafts', { ...entry('10.00'), date: '2027-01-05' });
    const { remarks } = await done('GET', '/fiscal-years/2026/closing');
    expect(remarks.map(({ message }: { message: string }) => message)).toContain('1 draft is dated in this year.');
  });
});

describe('a schedule', () => {
  const schedule = (from: string, lines = entry('10.00').lines) => ({
    name: 'Rent',
    schedule: { unit: 'month', every: 1, day: 'last', from },
    entry: { explanation: 'Rent', lines },
  });
  test('posts to the account that was meant, whatever number it has by then', async () => {
    const journal = await done('POST', '/recurring-journals', schedule('2026-12-31'));
    await renumber('6100', '6150');
    await done('POST', '/accounts', { number: '6100', name: 'Another', element: 'expense' });
    const [listed] = (await done('GET', '/recurring-journals')) as RecurringJournalResponse[];
    expect(listed?.entry.lines.map(({ account }) => account)).toEqual(['6150', '1010']);
    await done('POST', `/recurring-journals/${journal.id}/post`, { date: '2026-12-31' });
    const csv = (await done('GET', '/reports/trial-balance.csv?asAt=2026-12-31')) as string;
    expect(csv).toMatch(/^6150,.*,10\.00,/m);
    expect(csv).not.toMatch(/^6100,/m);
  });
  test('due in a closed year holds up nothing that is due in an open one, and says what to do', async () => {
    const journal = await done('POST', '/recurring-journals', schedule('2025-11-30'));
    await done('POST', '/fiscal-years/2026/closing');
    expect((await done('GET', '/recurring-journals'))[0].occurrences).not.toEqual([]);
    const other = await done('POST', '/recurring-journals', {
      ...schedule('2027-01-10'),
      name: 'Tea',
      schedule: { unit: 'month', every: 1, from: '2027-01-10' },
    });
    expect(other.name).toBe('Tea');
    const { posted, left } = await done('POST', '/recurring-journals/post-due');
    expect(posted.map(({ journal: name, date }: { journal: string; date: string }) => [name, date])).toEqual([
      ['Tea', '2027-01-10'],
    ]);
    expect(left.length).toBeGreaterThan(0);
    expect(left.at(-1).message).toBe(
      'Rent, 31 December 2026: 2026 is closed. Skip this date with a reason, or reopen the year.',
    );
    const last = left.at(-1).date as string;
    expect(problemCodes(await ask('POST', `/recurring-journals/${journal.id}/post`, { date: last }))).toEqual([
      'period-locked at date',
    ]);
    await done('POST', `/recurring-journals/${journal.id}/skip`, { date: last, reason: 'closed without it' });
  });
});
