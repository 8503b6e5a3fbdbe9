import {
  ACT_KEYS,
  type ActKey,
  actOf,
  ACTS,
  MEMBER_ROLE_KEYS,
  MEMBER_ROLES,
  isEnough,
  type MemberRole,
} from '@just-ledger/core';
import { execFileSync } from 'node:child_process';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  invite as inviteTo,
  member as memberOf,
  type Message,
  outboxOf,
  PASSWORD,
  tokenOf,
} from './people-of-books.js';
import { OWNER, RunningServer, problemCodes, type Reply } from './running-server.js';

let server: RunningServer;
let path: string;
beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation();
});
afterAll(() => server.stop());

const outbox = (by = server, books = path): Promise<Message[]> => outboxOf(by, books);
const invite = (email: string, role: MemberRole, by = server, books = path): Promise<string> =>
  inviteTo(email, role, by, books);
const member = (name: string, role: MemberRole, by = server, books = path): Promise<RunningServer> =>
  memberOf(name, role, by, books);

describe('an invitation', () => {
  test('is a message with a link, which tells whose books they are', async () => {
    const token = await invite('Ada@Sallow-Reach.test', 'preparer');
    const [message] = await outbox();
    expect(message).toMatchObject({ to: 'Ada@Sallow-Reach.test', subject: 'The books of Sallow Reach' });
    // the link is told once, to who has it made: neither the message nor the books have it
    expect(message?.body).not.toContain(token);
    for (const name of readdirSync(server.folder).filter((file) => file.startsWith('books.sqlite')))
      expect(readFileSync(join(server.folder, name)).includes(token)).toBe(false);
    const { status, body } = await server.signedOut().request('GET', `/api/invitations/${token}`);
    expect([status, body]).toMatchObject([
      200,
      {
        organisation: 'Sallow Reach',
        email: 'Ada@Sallow-Reach.test',
        role: 'preparer',
        known: false,
        signedIn: false,
      },
    ]);
  });

  test('makes room for somebody new, who needs a name and a password', async () => {
    const [message] = await outbox();
    const { leadsTo, madeAt } = message?.link ?? {};
    expect([leadsTo, typeof madeAt]).toEqual(['invitation', 'string']);
    // another link ends the one that was made before; without an address of its own it names none: a request could say any host
    const earlier = await tokenOf(message, server, path);
    // another owner, who has not seen that one was made, ends none
    const late = { version: message?.link?.version };
    const refused = await server.request('POST', `${path}/outbox/${message?.id}/link`, late);
    expect([refused.status, problemCodes(refused)]).toEqual([409, ['changed-since at version']]);
    const { version } = (await outbox())[0]?.link ?? {};
    const { link, expiresAt } = await server.done('POST', `${path}/outbox/${message?.id}/link`, { version });
    expect([link, expiresAt]).toEqual([expect.stringMatching(/^\/invitation\/[\w-]{43}$/), message?.link?.expiresAt]);
    const token = String(link).split('/').at(-1) ?? '';
    expect((await server.signedOut().request('GET', `/api/invitations/${earlier}`)).status).toBe(404);
    const ada = server.signedOut();
    const take = (body: object): Promise<Reply> => ada.request('POST', `/api/invitations/${token}`, body);
    expect(problemCodes(await take({ password: PASSWORD }))).toEqual(['name at name']);
    expect(problemCodes(await take({ name: 'Ada', password: 'short' }))).toEqual(['password at password']);
    expect((await take({ name: 'Ada', password: PASSWORD })).status).toBe(200);
    expect((await ada.request('GET', '/api/organisations')).body).toMatchObject([{ role: 'preparer' }]);
    expect((await take({ name: 'Ada again', password: PASSWORD })).status).toBe(404);
    expect((await ada.request('GET', `${path}/people`)).body).toMatchObject([
      { name: 'Ada', role: 'preparer', you: true },
      { email: OWNER.email, role: 'owner', you: false },
    ]);
  });

  test('whose address a stranger has taken is taken with another: the link says who was meant', async () => {
    const books = await server.organisation({ name: 'Hedges' });
    const stranger = server.signedOut();
    const strange = await invite('bo@sallow-reach.test', 'reader', server, path);
    await stranger.request('POST', `/api/invitations/${strange}`, { name: 'Not Bo', password: PASSWORD });
    const token = await invite('bo@sallow-reach.test', 'approver', server, books);
    const bo = server.signedOut();
    const take = (body: object): Promise<Reply> => bo.request('POST', `/api/invitations/${token}`, body);
    const own = { name: 'Bo', password: PASSWORD };
    expect(problemCodes(await take({ ...own, email: 'no address' }))).toEqual(['invalid at email']);
    expect(problemCodes(await take({ ...own, email: OWNER.email }))).toEqual(['email-taken at email']);
    expect((await take({ ...own, email: 'bo@elsewhere.test' })).status).toBe(200);
    expect((await bo.request('GET', '/api/session')).body.person).toMatchObject({ email: 'bo@elsewhere.test' });
    expect((await bo.request('GET', '/api/organisations')).body).toMatchObject([{ name: 'Hedges' }]);
    // the stranger has got nothing by it
    expect((await stranger.request('GET', '/api/organisations')).body).toHaveLength(1);
    const { body: people } = await server.request('GET', `${path}/people`);
    const { id } = people.find(({ name }: { name: string }) => name === 'Not Bo');
    expect((await server.remove(`${path}/people/${id}`)).status).toBe(204);
  });

  test('is taken with the password one has, or without it where one is signed in', async () => {
    const other = await server.organisation({ name: 'Orchard' });
    const token = await invite('ada@sallow-reach.test', 'approver', server, other);
    const ada = server.signedOut();
    const offer = await ada.request('GET', `/api/invitations/${token}`);
    expect(offer.body).toMatchObject({ known: true, signedIn: false });
    expect(
      problemCodes(await ada.request('POST', `/api/invitations/${token}`, { password: 'not hers at all' })),
    ).toEqual(['wrong-password at password']);
    await ada.request('POST', '/api/session', { email: 'ada@sallow-reach.test', password: PASSWORD });
    expect((await ada.request('GET', `/api/invitations/${token}`)).body).toMatchObject({ signedIn: true });
    expect((await ada.request('POST', `/api/invitations/${token}`, {})).status).toBe(200);
    expect((await ada.request('GET', '/api/organisations')).body).toHaveLength(2);
  });

  test('ends when it is withdrawn, given anew, or its time is over', async () => {
    const first = await invite('bo@sallow-reach.test', 'reader');
    const second = await invite('bo@sallow-reach.test', 'approver');
    const open = await server.request('GET', `${path}/invitations`);
    expect(open.body).toMatchObject([{ email: 'bo@sallow-reach.test', role: 'approver', expired: false }]);
    const offered = async (token: string): Promise<number> =>
      (await server.request('GET', `/api/invitations/${token}`)).status;
    expect([await offered(first), await offered(second)]).toEqual([404, 200]);
    sqlite("UPDATE invitation SET expires_at = '2020-01-01T00:00:00.000Z' WHERE ended_at IS NULL");
    expect(await offered(second)).toBe(404);
    const [late] = (await server.request('GET', `${path}/invitations`)).body;
    expect(late.expired).toBe(true);
    expect((await server.request('DELETE', `${path}/invitations/${late.id}`)).status).toBe(204);
    expect((await server.request('DELETE', `${path}/invitations/${late.id}`)).status).toBe(404);
    expect((await server.request('GET', `${path}/invitations`)).body).toEqual([]);
  });

  test('is not for those who are there, nor for what is no address', async () => {
    const ask = (email: string, role = 'reader'): Promise<Reply> =>
      server.request('POST', `${path}/invitations`, { email, role });
    expect(problemCodes(await ask('ADA@sallow-reach.test'))).toEqual(['already-there at email']);
    expect((await ask('nobody')).status).toBe(422);
    expect((await ask('cy@sallow-reach.test', 'king')).status).toBe(422);
  });
});

describe('people', () => {
  test('do more or less from now on, and go, all of it in the trail', async () => {
    const dee = await member('dee', 'reader');
    const { body } = await server.request('GET', `${path}/people`);
    const { id } = body.find((candidate: { name: string }) => candidate.name === 'dee');
    expect((await server.lookedAt('PUT', `${path}/people/${id}`, { role: 'approver' })).status).toBe(200);
    expect((await dee.request('GET', '/api/organisations')).body).toMatchObject([{ role: 'approver' }]);
    expect((await server.remove(`${path}/people/${id}`)).status).toBe(204);
    expect((await dee.request('GET', `${path}/accounts`)).status).toBe(404);
    const trail = await server.request('GET', `${path}/set-up-changes?subject=person&object=${id}`);
    expect(
      trail.body.map((item: { by: string; action: string; fields: object[] }) => [item.by, item.action, item.fields]),
    ).toEqual([
      [expect.any(String), 'removed', [{ field: 'role', from: 'approver', to: null }]],
      [expect.any(String), 'changed', [{ field: 'role', from: 'reader', to: 'approver' }]],
      ['dee', 'added', [{ field: 'role', from: null, to: 'reader' }]],
    ]);
  });

  test('always have an owner among them, whatever is asked and whoever writes to the file', async () => {
    const { body } = await server.request('GET', `${path}/people`);
    const { id } = body.find((candidate: { role: string }) => candidate.role === 'owner');
    expect(problemCodes(await server.lookedAt('PUT', `${path}/people/${id}`, { role: 'reader' }))).toEqual([
      'last-owner at role',
    ]);
    expect(problemCodes(await server.remove(`${path}/people/${id}`))).toEqual(['last-owner at role']);
    for (const attack of [
      `UPDATE membership SET role = 'reader' WHERE person = ${id}`,
      `DELETE FROM membership WHERE person = ${id}`,
    ]) {
      expect(() => sqlite(attack)).toThrow(/somebody has to own the books/);
    }
  });
});

describe('each path of the API', () => {
  test('takes the role it takes: whoever has less is refused, whoever has it is not', async () => {
    const mine = await server.organisation({ name: 'Path by path' });
    const people = new Map<MemberRole, RunningServer>([['owner', server]]);
    for (const role of ['reader', 'preparer', 'approver'] as const)
      people.set(role, await member(`path-${role}`, role, server, mine));
    const { body } = await server.request('GET', '/api/openapi.json');
    const operations = Object.entries(body.paths as Record<string, object>).flatMap(([path, methods]) =>
      path.includes('{organisation}') ? Object.keys(methods).map((method) => `${method} ${path}`) : [],
    );
    const seen = new Set<ActKey>();
    const least = (operation: string): MemberRole => {
      const [method = '', path = ''] = operation.split(' ');
      const act = actOf(method.toUpperCase(), path.replace('/api/organisations/{organisation}', ''));
      if (act === undefined) throw new Error(`nobody may do ${operation}`);
      seen.add(act);
      return ACTS[act].least;
    };
    const ask = async (role: MemberRole, operation: string): Promise<Reply> => {
      const [method = '', path = ''] = operation.split(' ');
      const url = path.replace('/api/organisations/{organisation}', mine).replace(/\{\w+\}/g, '1');
      return (people.get(role) as RunningServer).request(
        method.toUpperCase(),
        url,
        method === 'get' ? undefined : {},
      );
    };
    for (const operation of operations) {
      for (const role of MEMBER_ROLE_KEYS.filter((memberRoleKey) => !isEnough(memberRoleKey, least(operation)))) {
        const { status, body: refusal } = await ask(role, operation);
        expect([operation, role, status, refusal.problems?.[0]?.code]).toEqual([operation, role, 403, 'role']);
      }
    }
    for (const operation of operations) {
      const { status } = await ask(least(operation), operation);
      expect([operation, status === 403 || status >= 500]).toEqual([operation, false]);
    }
    expect(ACT_KEYS.filter((act) => !seen.has(act))).toEqual(['shareReports']);
    const plain = new Set(
      operations.map((operation) =>
        operation
          .replace(/^\w+/, (method) => method.toUpperCase())
          .replace('/api/organisations/{organisation}', '')
          .replaceAll(/\{\w+\}/g, '{}'),
      ),
    );
    const listed = ACT_KEYS.flatMap((act): readonly string[] => ACTS[act].routes);
    const missing = listed.filter((route) => !plain.has(route));
    expect([missing, new Set(listed).size]).toEqual([[], listed.length]);
    expect(operations.length).toBeGreaterThan(60);
  });

  test('is described with the role it takes', async () => {
    const { body } = await server.request('GET', '/api/openapi.json');
    expect(body.paths['/api/organisations/{organisation}/entries/{number}/reverse'].post.description).toMatch(
      /^Takes an approver\. /,
    );
    expect(body.paths['/api/session'].post.description).toBeUndefined();
  });

  test('stands in docs/roles.md as it is', () => {
    const docs = readFileSync(new URL('../../../docs/roles.md', import.meta.url), 'utf8');
    const rows = ACT_KEYS.map((act) => {
      const marks = MEMBER_ROLE_KEYS.map((role) => (isEnough(role, ACTS[act].least) ? 'yes' : ''));
      return `| ${[ACTS[act].says, ...marks].join(' | ')} |`.replaceAll('  ', ' ');
    });
    const heads = MEMBER_ROLE_KEYS.map((role) => MEMBER_ROLES[role].label);
    const table = docs.split('\n').filter((line) => line.startsWith('|'));
    expect(table).toEqual([`| What | ${heads.join(' | ')} |`, '|---|---|---|---|---|', ...rows]);
  });

  test('of an organisation one has no place in does not exist, whatever the method', async () => {
    const stranger = server.signedOut();
    const token = await invite('eve@sallow-reach.test', 'owner', server, await server.organisation({ name: 'Hers' }));
    await stranger.request('POST', `/api/invitations/${token}`, { name: 'Eve', password: PASSWORD });
    for (const method of ['GET', 'POST', 'PUT', 'DELETE'])
      expect((await stranger.request(method, `${path}/accounts`, method === 'GET' ? undefined : {})).status).toBe(
        404,
      );
  });
});

describe('a new password', () => {
  const resetOf = async (email: string): Promise<Message | undefined> =>
    (await outbox()).find((message) => message.to === email && message.subject === 'A new password');

  test('is got by a link that holds once, and ends every session', async () => {
    const fay = await member('fay', 'preparer');
    const away = server.signedOut();
    expect((await away.request('POST', '/api/password-reset', { email: 'FAY@sallow-reach.test' })).status).toBe(204);
    const message = await resetOf('fay@sallow-reach.test');
    expect(message?.link).toMatchObject({ leadsTo: 'new-password', madeAt: null });
    const token = await tokenOf(message, server, path);
    expect((await away.request('POST', `/api/password-reset/${token}`, { password: 'short' })).status).toBe(422);
    const set = (password: string): Promise<Reply> =>
      away.request('POST', `/api/password-reset/${token}`, { password });
    expect((await set('quite another one')).status).toBe(204);
    expect((await set('and yet another')).status).toBe(404);
    const again = await server.request('POST', `${path}/outbox/${message?.id}/link`, { version: 0 });
    expect([again.status, problemCodes(again)]).toEqual([409, ['no-link at ']]);
    expect((await server.request('POST', `${path}/outbox/999999/link`, { version: 0 })).status).toBe(404);
    expect((await fay.request('GET', '/api/organisations')).status).toBe(401);
    const signIn = async (password: string): Promise<number> =>
      (await away.request('POST', '/api/session', { email: 'fay@sallow-reach.test', password })).status;
    expect([await signIn(PASSWORD), await signIn('quite another one')]).toEqual([401, 200]);
  });

  test('is answered alike for an address that nobody has, and nothing is written', async () => {
    const before = (await outbox()).length;
    expect((await server.request('POST', '/api/password-reset', { email: 'nobody@sallow-reach.test' })).status).toBe(
      204,
    );
    expect((await outbox()).length).toBe(before);
  });

  test('cannot be read by an owner where its person has a place in books that are not the owner’s', async () => {
    const gil = await member('gil', 'reader');
    const hers = await gil.organisation({ name: 'Gil’s own' });
    await gil.request('POST', '/api/password-reset', { email: 'gil@sallow-reach.test' });
    expect(await resetOf('gil@sallow-reach.test')).toBeUndefined();
    expect((await outbox(gil, hers)).length).toBe(0);
    await gil.request('POST', '/api/password-reset', { email: OWNER.email });
    expect(await resetOf(OWNER.email)).toBeDefined();
  });

  test('cannot be asked for without end', async () => {
    const replies = [];
    for (let index = 0; index < 12; index += 1)
      replies.push((await server.request('POST', '/api/password-reset', { email: 'many@sallow-reach.test' })).status);
    expect(replies.at(-1)).toBe(429);
  });
});

function sqlite(statement: string): void {
  execFileSync('sqlite3', ['-cmd', '.timeout 2000', join(server.folder, 'books.sqlite'), statement], {
    stdio: 'pipe',
  });
}
