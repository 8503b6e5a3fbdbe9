import { RunningServer, type Reply } from './running-server.js';

const codes = ({ body }: Reply): string[] =>
  (body.problems as { code: string; path: string }[]).map((problem) => `${problem.code} at ${problem.path}`);

describe('one’s own sign-in', () => {
  const first = { email: 'owner@sallow-reach.test', password: 'a long enough password' };
  let own: RunningServer;
  beforeAll(async () => {
    own = await RunningServer.start();
  });
  afterAll(() => own.stop());

  test('changes its password, which ends every other session and the old password', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn(first);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(200);
    const change = (current: string, next: string): Promise<Reply> =>
      own.request('PUT', '/api/own-sign-in/password', { current, next });
    expect(codes(await change('not this', 'another long password'))).toEqual(['wrong-password at current']);
    expect(codes(await change(first.password, 'short'))).toEqual(['invalid at next']);
    expect(codes(await change(first.password, first.password))).toEqual(['same-password at next']);
    expect((await change(first.password, 'another long password')).status).toBe(204);
    expect((await own.request('GET', '/api/organisations')).status).toBe(200);
    expect((await elsewhere.request('GET', '/api/organisations')).status).toBe(401);
    expect((await own.signedOut().signIn(first)).status).toBe(401);
    expect((await elsewhere.signIn({ ...first, password: 'another long password' })).status).toBe(200);
  });

  test('keeps how the person reads, types and sees', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn({ ...first, password: 'another long password' });
    const keep = (preferences: object): Promise<Reply> =>
      elsewhere.request('PUT', '/api/own-sign-in/preferences', preferences);
    const seen = async (): Promise<unknown> =>
      (await elsewhere.request('GET', '/api/session')).body.person.preferences;
    expect(await seen()).toEqual({
      amounts: 'point',
      dates: 'day-first',
      colours: 'system',
      paper: 'a4',
    });
    const chosen = { amounts: 'comma', dates: 'month-first', colours: 'dark', paper: 'letter' };
    expect((await keep(chosen)).status).toBe(204);
    expect(await seen()).toEqual(chosen);
    expect(codes(await keep({ ...chosen, colours: 'plaid' }))).toEqual(['invalid at colours']);
    expect(codes(await keep({ ...chosen, paper: 'a0' }))).toEqual(['invalid at paper']);
    expect(await seen()).toEqual(chosen);
  });

  test('signs out everywhere at once', async () => {
    const elsewhere = own.signedOut();
    await elsewhere.signIn({ ...first, password: 'another long password' });
    expect((await own.request('DELETE', '/api/own-sign-in/sessions')).status).toBe(204);
    for (const runningServer of [own, elsewhere])
      expect((await runningServer.request('GET', '/api/organisations')).status).toBe(401);
  });

  test('bears only so many guesses at its password', async () => {
    await own.signIn({ ...first, password: 'another long password' });
    const guess = (): Promise<Reply> =>
      own.request('PUT', '/api/own-sign-in/password', { current: 'a guess', next: 'yet another password' });
    const answers = [];
    for (let index = 0; index < 12; index += 1) answers.push((await guess()).status);
    expect(answers.slice(0, 9).every((status) => status === 422)).toBe(true);
    expect(answers.at(-1)).toBe(429);
    expect(
      (await own.signedOut().request('PUT', '/api/own-sign-in/password', { current: 'x', next: 'y' })).status,
    ).toBe(401);
  });
});
