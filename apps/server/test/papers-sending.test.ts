import { execFileSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals';
import type {
  BoardPapersResponse,
  IssuedPapersResponse,
  OutboxMessageResponse,
  PapersSendingRequest,
} from '@just-ledger/contract';
import PostalMime from 'postal-mime';
import { fromTo } from './entries.js';
import { problemCodes, type Reply, RunningServer } from './running-server.js';
import { archiveOf, sendArchive, takeArchive } from './sent-archives.js';
import { fileOf } from './written-files.js';

// Issued papers go out as mail does: some at once, some later, some never; on the days somebody chose, by themselves.
// A message is read back by a parser of mail that is none of ours (postal-mime; RFC 5322 and MIME).

let server: RunningServer;
let base: string;
let papers: number;
const done = async (method: string, path: string, body?: object): Promise<Reply['body']> => {
  const reply = await server.lookedAt(method, `${base}${path}`, body);
  expect([path, reply.status < 300, reply.body?.problems]).toEqual([path, true, undefined]);
  return reply.body;
};
const sqlite = (sql: string): string =>
  execFileSync('sqlite3', ['-bail', join(server.folder, 'books.sqlite'), sql], { encoding: 'utf8', stdio: 'pipe' });
const mails = (): string[] => readdirSync(join(server.folder, 'mail')).sort();
const issued = async (): Promise<IssuedPapersResponse[]> => done('GET', '/board-papers/issued');
const sendingOf = async (): Promise<BoardPapersResponse['sending']> =>
  ((await done('GET', '/board-papers')) as BoardPapersResponse[]).find(({ id }) => id === papers)?.sending ?? null;
const states = ({ sent }: IssuedPapersResponse): string[] => sent.map(({ to, state }) => `${to} ${state}`);
const startAgain = async (today: string): Promise<void> => {
  await server.stop(true);
  server = await RunningServer.start({ today, folder: server.folder });
};
const sending = (change: Partial<PapersSendingRequest> = {}): Partial<PapersSendingRequest> => ({
  recipients: ['chair@ferry-lane.test', 'treasurer@ferry-lane.test'],
  words: 'Dear all,\nthe papers.',
  ...change,
});

beforeAll(async () => {
  server = await RunningServer.start({ today: '2027-01-18' });
  base = await server.organisation({ firstDay: '2026-01-01' });
  await done('POST', '/entries', {
    date: '2026-03-01',
    explanation: 'Begun',
    lines: fromTo('3000', '1010', '9000.00'),
  });
  const report = await done('POST', '/kept-reports', {
    name: 'The month',
    screen: 'statements',
    settings: [],
    span: 'last-month',
    shared: true,
  });
  ({ id: papers } = await done('POST', '/board-papers', {
    name: 'Papers for the board',
    subtitle: '',
    reports: [report.id],
    signed: true,
  }));
}, 60_000);
afterAll(() => server.stop());

describe('issued papers', () => {
  test('go out at once, later or never, as mail does', async () => {
    const issuedPapers: IssuedPapersResponse = await done('POST', `/board-papers/${papers}/issue`, {
      recipients: ['chair@ferry-lane.test', 'Chair@Ferry-Lane.test', 'gone@nowhere.invalid', 'slow@busy.test'],
      words: 'Dear Bärbel,\r\nhere they are.',
    });
    expect(states(issuedPapers)).toEqual([
      'Chair@Ferry-Lane.test sent',
      'gone@nowhere.invalid refused',
      'slow@busy.test waiting',
    ]);
    expect(issuedPapers.sent.map(({ reason, tries, nextTryAt }) => [reason, tries, nextTryAt !== null])).toEqual([
      [null, 1, false],
      ['No mail reaches an address under .invalid.', 1, false],
      ['The mail server of busy.test is busy and asks to be tried again.', 1, true],
    ]);
    expect(mails()).toHaveLength(1);
    const mail = await PostalMime.parse(readFileSync(join(server.folder, 'mail', mails()[0] ?? '')));
    expect([mail.from, mail.replyTo, mail.to, mail.subject]).toMatchObject([
      { name: 'Sallow Reach' },
      [{ address: 'owner@sallow-reach.test' }],
      [{ address: 'Chair@ferry-lane.test' }],
      'Sallow Reach: Papers for the board',
    ]);
    expect(mail.text).toContain('Dear Bärbel,\nhere they are.');
    expect(mail.text).toContain(issuedPapers.sha256);
    expect(mail.text).toContain(issuedPapers.seal);
    const [file] = mail.attachments;
    expect([mail.attachments.length, file?.filename, file?.mimeType]).toEqual([
      1,
      'Papers for the board, 2027-01-18.pdf',
      'application/pdf',
    ]);
    const bytes = Buffer.from(file?.content as ArrayBuffer);
    expect(createHash('sha256').update(bytes).digest('hex')).toBe(issuedPapers.sha256);
    expect(bytes).toEqual(
      Buffer.from(await fileOf(server, `${base}/attachments/${issuedPapers.attachment}/content`, 'application/pdf')),
    );
  });

  test('are tried again, by an owner or when their time has come', async () => {
    const outbox: OutboxMessageResponse[] = await done('GET', '/outbox');
    const idOf = (to: string): number => outbox.find((message) => message.to === to)?.id ?? 0;
    const after = async (to: string): Promise<unknown[]> => {
      const all: OutboxMessageResponse[] = await done('POST', `/outbox/${idOf(to)}/try`, {});
      const message = all.find((outboxMessage) => outboxMessage.to === to);
      return [message?.state, message?.tries];
    };
    expect(await after('slow@busy.test')).toEqual(['waiting', 2]);
    // its time comes while the server does not run
    sqlite(`UPDATE outbox_message SET next_try_at = '2026-01-01T00:00:00.000Z' WHERE state = 'waiting'`);
    await startAgain('2027-01-18');
    expect((await issued()).map(states)).toEqual([
      ['Chair@Ferry-Lane.test sent', 'gone@nowhere.invalid refused', 'slow@busy.test sent'],
    ]);
    expect(mails()).toHaveLength(2);
    expect(await after('gone@nowhere.invalid')).toEqual(['refused', 1]);
    const sent = await server.request('POST', `${base}/outbox/${idOf('slow@busy.test')}/try`, {});
    expect([sent.status, problemCodes(sent)]).toEqual([409, ['message-sent at ']]);
    await done('POST', '/invitations', { email: 'fay@sallow-reach.test', role: 'reader' });
    const [held] = (await done('GET', '/outbox')) as OutboxMessageResponse[];
    expect(held?.state).toBe('held');
    const refused = await server.request('POST', `${base}/outbox/${held?.id}/try`, {});
    expect([refused.status, problemCodes(refused)]).toEqual([409, ['message-held at ']]);
  });

  test('wait while the folder of mail cannot be written, and are given up in the end', async () => {
    const folder = join(server.folder, 'mail');
    renameSync(folder, `${folder}-aside`);
    writeFileSync(folder, 'no folder');
    const send = { recipients: ['late@ferry-lane.test', 'later@ferry-lane.test'], words: '' };
    const [late] = ((await done('POST', '/board-papers/issued/1/send', send)) as IssuedPapersResponse).sent.slice(-2);
    expect([late?.state, late?.reason]).toEqual([
      'waiting',
      expect.stringContaining('folder of mail cannot be written'),
    ]);
    // one that waits is not sent beside itself
    const twice = await server.lookedAt('POST', `${base}/board-papers/issued/1/send`, send);
    expect([twice.status, problemCodes(twice)]).toEqual([409, ['message-waits at recipients']]);
    sqlite(`UPDATE outbox_message SET tries = 6 WHERE recipient = 'late@ferry-lane.test'`);
    const all: OutboxMessageResponse[] = await done('POST', `/outbox/${late?.message}/try`, {});
    expect(all.find(({ id }) => id === late?.message)).toMatchObject({
      state: 'refused',
      reason: expect.stringMatching(/^Given up after 7 tries\. The folder of mail/),
    });
    rmSync(folder);
    renameSync(`${folder}-aside`, folder);
    const again: OutboxMessageResponse[] = await done('POST', `/outbox/${late?.message}/try`, {});
    expect(again.find(({ id }) => id === late?.message)).toMatchObject({ state: 'sent', tries: 1 });
    const mail = await PostalMime.parse(readFileSync(join(folder, mails().at(-1) ?? '')));
    expect(mail.text).toContain('Papers for the board of Sallow Reach are attached.');
  });

  test('leave a trail, and what went out stays as it was', async () => {
    const changes = await done('GET', '/set-up-changes');
    expect(JSON.stringify(changes)).toContain('late@ferry-lane.test, later@ferry-lane.test');
    for (const attack of [
      `UPDATE outbox_message SET state = 'refused' WHERE state = 'sent'`,
      `UPDATE outbox_message SET recipient = 'x@y.test'`,
      `DELETE FROM outbox_message`,
    ])
      expect(() => sqlite(attack)).toThrow(/outbox/);
  });
});

describe('papers that are issued by themselves', () => {
  test('go out on the day, once, and for several missed days once', async () => {
    const chosen = sending({ every: 'month', firstDay: '2027-01-31' });
    expect(await done('PUT', `/board-papers/${papers}/sending`, chosen)).toMatchObject({ version: 1 });
    expect(await sendingOf()).toMatchObject({ next: '2027-01-31', waitsFor: null, by: expect.any(String) });
    await startAgain('2027-01-31');
    const isIssued = async (count: number): Promise<IssuedPapersResponse> => {
      const all = await issued();
      expect(all).toHaveLength(count);
      return all[0] as IssuedPapersResponse;
    };
    const first = await isIssued(2);
    expect([first.dueOn, states(first)]).toEqual([
      '2027-01-31',
      ['chair@ferry-lane.test sent', 'treasurer@ferry-lane.test sent'],
    ]);
    await startAgain('2027-05-02');
    expect((await isIssued(3)).dueOn).toBe('2027-04-30');
    expect(await sendingOf()).toMatchObject({ next: '2027-05-31' });
  });

  test('wait and say why, until that is mended', async () => {
    const closed = await done('POST', '/kept-reports', {
      name: 'Closed year',
      screen: 'statements',
      settings: [],
      span: 'last-closed-year',
      shared: true,
    });
    const [before] = (await done('GET', '/board-papers')) as BoardPapersResponse[];
    const change = { name: 'Papers for the board', subtitle: '', signed: true };
    await done('PUT', `/board-papers/${papers}`, {
      ...change,
      reports: [...(before?.reports ?? []), closed.id],
      version: before?.version ?? 0,
    });
    await startAgain('2027-05-31');
    expect(await issued()).toHaveLength(3);
    expect(await sendingOf()).toMatchObject({
      next: '2027-05-31',
      waitsFor: 'There are no such days yet for “Closed year”.',
    });
    const [now] = (await done('GET', '/board-papers')) as BoardPapersResponse[];
    await done('PUT', `/board-papers/${papers}`, {
      ...change,
      reports: before?.reports ?? [],
      version: now?.version ?? 0,
    });
    await startAgain('2027-06-01');
    expect((await issued())[0]).toMatchObject({ dueOn: '2027-05-31' });
    expect(await sendingOf()).toMatchObject({ next: '2027-06-30', waitsFor: null });
  });

  test('are answered for by somebody who may issue them', async () => {
    const approver = await server.member(base, 'gil', 'approver');
    const version = (await sendingOf())?.version ?? 0;
    const set = await approver.request('PUT', `${base}/board-papers/${papers}/sending`, {
      ...sending({ every: 'month', firstDay: '2027-01-31' }),
      version,
    });
    expect(set.status).toBe(200);
    const gil = ((await done('GET', '/people')) as { id: number; name: string }[]).find(({ name }) => name === 'gil');
    await server.lookedAt('PUT', `${base}/people/${gil?.id}`, { role: 'preparer' });
    // a preparer puts papers together and sends nothing
    for (const [method, path, body] of [
      ['PUT', `/board-papers/${papers}/sending`, { ...sending(), version: version + 1 }],
      ['POST', `/board-papers/${papers}/issue`, {}],
      ['POST', '/board-papers/issued/1/send', { recipients: ['x@ferry-lane.test'], words: '' }],
    ] as const) {
      expect((await approver.request(method, `${base}${path}`, body)).status).toBe(403);
    }
    await startAgain('2027-06-30');
    expect((await sendingOf())?.waitsFor).toMatch(/^gil may not issue papers any more/);
    await done('PUT', `/board-papers/${papers}/sending`, {
      ...sending({ every: 'month', firstDay: '2027-01-31' }),
      version: version + 1,
    });
    await startAgain('2027-06-30');
    expect((await issued())[0]).toMatchObject({ dueOn: '2027-06-30' });
  });

  test('stop with their days, and are not part of a copy', async () => {
    const sent = await sendArchive(server, await archiveOf(server, base));
    const taken = await takeArchive(server, sent, 'Taken over');
    const theirs: BoardPapersResponse[] = await server.done(
      'GET',
      `/api/organisations/${String(taken.organisation)}/board-papers`,
    );
    expect(theirs.map((their) => their.sending)).toEqual([null]);
    const version = (await sendingOf())?.version ?? 0;
    await done('PUT', `/board-papers/${papers}/sending`, { ...sending(), version });
    const count = (await issued()).length;
    await startAgain('2027-08-01');
    expect(await issued()).toHaveLength(count);
    expect(await sendingOf()).toMatchObject({ every: null, next: null });
  });
});

describe('sending is refused', () => {
  test.each<[string, Partial<PapersSendingRequest>, string[]]>([
    ['to what is no address', { recipients: ['the chair'] }, ['email at recipients']],
    ['with words that cannot be written', { words: 'a\u0000b' }, ['text at words']],
    ['by itself without a first day', { every: 'year' }, ['not-a-date at firstDay']],
    ['by itself from no day of the calendar', { every: 'year', firstDay: '2027-02-30' }, ['not-a-date at firstDay']],
  ])('%s', async (_, change, problems) => {
    const version = (await sendingOf())?.version ?? 0;
    const reply = await server.request('PUT', `${base}/board-papers/${papers}/sending`, {
      ...sending(change),
      version,
    });
    expect([reply.status, problemCodes(reply)]).toEqual([422, problems]);
  });

  test('of what somebody changed meanwhile, of what was not issued, and to nobody', async () => {
    const old = await server.request('PUT', `${base}/board-papers/${papers}/sending`, sending());
    expect([old.status, problemCodes(old)]).toEqual([409, ['changed-since at version']]);
    const words = { words: '' };
    const none = await server.request('POST', `${base}/board-papers/issued/99/send`, {
      ...words,
      version: 0,
      recipients: ['a@ferry-lane.test'],
    });
    expect(none.status).toBe(404);
    const nobody = await server.lookedAt('POST', `${base}/board-papers/issued/1/send`, {
      ...words,
      recipients: [' '],
    });
    expect([nobody.status, problemCodes(nobody)]).toEqual([422, ['email at recipients']]);
    const empty = await server.lookedAt('POST', `${base}/board-papers/issued/1/send`, { ...words, recipients: [] });
    expect([empty.status, problemCodes(empty)]).toEqual([422, ['no-recipient at recipients']]);
    const wrong = await server.lookedAt('POST', `${base}/board-papers/${papers}/issue`, {
      ...words,
      recipients: ['x'],
    });
    expect([wrong.status, problemCodes(wrong)]).toEqual([422, ['email at recipients']]);
  });
});
