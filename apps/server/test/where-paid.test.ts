import type {
  ContactResponse,
  ImportResponse,
  OutboxMessageResponse,
  WherePaidResponse,
} from '@just-ledger/contract';
import PostalMime from 'postal-mime';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as wait } from 'node:timers/promises';
import { OWNER, RunningServer } from './running-server.js';

// IBANs are the examples of the registry of ISO 13616, from memory: their check digits are true.
const [FIRST, SECOND] = ['DE89370400440532013000', 'FR1420041010050500013M02606'];

let server: RunningServer;
let path: string;
let preparer: RunningServer;
let supplier: ContactResponse;
beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation();
  preparer = await server.member(path, 'Ida', 'preparer');
});
afterAll(() => server.stop());
beforeEach(async () => {
  supplier = await server.done('POST', `${path}/contacts`, {
    name: `Low Weir ${Math.random()}`,
    roles: ['supplier'],
    bank: { iban: FIRST },
  });
});

async function change(iban: string, by = preparer): Promise<void> {
  const { id, name, number, roles, version } = supplier;
  supplier = await by.done('PUT', `${path}/contacts/${id}`, { name, number, roles, version, bank: { iban } });
}
async function wherePaid(): Promise<WherePaidResponse['change']> {
  return (await server.done('GET', `${path}/contacts/${supplier.id}/where-paid`)).change;
}
async function told(): Promise<OutboxMessageResponse[]> {
  const messages: OutboxMessageResponse[] = await server.done('GET', `${path}/outbox`);
  return messages.filter(({ body }) => body.includes(supplier.name));
}
const pay = (debit: string, credit: string, contactOn: string): Promise<unknown> =>
  server.done('POST', `${path}/entries`, {
    date: '2026-03-02',
    explanation: 'Paid',
    lines: [
      { account: debit, debit: '10.00', ...(contactOn === debit && { contact: supplier.name }) },
      { account: credit, credit: '10.00', ...(contactOn === credit && { contact: supplier.name }) },
    ],
  });

test('changed by somebody else is told to the owners, with what it was before', async () => {
  expect(await wherePaid()).toBeNull();
  await change(SECOND);
  const [message, ...more] = await told();
  expect([message?.to, more.length]).toEqual([OWNER.email, 0]);
  expect(message?.subject).toMatch(/where somebody is paid has changed$/);
  expect(message?.body).toContain(
    `${supplier.number} ${supplier.name}: IBAN FR14 2004 1010 0505 0001 3M02 606, before DE89 3704 0044 0532 0130 00.`,
  );
});

test('is shown to whoever pays, until that was done: another entry, or one before, is no payment', async () => {
  await pay('2100', '1010', '2100');
  await change(SECOND);
  expect(await wherePaid()).toMatchObject({
    by: 'Ida',
    fields: [{ field: 'IBAN', to: 'FR14 2004 1010 0505 0001 3M02 606' }],
  });
  await pay('6100', '2100', '2100');
  expect(await wherePaid()).not.toBeNull();
  await pay('2100', '1010', '2100');
  expect(await wherePaid()).toBeNull();
});

test('changed by the only owner, or first said of somebody with whom nothing was posted, is told to nobody', async () => {
  await change(SECOND, server);
  expect(await told()).toEqual([]);
  supplier = await server.done('POST', `${path}/contacts`, { name: 'New one', roles: ['supplier'] });
  await change(FIRST);
  expect(await told()).toEqual([]);
  await server.done('PUT', `${path}/contacts/${supplier.id}`, {
    name: supplier.name,
    number: supplier.number,
    roles: supplier.roles,
    version: supplier.version,
  });
  supplier = await server.done('POST', `${path}/contacts`, { name: 'Known one', roles: ['supplier'] });
  await pay('6100', '2100', '2100');
  await change(FIRST);
  expect((await told()).map(({ body }) => /which was not there before/.test(body))).toEqual([true]);
});

test('changed by a file is told, too', async () => {
  const approver = await server.member(path, 'Ruth', 'approver');
  const reply = await fetch(`${server.url}${path}/imports?subject=contacts&name=contacts.csv`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: approver.session },
    body: `number,name,roles,iban\n${supplier.number},${supplier.name},supplier,${SECOND}\n`,
  });
  const job = `${path}/imports/${((await reply.json()) as ImportResponse).id}`;
  const until = async (state: ImportResponse['state']): Promise<ImportResponse> => {
    for (;;) {
      const { body } = await approver.request('GET', job);
      expect(body.state).not.toBe('failed');
      if (body.state === state) return body;
      await wait(10);
    }
  };
  const { headings } = await until('matching');
  await approver.done('PUT', `${job}/matching`, { columns: headings.map(({ column }) => column) });
  await until('checked');
  await approver.done('POST', `${job}/taking`);
  await until('done');
  expect((await told()).map(({ body }) => body.startsWith('Ruth has changed'))).toEqual([true]);
});

test('is told by mail, which has no paper', async () => {
  await change(SECOND);
  expect((await told())[0]?.state).toBe('waiting');
  // looked at after every start, and each minute
  await server.stop(true);
  server = await RunningServer.start({ folder: server.folder });
  expect((await told())[0]?.state).toBe('sent');
  const mails = await Promise.all(
    readdirSync(join(server.folder, 'mail')).map((name) =>
      new PostalMime().parse(readFileSync(join(server.folder, 'mail', name))),
    ),
  );
  const mail = mails.find(({ text }) => text?.includes(supplier.name));
  expect([mail?.to?.[0]?.address, mail?.attachments]).toEqual([OWNER.email, []]);
});
