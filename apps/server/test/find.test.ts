import { afterAll, beforeAll, expect, test } from '@jest/globals';
import { fromTo } from './entries.js';
import { RunningServer } from './running-server.js';

let server: RunningServer;
let path: string;

beforeAll(async () => {
  server = await RunningServer.shared();
  path = await server.organisation();
  await server.request('POST', `${path}/contacts`, { name: 'The Punt at Ferry Lane', roles: ['customer'] });
  await server.request('POST', `${path}/contacts`, { name: 'Fernside', roles: ['supplier'] });
  const post = (explanation: string, amount: string): Promise<unknown> =>
    server.request('POST', `${path}/entries`, {
      date: '2026-03-01',
      explanation,
      lines: fromTo('4000', '1010', amount),
    });
  for (let count = 1; count <= 8; count += 1) await post(`Ferry toll ${count}`, `${count}.50`);
  await post('Large', '1524.23');
  await server.request('POST', `${path}/patterns`, { name: 'Toll of the ferry', entry: { date: '', lines: [] } });
  await server.request('POST', `${path}/drafts`, { date: '2026-03-02', explanation: 'Ferry ticket', lines: [] });
  const paper = await fetch(`${server.url}${path}/attachments?name=${encodeURIComponent('Ferry timetable.txt')}`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: 'the hours of the ferry',
  });
  expect(paper.status).toBe(201);
});
afterAll(() => server.stop());

const found = async (text: string) => {
  const { status, body } = await server.request('GET', `${path}/find?text=${encodeURIComponent(text)}`);
  expect(status).toBe(200);
  return {
    contacts: body.contacts.map(({ name }: { name: string }) => name),
    entries: body.entries.map(({ explanation }: { explanation: string }) => explanation),
    count: body.entryCount,
    ofAmount: body.ofAmount.map(({ explanation }: { explanation: string }) => explanation),
    beside: [...body.papers, ...body.patterns].map(({ name }: { name: string }) => name),
    drafts: body.drafts.map(({ explanation }: { explanation: string }) => explanation),
  };
};

test('a word is found in everything that has it, the latest entries first and all of them counted', async () => {
  expect(await found('ferr')).toEqual({
    contacts: ['The Punt at Ferry Lane'],
    entries: [8, 7, 6, 5, 4, 3].map((count) => `Ferry toll ${count}`),
    count: 8,
    ofAmount: [],
    beside: ['Ferry timetable.txt', 'Toll of the ferry'],
    drafts: ['Ferry ticket'],
  });
});

test.each([
  ['1524.23', { ofAmount: ['Large'] }],
  ['1,524.23', { ofAmount: ['Large'] }],
  ['2026-0009', { entries: ['Large'], count: 1 }],
  ['lane punt', { contacts: ['The Punt at Ferry Lane'] }],
  ['ferry time', { beside: ['Ferry timetable.txt'] }],
  ['%', { entries: [], contacts: [], ofAmount: [] }],
  ['nothing like it', { entries: [], count: 0 }],
])('%s', async (text, expected) => {
  expect(await found(text)).toMatchObject(expected);
});

test('a paper that was discarded is found no more, until it is brought back; one that came since is found at once', async () => {
  const send = (name: string): Promise<Response> =>
    fetch(`${server.url}${path}/attachments?name=${encodeURIComponent(name)}`, {
      method: 'POST',
      headers: { 'content-type': 'application/octet-stream', cookie: server.session },
      body: `says ${name}`,
    });
  const { id } = (await (await send('Mooring fees.txt')).json()) as { id: number };
  const papers = async (): Promise<unknown> => (await found('mooring')).beside;
  expect(await papers()).toEqual(['Mooring fees.txt']);
  await server.request('DELETE', `${path}/attachments/${id}`);
  expect(await papers()).toEqual([]);
  await server.request('POST', `${path}/attachments/${id}/bring-back`);
  await send('Mooring, autumn.txt');
  expect(await papers()).toEqual(['Mooring, autumn.txt', 'Mooring fees.txt']);
});
