import 'reflect-metadata';
import {
  ARCHIVE_FILE_KEYS,
  archiveFileName,
  keyedBy,
  ARCHIVE_FILES,
  ARCHIVE_SCHEMA,
  FIRST_PREVIOUS_SEAL,
  entryOfSealed,
  eventContent,
  type ArchiveFile,
  type ArchiveManifest,
  type SealedEntry,
} from '@just-ledger/core';
import type { ArchiveResponse } from '@just-ledger/contract';
import { getTableColumns } from 'drizzle-orm';
import type { SQLiteColumn } from 'drizzle-orm/sqlite-core';
import { unzipSync, zipSync } from 'fflate';
import { spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { mkdtempSync, readFileSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { takeArchive as takeAtOnce } from '../src/areas/archives/archive-commands.js';
import type { ArchiveBytes } from '../src/areas/archives/archive-records.js';
import { ARCHIVE_TABLES, archivedColumns, type TableFile } from '../src/areas/archives/archive-tables.js';
import { turnsOf } from '../src/areas/archives/archive-turns.js';
import { beginArrival, endArrival, takeArchiveTurn } from '../src/areas/archives/arrival-commands.js';
import { arrivalOf, arrivals } from '../src/areas/archives/arrival-store.js';
import { sealOf } from '../src/areas/journal/append-entry.js';
import { verifyBooks } from '../src/areas/proofs/verify-books.js';
import { openForCommands, runCommand } from '../src/composition/commands.js';
import { prepareBooks } from '../src/platform/database/migrate.js';
import { sealAfter } from '../src/platform/database/seal-after.js';
import { createFirstOwner } from '../src/platform/sessions/session-commands.js';
import type { WriteContext } from '../src/platform/threads/write-context.js';
import { zipOf } from './files.js';
import { OWNER, RunningServer, type Reply } from './running-server.js';
import { archiveOf, sendArchive, settled, takeArchive } from './sent-archives.js';

let server: RunningServer;
let path: string;
let archive: Record<string, Uint8Array>;
beforeAll(async () => {
  server = await RunningServer.start();
  path = await server.organisation({ kind: 'non-profit', name: 'Fathom & Sedge, "Players"' });
  await fillBooks();
  archive = unzipSync(await written());
});
afterAll(() => server.stop());

const post = (to: string, body: unknown): Promise<Reply> => server.lookedAt('POST', `${path}${to}`, body);
const encode = (text: string): Uint8Array => new TextEncoder().encode(text);
const decode = (bytes: Uint8Array | undefined): string => new TextDecoder().decode(bytes);

/** Books that have something of everything: funds, a heading, foreign money, retired accounts, locks, drafts. */
async function fillBooks(): Promise<void> {
  const expectOk = async (reply: Promise<Reply>): Promise<Reply['body']> => {
    const { status, body } = await reply;
    expect([status, body?.problems]).toEqual([status < 300 ? status : 200, undefined]);
    return body;
  };
  const accounts = (await server.request('GET', `${path}/accounts`)).body as {
    id: number;
    number: string;
    name: string;
    version: number;
  }[];
  const old = accounts.find((account) => account.number === '5290') ?? accounts.at(-1);
  await expectOk(post('/accounts', { number: '1015', name: 'Dollars', currency: 'USD', role: 'cash' }));
  await expectOk(
    post('/contacts', {
      name: 'Ferry Lane School',
      roles: ['customer'],
      terms: '30',
      bank: { iban: 'GB82 WEST 1234 5698 7654 32' },
    }),
  );
  await expectOk(post('/contacts', { name: 'Ferry Lane Schol', roles: ['customer'] }));
  await expectOk(post('/currencies', { currency: 'USD' }));
  await expectOk(server.request('PUT', `${path}/exchange-rates/USD/2026-03-01`, { rate: '0.9125' }));
  const [fund] = (await server.request('GET', `${path}/breakdowns`)).body as {
    name: string;
    values: { name: string }[];
  }[];
  const breakdowns = { [fund?.name ?? '']: fund?.values.at(-1)?.name ?? '' };
  const entry = (date: string, debit: object, credit: object, more: object = {}): Promise<Reply> =>
    post('/entries', { date, explanation: 'Gift “élan”\u2028', lines: [debit, credit], ...more });
  await expectOk(
    entry(
      '2026-03-02',
      { account: '1015', debit: '91.25', currency: 'USD', foreignAmount: '100.00', rate: '0.9125' },
      { account: '4000', credit: '91.25', breakdowns },
    ),
  );
  await expectOk(
    entry(
      '2026-03-05',
      { account: '1100', debit: '40.00', contact: 'Ferry Lane Schol', dueDate: '2026-04-05', document: 'R 7' },
      { account: '4000', credit: '40.00', breakdowns },
      { reference: 'R 7', reversesOn: '2027-06-01', attachments: [await paper(path)] },
    ),
  );
  await expectOk(
    entry('2026-04-01', { account: old?.number, debit: '12.00', breakdowns }, { account: '1010', credit: '12.00' }),
  );
  await expectOk(post('/entries/2026-0003/reverse', { date: '2026-04-02' }));
  await expectOk(
    entry(
      '2026-04-03',
      { account: '1010', debit: '3.00' },
      { account: '4000', credit: '3.00', breakdowns },
      { corrects: '2026-0002', reversesOn: '2027-12-31' },
    ),
  );
  const contacts = (await server.request('GET', `${path}/contacts`)).body as {
    id: number;
    name: string;
    version: number;
  }[];
  const [stays, goes] = ['Ferry Lane School', 'Ferry Lane Schol'].map((name) =>
    contacts.find((contact) => contact.name === name),
  );
  await expectOk(
    server.request('POST', `${path}/contacts/${goes?.id}/merge`, {
      into: stays?.id,
      version: goes?.version,
    }),
  );
  await expectOk(
    server.request('PUT', `${path}/accounts/${old?.id}`, {
      number: old?.number,
      name: old?.name,
      active: false,
      version: old?.version,
    }),
  );
  await expectOk(
    post('/drafts', {
      date: '2026-05-01',
      explanation: 'Half',
      lines: [{ account: '1010', debit: '1' }],
      forReview: true,
    }),
  );
  await expectOk(
    post('/patterns', { name: 'Half', entry: { explanation: 'Half', lines: [{ account: '1010', debit: '1' }] } }),
  );
  await expectOk(
    post('/recurring-journals', {
      name: 'Rent',
      schedule: { unit: 'month', every: 1, day: 'last', from: '2026-01-31' },
      entry: {
        explanation: 'Rent',
        lines: [
          { account: '1010', debit: '5' },
          { account: '1020', credit: '5' },
        ],
      },
    }),
  );
  await expectOk(post('/recurring-journals/1/skip', { date: '2026-01-31', reason: 'free' }));
  await expectOk(post('/recurring-journals/1/draft', { date: '2026-02-28' }));
  await expectOk(post('/recurring-journals/1/pause', { from: '2026-11-01', until: '2026-11-30' }));
  await expectOk(
    server.request('PUT', `${path}/holidays`, {
      version: 0,
      holidays: [{ date: '2026-12-25', name: 'Christmas Day' }],
    }),
  );
  await expectOk(
    post('/recurring-journals', {
      name: 'Prepaid',
      schedule: { unit: 'month', every: 1, from: '2027-06-30', count: 7, businessDay: 'before' },
      amounts: 'spread',
      spread: { total: '700.01' },
      reverses: 'next-month',
      byItself: 'posts',
      entry: {
        explanation: 'Prepaid',
        lines: [
          { account: '1010', debit: '1' },
          { account: '1020', credit: '1' },
        ],
      },
    }),
  );
  await expectOk(
    server.request('PUT', `${path}/recurring-journals/1`, {
      name: 'Rent',
      schedule: { unit: 'month', every: 1, day: 'last', from: '2026-01-31' },
      changesFrom: '2026-07-01',
      version: 2,
      entry: {
        explanation: 'Rent',
        lines: [
          { account: '1010', debit: '6' },
          { account: '1020', credit: '6' },
        ],
      },
    }),
  );
  await expectOk(
    post('/tax-codes', {
      code: 'S',
      name: 'Standard',
      side: 'sales',
      rounding: 'line',
      rates: [{ parts: [{ rate: '20', share: '100', side: 'credit', account: '2200' }] }],
    }),
  );
  await expectOk(
    post('/entries', {
      date: '2026-02-02',
      explanation: 'Cider sold',
      supplyDate: '2026-01-31',
      lines: [
        { account: '1010', debit: '120.01' },
        { account: '2200', credit: '100', taxCode: 'S', taxAdjustment: '0.01' },
      ],
    }),
  );
  await expectOk(post('/take-on/trays/customers/rows', { rows: [{ cells: { contact: 'Ferry', unpaid: '1' } }] }));
  await expectOk(post('/periods/2026-03/lock', {}));
}

/** Keeps a paper. @returns its id */
async function paper(path: string): Promise<number> {
  const reply = await fetch(`${server.url}${path}/attachments?name=R%207.txt`, {
    method: 'POST',
    headers: { 'content-type': 'application/octet-stream', cookie: server.session },
    body: PAPER,
  });
  return ((await reply.json()) as { id: number }).id;
}
const PAPER = 'Receipt 7, of the school';
/** The name of its file in the archive. */
const paperFile = (): string => `papers/${createHash('sha256').update(PAPER).digest('hex')}`;

const written = (books = path): Promise<Uint8Array> => archiveOf(server, books);
const send = (bytes: Uint8Array): Promise<ArchiveResponse> => sendArchive(server, bytes);
const take = (job: ArchiveResponse, name: string): Promise<ArchiveResponse> => takeArchive(server, job, name);

const lines = (file: ArchiveFile): Record<string, never>[] =>
  decode(archive[`${file}.jsonl`])
    .split('\n')
    .filter(Boolean)
    .map((line) => JSON.parse(line));

/** The archive with some files changed and a manifest that says so; `loose` keeps the old hashes. */
function changed(
  files: Partial<Record<string, string>>,
  { loose = false, manifest: said = {} as object } = {},
): Uint8Array {
  const manifest = JSON.parse(decode(archive['manifest.json'])) as ArchiveManifest;
  const kept = structuredClone(manifest.files) as Record<string, { records: number; sha256: string }>;
  for (const [name, text = ''] of Object.entries(files)) {
    if (loose || !name.endsWith('.jsonl')) continue;
    const records = text.split('\n').filter(Boolean).length;
    kept[name.replace('.jsonl', '')] = { records, sha256: createHash('sha256').update(text).digest('hex') };
  }
  const texts = Object.entries(files).map(([name, text = '']) => [name, encode(text)] as const);
  return zipSync({
    ...archive,
    ...Object.fromEntries(texts),
    'manifest.json': encode(JSON.stringify({ ...manifest, files: kept, ...said })),
  });
}

const jsonl = (records: readonly object[]): string => records.map((record) => `${JSON.stringify(record)}\n`).join('');

/** The entries sealed anew after a change, so that the chain follows, and the last seal. */
function resealed(change: (entries: SealedEntry[]) => void): Uint8Array {
  const records = structuredClone(lines('entries')) as unknown as {
    sealed: SealedEntry;
    seal: string;
    postedBy: number;
  }[];
  change(records.map((record) => record.sealed));
  let lastSeal = FIRST_PREVIOUS_SEAL;
  for (const record of records) record.seal = lastSeal = sealOf(lastSeal, entryOfSealed(record.sealed));
  const sealAt = (entries: unknown): string => records[Number(entries) - 1]?.seal ?? FIRST_PREVIOUS_SEAL;
  // what was kept of the seals is forged with them, and the history of it
  const locks = lines('period-locks').map((row) => ({ ...row, seal: sealAt(row['entries']) }));
  let previous = FIRST_PREVIOUS_SEAL;
  const events = lines('period-events').map((row) => {
    const event = { ...row, seal: sealAt(row['entries']) };
    previous = sealAfter(previous, eventContent(event as never));
    return { ...event, recordSeal: previous };
  });
  return changed(
    {
      'entries.jsonl': jsonl(records),
      'period-locks.jsonl': jsonl(locks),
      'period-events.jsonl': jsonl(events),
    },
    { manifest: { lastSeal, entries: records.length } },
  );
}

describe('an archive', () => {
  test('becomes new books that are written again as the same archive', async () => {
    const job = await send(await written());
    expect(job).toMatchObject({
      state: 'read',
      contents: {
        organisation: 'Fathom & Sedge, "Players"',
        kind: 'non-profit',
        entries: 6,
        drafts: 2,
        firstDate: '2026-02-02',
        lastDate: '2026-04-03',
        alreadyHere: { name: 'Fathom & Sedge, "Players"' },
      },
    });
    const { organisation, state } = await take(job, 'The same again');
    expect(state).toBe('done');
    const again = unzipSync(await written(`/api/organisations/${organisation}`));
    for (const [name, bytes] of Object.entries(archive)) {
      // another name, another owner's since, one change more; proofs of locked months are kept by themselves, each minute
      const differing = ['manifest', 'organisation', 'people', 'set-up-changes', 'locked-proofs'];
      if (differing.some((differs) => name.startsWith(`${differs}.json`))) continue;
      expect([name, decode(again[name])]).toEqual([name, decode(bytes)]);
    }
    const archiveManifestOf = (files: Record<string, Uint8Array>): ArchiveManifest =>
      JSON.parse(decode(files['manifest.json']));
    expect([archiveManifestOf(again).entries, archiveManifestOf(again).lastSeal]).toEqual([
      archiveManifestOf(archive).entries,
      archiveManifestOf(archive).lastSeal,
    ]);
    const trail = decode(again['set-up-changes.jsonl']).trim().split('\n');
    expect(trail).toHaveLength(lines('set-up-changes').length + 1);
    expect(trail.at(-1)).toContain('taken in from the archive of');
    const { body: proofs } = await server.request('GET', `/api/organisations/${organisation}/proofs?asAt=2026-12-31`);
    expect(proofs.proofs.every((proof: { holds: boolean }) => proof.holds)).toBe(true);
  });

  test('brings nobody in: who took it owns it, the others are names', async () => {
    const people = lines('people') as unknown as { id: number; email: string; name: string }[];
    const stranger = { id: 77, name: 'Ida Marsh', email: 'ida@else.where', role: 'owner' };
    const entries = lines('entries').map((line) => ({ ...(line as object), postedBy: 77 }));
    const job = await send(
      changed({ 'people.jsonl': jsonl([...people, stranger]), 'entries.jsonl': jsonl(entries) }),
    );
    const { organisation } = await take(job, 'By somebody else');
    const books = `/api/organisations/${organisation}`;
    const { body: members } = await server.request('GET', `${books}/people`);
    expect(
      (members.people ?? members).map((person: { email: string; role: string }) => [person.email, person.role]),
    ).toEqual([['owner@sallow-reach.test', 'owner']]);
    const { body: entry } = await server.request('GET', `${books}/entries/2026-0001`);
    expect(entry.postedBy).toBe('Ida Marsh');
    const signIn = { email: 'ida@else.where', password: 'a long enough password' };
    expect((await server.signedOut().request('POST', '/api/session', signIn)).status).toBe(401);
    expect((await server.signedOut().request('POST', '/api/session', { ...signIn, email: '' })).status).not.toBe(200);
  });

  test('holds every column of every table that belongs to an organisation', async () => {
    const { stdout } = spawnSync('sqlite3', [
      join(server.folder, 'books.sqlite'),
      "SELECT m.name FROM sqlite_schema AS m JOIN pragma_table_info(m.name) AS c ON c.name = 'organisation' WHERE m.type = 'table'",
    ]);
    const named = Object.values(ARCHIVE_TABLES).map(
      (table) => (table as never)[Symbol.for('drizzle:Name')] as string,
    );
    /** What is not archived as a table of its own, and why. */
    const LEFT_OUT = {
      membership: 'in people.jsonl',
      entry: 'in entries.jsonl',
      line: 'in entries.jsonl',
      combination: 'in entries.jsonl, as breakdowns of lines',
      combination_value: 'made from combinations',
      total: 'made from lines',
      balance: 'made from lines',
      volume: 'made from lines',
      take_on_version: 'counts changes of take_on_row',
      chart_version: 'counts changes of the chart',
      posting: 'empty between postings',
      idempotent_response: 'of requests that nobody repeats in other books',
      entry_file: 'gone before an archive is written',
      entry_file_turn: 'gone before an archive is written',
      entry_file_original: 'gone before an archive is written',
      arrival: 'of books that nobody can read yet',
      invitation: 'of this installation',
      outbox_message: 'of this installation',
      papers_sending: 'of this installation: a copy sends nothing',
    };
    const tables = stdout.toString().trim().split('\n').sort();
    expect(tables).toEqual([...named, ...Object.keys(LEFT_OUT)].sort());
    for (const file of Object.keys(ARCHIVE_TABLES) as TableFile[]) {
      const { properties = {}, required = [] } = ARCHIVE_FILES[file];
      const columns = archivedColumns(file);
      expect([file, Object.keys(properties).sort()]).toEqual([file, Object.keys(columns).sort()]);
      const needed = Object.keys(columns).filter((field) => (columns[field] as SQLiteColumn).notNull);
      expect([file, [...required].sort()]).toEqual([file, needed.sort()]);
      const all = Object.keys(getTableColumns(ARCHIVE_TABLES[file]));
      const left = all.filter((field) => !(field in columns));
      expect([file, left.filter((field) => !['organisation', 'version', 'id'].includes(field))]).toEqual([file, []]);
    }
  });

  test('carries the published description, which is served and stands in the documentation', async () => {
    const { status, body } = await server.signedOut().request('GET', '/api/archive-schema.json');
    expect([status, body]).toEqual([200, JSON.parse(JSON.stringify(ARCHIVE_SCHEMA))]);
    expect(JSON.parse(decode(archive['schema.json']))).toEqual(body);
    const published = readFileSync(new URL('../../../docs/archive.schema.json', import.meta.url), 'utf8');
    expect(JSON.parse(published)).toEqual(body);
  });

  test('is written for owners only', async () => {
    expect((await server.signedOut().request('GET', `${path}/archive.zip`)).status).toBe(401);
  });
});

describe('a hostile archive', () => {
  const entry = (name: string): Uint8Array => zipOf([{ name, content: Buffer.from('{}') }]);
  const account = (change: object): string =>
    jsonl(lines('accounts').map((line, index) => (index === 0 ? { ...(line as object), ...change } : line)));
  test.each<[string, () => Uint8Array, string]>([
    ['no ZIP file', () => encode('number,name\n'), 'archive-expected'],
    ['a ZIP file cut off', () => zipSync(archive).slice(0, -40), 'zip-broken'],
    ['a name that leads upwards', () => entry('../../books.sqlite'), 'zip-path'],
    ['an absolute name', () => entry('/etc/passwd'), 'zip-path'],
    ['a name with a drive', () => entry('C:/books.sqlite'), 'zip-path'],
    ['a name that leads upwards in the other way', () => entry('..\\..\\books.sqlite'), 'zip-path'],
    ['a file that does not belong', () => zipSync({ ...archive, 'run.sh': encode('true') }), 'archive-path'],
    [
      'a paper that belongs to nothing',
      () => zipSync({ ...archive, [`papers/${'a'.repeat(64)}`]: encode('x') }),
      'archive-path',
    ],
    [
      'a paper that was changed',
      () => zipSync({ ...archive, [paperFile()]: encode('x'.repeat(PAPER.length)) }),
      'archive-hash',
    ],
    [
      'a paper without its file',
      () => zipSync(Object.fromEntries(Object.entries(archive).filter(([name]) => name !== paperFile()))),
      'archive-file',
    ],
    ['a folder', () => zipSync({ ...archive, 'a/': new Uint8Array() }), 'archive-path'],
    [
      'the same file twice',
      () => zipOf(['manifest.json', 'manifest.json'].map((name) => ({ name, content: Buffer.from('{}') }))),
      'archive-path',
    ],
    [
      'a file that claims to be small and is not',
      () => zipOf([{ name: 'entries.jsonl', content: Buffer.alloc(1 << 20), claims: 10 }]),
      'zip-broken',
    ],
    [
      'files too large unpacked',
      () => zipOf([{ name: 'entries.jsonl', content: Buffer.alloc(1 << 10), claims: 2 ** 30 }]),
      'unpacks-too-large',
    ],
    ['no manifest', () => entry('schema.json'), 'archive-expected'],
    ['another manifest', () => changed({}, { manifest: { format: 'zip' } }), 'archive-expected'],
    ['a later version', () => changed({}, { manifest: { version: 2 } }), 'archive-newer'],
    ['a manifest with more than it has', () => changed({}, { manifest: { extra: 1 } }), 'archive-record'],
    [
      'a missing file',
      () => zipSync(Object.fromEntries(Object.entries(archive).filter(([name]) => name !== 'contacts.jsonl'))),
      'archive-file',
    ],
    ['a changed file', () => changed({ 'contacts.jsonl': '' }, { loose: true }), 'archive-hash'],
    ['wrong numbers', () => changed({}, { manifest: { entries: 3 } }), 'archive-seal'],
    ['a line that is not JSON', () => changed({ 'contacts.jsonl': '{"id":1\n' }), 'archive-record'],
    [
      'a line that is not UTF-8',
      () => {
        const bytes = new Uint8Array([0x22, 0xff, 0x22, 0x0a]);
        const files = {
          ...(JSON.parse(decode(archive['manifest.json'])) as ArchiveManifest).files,
          papers: { records: 1, sha256: createHash('sha256').update(bytes).digest('hex') },
        };
        return zipSync({ ...unzipSync(changed({}, { manifest: { files } })), 'papers.jsonl': bytes });
      },
      'archive-record',
    ],
    ['a NUL in a text', () => changed({ 'accounts.jsonl': account({ note: 'a\u0000b' }) }), 'archive-record'],
    ['half a character', () => changed({ 'accounts.jsonl': account({ note: 'a\ud800b' }) }), 'archive-record'],
    ['a field that nobody knows', () => changed({ 'accounts.jsonl': account({ secret: 1 }) }), 'archive-record'],
    [
      'a word that nobody knows',
      () => changed({ 'accounts.jsonl': account({ element: 'wealth' }) }),
      'archive-record',
    ],
    [
      'an account shown where it cannot be',
      () => changed({ 'accounts.jsonl': account({ classification: 'revenue' }) }),
      'classification-element',
    ],
    [
      'an account under itself',
      () => changed({ 'accounts.jsonl': account({ parent: lines('accounts')[0]?.['id'] }) }),
      'archive-circle',
    ],
    [
      'a currency that does not exist',
      () => changed({ 'accounts.jsonl': account({ currency: 'QQQ' }) }),
      'currency-unknown',
    ],
    [
      'a person nobody knows',
      () => changed({ 'drafts.jsonl': jsonl([{ ...(lines('drafts')[0] as object), createdBy: 99 }]) }),
      'archive-person',
    ],
    [
      'a draft that the interface would not send',
      () => changed({ 'drafts.jsonl': jsonl([{ ...(lines('drafts')[0] as object), content: { lines: 7 } }]) }),
      'archive-record',
    ],
    [
      'a schedule without end of units',
      () =>
        changed({
          'recurring-versions.jsonl': jsonl([
            {
              ...(lines('recurring-versions')[0] as object),
              schedule: { unit: 'second', every: 1, from: '2026-01-31' },
            },
          ]),
        }),
      'schedule-unit',
    ],
    [
      'two organisations',
      () => changed({ 'organisation.jsonl': jsonl([...lines('organisation'), ...lines('organisation')]) }),
      'archive-count',
    ],
    [
      'an entry changed after it was sealed',
      () => changed({ 'entries.jsonl': decode(archive['entries.jsonl']).replaceAll('9125', '9124') }),
      'archive-seal',
    ],
    ['an entry left out', () => changed({ 'entries.jsonl': jsonl(lines('entries').slice(1)) }), 'archive-seal'],
    [
      'a lock that keeps another seal',
      () => changed({ 'period-locks.jsonl': jsonl([{ ...lines('period-locks')[0], seal: 'a'.repeat(64) }]) }),
      'archive-seal',
    ],
    [
      'a change of the set-up told otherwise',
      () =>
        changed({
          'set-up-changes.jsonl': jsonl(
            lines('set-up-changes').map((row, index) => (index === 0 ? { ...row, title: 'Other' } : row)),
          ),
        }),
      'archive-seal',
    ],
  ])('with %s is refused with the reason', async (_, make, code) => {
    const before = (await server.request('GET', '/api/organisations')).body;
    const job = await send(make());
    expect([job.state, job.problems[0]?.code]).toEqual(['failed', code]);
    expect((await server.request('POST', `/api/archives/${job.id}/taking`, { name: 'X' })).status).toBe(409);
    expect((await server.request('GET', '/api/organisations')).body).toEqual(before);
  });

  const forged = (change: (entry: SealedEntry) => unknown) => () =>
    resealed((entries) => void Object.assign(entries[0] as object, change(entries[0] as SealedEntry)));
  test.each<[string, () => Uint8Array, RegExp]>([
    [
      'out of balance',
      forged(({ lines: [sealedLine, ...rest] }) => ({ lines: [{ ...sealedLine, amount: 1 }, ...rest] })),
      /out of balance/,
    ],
    [
      'on an account that is not there',
      forged(({ lines: [sealedLine, ...rest] }) => ({ lines: [{ ...sealedLine, account: 9999 }, ...rest] })),
      /does not belong/,
    ],
    [
      'for a contact that is not there',
      forged(({ lines: [sealedLine, ...rest] }) => ({ lines: [{ ...sealedLine, contact: 9999 }, ...rest] })),
      /contact/,
    ],
    ['with a number left out', forged(() => ({ number: 2 })), /next number/],
    ['on a date that does not exist', forged(() => ({ date: '2026-02-30' })), /not a date/],
    ['in another year', forged(() => ({ year: '2027' })), /another year/],
    [
      'as it was, and an account called otherwise than its history says',
      () => changed({ 'accounts.jsonl': account({ name: 'Purse of the chair' }) }),
      /do not verify/,
    ],
    [
      'as it was, and a lock of which nothing is recorded',
      () => changed({ 'period-events.jsonl': '' }),
      /do not verify/,
    ],
    ['that reverses itself', forged(() => ({ kind: 'reversing', stage: 'ordinary', reverses: 1 })), /reverses/],
  ])('whose seals follow, but with an entry %s, is refused by the books', async (_, make, reason) => {
    const before = (await server.request('GET', '/api/organisations')).body;
    const job = await take(await send(make()), 'Forged');
    expect([job.state, job.problems[0]?.message]).toEqual(['failed', expect.stringMatching(reason)]);
    expect((await server.request('GET', '/api/organisations')).body).toEqual(before);
  });

  test('can be given up, belongs to who sent it, and is named before it becomes books', async () => {
    const job = await send(zipSync(archive));
    expect((await server.signedOut().request('GET', `/api/archives/${job.id}`)).status).toBe(401);
    for (const name of ['', ' ', 'a\nb', 'x'.repeat(121)]) {
      const reply = await server.request('POST', `/api/archives/${job.id}/taking`, { name });
      const after =
        reply.status === 202 ? (await settled(server, reply.body as ArchiveResponse)).state : reply.status;
      expect(['failed', 422]).toContain(after);
    }
    const other = await send(zipSync(archive));
    expect((await server.request('GET', `/api/archives/${job.id}`)).status).toBe(404);
    expect((await server.request('DELETE', `/api/archives/${other.id}`)).status).toBe(204);
    expect((await server.request('GET', `/api/archives/${other.id}`)).status).toBe(404);
  });
});

describe('books that are archived', () => {
  test('are archived first, can be read and not changed, and are restored', async () => {
    const books = await server.organisation({ name: 'Old boat club' });
    const entry = {
      date: '2026-03-01',
      explanation: 'Oars',
      lines: [
        { account: '1010', debit: '9' },
        { account: '4000', credit: '9' },
      ],
    };
    expect((await server.request('POST', `${books}/entries`, entry)).status).toBe(201);
    const { status, body } = await server.request('POST', `${books}/archived`);
    expect([status, body.archive]).toEqual([
      201,
      expect.stringMatching(/^archives\/old-boat-club-20270118T\d{6}Z\.zip$/),
    ]);
    expect(readdirSync(join(server.folder, 'archives'))).toEqual([body.archive.replace('archives/', '')]);
    const kept = await send(readFileSync(join(server.folder, body.archive)));
    expect(kept).toMatchObject({ state: 'read', contents: { organisation: 'Old boat club', entries: 1 } });

    expect((await server.request('GET', books)).body.archivedAt).toMatch(/^2027-01-18T/);
    expect((await server.request('GET', `${books}/reports/balance-sheet?asAt=2026-12-31`)).status).toBe(200);
    const changes: [string, string, unknown][] = [
      ['POST', '/entries', entry],
      ['POST', '/drafts', { lines: [] }],
      ['POST', '/accounts', { number: '1999', name: 'Jar' }],
      ['POST', '/contacts', { name: 'Jo', roles: ['member'] }],
      ['POST', '/periods/2026-03/lock', {}],
      ['POST', '/invitations', { email: 'jo@else.where', role: 'reader' }],
      ['PATCH', '', { name: 'New', version: 2 }],
      ['PUT', '/papers/cash-count', { state: 'at-hand', note: '', version: 1 }],
      ['POST', '/archived', undefined],
    ];
    for (const [method, to, given] of changes) {
      const reply = await server.request(method, `${books}${to}`, given);
      expect([to, reply.status, reply.body.problems?.[0]?.code]).toEqual([
        to,
        to === '/archived' ? 422 : 409,
        'archived',
      ]);
    }
    const shell = spawnSync('sqlite3', [
      join(server.folder, 'books.sqlite'),
      `INSERT INTO posting VALUES (${books.split('/').at(-1)}, 2, 2)`,
    ]);
    expect(shell.stderr.toString()).toMatch(/these books are archived/);

    expect((await server.request('DELETE', `${books}/archived`)).status).toBe(204);
    expect((await server.request('DELETE', `${books}/archived`)).status).toBe(422);
    expect((await server.request('POST', `${books}/entries`, entry)).status).toBe(201);
    const { body: trail } = await server.request('GET', `${books}/set-up-changes?subject=organisation`);
    expect(JSON.stringify(trail)).toContain(body.archive);
  });
});

test('nothing is left of what was on its way, in or out', async () => {
  const { id } = await send(await written());
  await server.request('DELETE', `/api/archives/${id}`);
  const left = (): string[] => readdirSync(join(server.folder, 'passing'));
  while (left().length > 0) await new Promise((resolve) => setImmediate(resolve));
  expect(left()).toEqual([]);
});

describe('an archive in turns of a few lines', () => {
  let folder: string;
  let context: WriteContext;
  beforeAll(async () => {
    folder = mkdtempSync(join(tmpdir(), 'just-ledger-arrivals-'));
    await prepareBooks(folder);
    context = openForCommands(folder, {
      today: () => '2027-01-18',
      moment: () => '2027-01-18T12:00:00.000Z',
    } as never);
    runCommand(context, createFirstOwner, { email: OWNER.email, name: 'Ada', passwordHash: '-' });
  });
  afterAll(() => {
    context.db.$client.close();
    rmSync(folder, { recursive: true });
  });

  /** What an organisation has in a table, but for what names this installation's own. */
  function rowsOf(table: string, organisation: number): unknown[] {
    const rows = context.db.$client
      .prepare<[number], Record<string, unknown>>(`SELECT * FROM ${table} WHERE organisation = ?`)
      .all(organisation);
    const own = ['organisation', 'posted_by', 'seq', 'record_seal'];
    if (['period_event', 'take_on_event', 'set_up_change'].includes(table)) own.push('id', 'object');
    return rows.map((row) => Object.fromEntries(Object.entries(row).filter(([name]) => !own.includes(name))));
  }

  test('makes the same books as in one', async () => {
    const none = new Uint8Array();
    const files: ArchiveBytes = keyedBy(ARCHIVE_FILE_KEYS, (file) => archive[archiveFileName(file)] ?? none);
    const manifest = JSON.parse(decode(archive['manifest.json']));
    const whole = runCommand(context, takeAtOnce, { person: 1, name: 'In one', manifest, files });
    const organisation = runCommand(context, beginArrival, { owner: 1, name: 'In turns', archive: 'x', files });
    let turns = 0;
    // as after a new start before each turn
    for (;;) {
      const next = turnsOf(files, arrivalOf(context.db, organisation), 2).next();
      if (next.done) break;
      runCommand(context, takeArchiveTurn, { organisation, ...next.value });
      turns += 1;
    }
    expect(turns).toBeGreaterThan(30);
    runCommand(context, endArrival, { organisation, manifest, files });
    expect(arrivals(context.db)).toEqual([]);
    const named = Object.values(ARCHIVE_TABLES).map(
      (table) => (table as never)[Symbol.for('drizzle:Name')] as string,
    );
    for (const table of [...named, 'entry', 'line', 'total', 'balance', 'volume', 'membership']) {
      const [inTurns, inOne] = [organisation, whole.id].map((id) =>
        JSON.stringify(rowsOf(table, id)).replaceAll('In turns', 'In one'),
      );
      expect([table, inTurns]).toEqual([table, inOne]);
    }
    // the files of papers were not brought along
    const wrong = (await verifyBooks(folder, () => undefined)).filter(
      (sentence) => !sentence.includes('The file of the paper'),
    );
    expect(wrong).toEqual([]);
  });
});
