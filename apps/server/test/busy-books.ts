import { addDays, parseCivilDate } from '@just-ledger/core';
import { copyFileSync, mkdtempSync } from 'node:fs';
import Database from 'better-sqlite3';
import fc from 'fast-check';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { derivations } from '../src/composition/derivations.js';
import { booksFile, type Db } from '../src/platform/database/connection.js';
import type { DerivedFile } from '../src/platform/derived/derivation.js';
import { RunningServer } from './running-server.js';

const EUR = (cents: number): string => (cents / 100).toFixed(2);

/**
 * Books with entries before and after the first day in no order of dates, with contacts, closing and reversing ones; with
 * some thousand lines of trade as well, if they are asked for.
 */
export async function busyBooks(withTrade = false): Promise<string> {
  const server = await RunningServer.start();
  try {
    await fill(server, withTrade);
  } finally {
    await server.stop(true);
  }
  return server.folder;
}

async function fill(server: RunningServer, withTrade: boolean): Promise<void> {
  const path = await server.organisation({ firstDay: '2026-01-15', kind: 'company' });
  const names = ['Low Weir', 'Reed Yard', 'North Mill'];
  for (const name of names) await server.request('POST', `${path}/contacts`, { name, roles: ['customer'] });
  const days = ['2026-03-31', '2026-01-15', '2025-12-31', '2026-03-01', '2026-12-31', '2026-01-31', '2026-03-16'];
  const posted: string[] = [];
  for (let index = 0; index < 56; index += 1) {
    const date = days[index % days.length] ?? '';
    const isBefore = date < '2026-01-15';
    const { status, body } = await server.request('POST', `${path}/entries`, {
      date,
      kind: isBefore ? 'opening' : index % 9 === 0 ? 'adjusting' : 'ordinary',
      explanation: `Delivery ${index}`,
      reference: `Crate ${index % 4}`,
      lines: [
        {
          account: '1100',
          debit: EUR(100 + index),
          contact: names[index % 3],
          document: `INV-${index % 10}`,
          ...(index % 5 === 0 && { note: 'Überraschung: café' }),
        },
        { account: isBefore ? '3000' : '4000', credit: EUR(100 + index) },
      ],
    });
    expect([status, body.problems]).toEqual([201, undefined]);
    if (!isBefore) posted.push(body.number);
  }
  for (const [index, document] of ['INV-0', 'inv-1', 'INV-5', ''].entries()) {
    const { status } = await server.request('POST', `${path}/entries`, {
      date: days[index],
      kind: days[index] === '2025-12-31' ? 'opening' : 'ordinary',
      explanation: 'Paid',
      lines: [
        { account: '1010', debit: EUR(100 + index) },
        { account: '1100', credit: EUR(100 + index), contact: names[index % 3], ...(document && { document }) },
      ],
    });
    expect(status).toBe(201);
  }
  for (const number of posted.slice(0, 3))
    await server.request('POST', `${path}/entries/${number}/reverse`, { date: '2026-04-02' });
  if (withTrade) await oddDocuments(server, path);
  if (withTrade) await trade(server, path);
  await server.request('POST', `${path}/fiscal-years/2026/closing`);
}

/** Documents that are hardly ever met with, in the order in which they are posted. */
const ODD: readonly (readonly [document: string, date: string, amount: number, dueDate?: string])[] = [
  ['reversed after a payment', '2026-02-01', 600],
  ['reversed after a payment', '2026-02-10', -100],
  ['paid again', '2026-02-01', 600],
  ['paid again', '2026-02-10', -600],
  ['paid again', '2026-03-02', -50],
  ['due by its payment', '2026-02-01', 300],
  ['due by its payment', '2026-02-10', -100, '2026-04-20'],
  ['too much, posted late', '2026-02-01', 300],
  ['too much, posted late', '2026-03-10', -100],
  ['too much, posted late', '2026-03-02', -300],
  // paid after as many days as a span has, and after one more
  ...[31, 32, 92, 93, 366, 367].flatMap((days): (typeof ODD)[number][] => [
    [`paid after ${days} days`, '2026-02-01', 400],
    [`paid after ${days} days`, addDays(parseCivilDate('2026-02-01'), days), -400],
  ]),
];

async function oddDocuments(server: RunningServer, path: string): Promise<void> {
  const numbers: string[] = [];
  for (const [document, date, amount, dueDate] of ODD) {
    const [own, other] = amount > 0 ? ['debit', 'credit'] : ['credit', 'debit'];
    const lines = [
      { account: '1100', [own as string]: EUR(Math.abs(amount)), contact: 'Reed Yard', document, dueDate },
      { account: '4000', [other as string]: EUR(Math.abs(amount)) },
    ];
    const { status, body } = await server.request('POST', `${path}/entries`, { date, explanation: document, lines });
    expect([status, body.problems]).toEqual([201, undefined]);
    numbers.push(body.number);
  }
  const reversed = await server.request('POST', `${path}/entries/${numbers[0]}/reverse`, { date: '2026-03-01' });
  expect(reversed.status).toBe(201);
}

const TRADERS = ['Low Weir', 'Osier Lane', 'Heron Point', 'Old Heron Point', 'Sallow Quay', 'Reed End'];

const TRADE = fc.record({
  contact: fc.constantFrom(...TRADERS),
  account: fc.constantFrom('1100', '1100', '2100'),
  opens: fc.constantFrom(true, false, false),
  size: fc.constantFrom(100, 200, 300, 600),
  date: fc
    .tuple(fc.constantFrom(0, 0, 0, 1), fc.constantFrom('01', '14', '15', '16', '28'))
    .map(([later, day]) => ({ later, day })),
  number: fc.integer({ min: 0, max: 24 }),
  due: fc.constantFrom('', '', '2026-03-20', '2026-04-20'),
  rate: fc.constantFrom(0.5, 0.4),
});

type Trade = typeof TRADE extends fc.Arbitrary<infer Drawn> ? Drawn : never;

const TRADE_COLUMNS =
  'entry,date,explanation,account,debit,credit,contact,document,due_date,currency,foreign_amount,rate'.split(',');

/** Sallow Quay alone pays without saying what, Reed End just once; Osier Lane alone trades in dollars. */
function tradeRows(
  { contact, account, opens, size, date: drawn, number, due, rate }: Trade,
  entry: number,
  month: number,
): (string | number)[][] {
  const sign = (account === '1100') === opens ? 1 : -1;
  const date = `2026-0${Math.floor(month) + drawn.later}-${drawn.day}`;
  const document = contact === 'Sallow Quay' && !opens && number % 3 > 0 ? '' : `T-${number}`;
  const isForeign = contact === 'Osier Lane' && number % 4 > 0;
  const paper = opens ? 600 : size;
  const amount = sign * (isForeign ? paper * rate : paper);
  const sides = (amount: number): string[] => (amount > 0 ? [EUR(amount), ''] : ['', EUR(-amount)]);
  return [
    [entry, date, 'Trade', account, ...sides(amount), contact, document, due].concat(
      isForeign ? ['USD', EUR(paper), rate] : ['', '', ''],
    ),
    [entry, date, 'Trade', '4000', ...sides(-amount), '', '', '', '', '', ''],
  ];
}

/**
 * Trade at random in no order of dates: documents of customers and suppliers, paid in parts, before they came, too much,
 * not at all, by payments that name none, in another currency, with and without a day on which they fall due; and one
 * contact that is merged into another at the end. Each trader has something that the others do not.
 */
async function trade(server: RunningServer, path: string): Promise<void> {
  for (const name of TRADERS.slice(1)) {
    await server.request('POST', `${path}/contacts`, { name, roles: ['customer', 'supplier'] });
  }
  for (const [number, element] of [
    ['4950', 'revenue'],
    ['6950', 'expense'],
  ]) {
    await server.request('POST', `${path}/accounts`, { number, name: 'Exchange', element });
  }
  const exchange = { currency: 'USD', realisedGain: '4950', realisedLoss: '6950' };
  expect((await server.request('POST', `${path}/currencies`, exchange)).status).toBe(201);
  // an import puts its entries in the order of their dates: several of them are in no order
  const drawn = fc.sample(TRADE, { seed: 20_261_127, numRuns: 900 });
  for (let first = 0; first < drawn.length; first += 150) {
    const rows = drawn.slice(first, first + 150).flatMap((item, index) => tradeRows(item, index, 2 + first / 450));
    const file = [TRADE_COLUMNS, ...rows].map((cells) => cells.join(',')).join('\n');
    const { status, body } = await server.request('POST', `${path}/entries/import`, `${file}\n`);
    expect([status, body.problems]).toEqual([201, undefined]);
    const last = Number(body.last.split('-')[1]);
    for (const [index, date] of ['2026-04-29', '2026-05-02', '2026-05-02', '2026-05-09'].entries()) {
      const number = `2026-${String(last - 7 * index).padStart(4, '0')}`;
      expect((await server.request('POST', `${path}/entries/${number}/reverse`, { date })).status).toBe(201);
    }
  }
  const payment = [
    { account: '1010', debit: '1.50' },
    { account: '1100', credit: '1.50', contact: 'Reed End' },
  ];
  const paid = await server.request('POST', `${path}/entries`, {
    date: '2026-04-30',
    explanation: 'Paid',
    lines: payment,
  });
  expect(paid.status).toBe(201);
  const { body: contacts } = await server.request('GET', `${path}/contacts`);
  const known = (name: string) => contacts.find((contact: { name: string }) => contact.name === name);
  const [old, into] = [known('Old Heron Point'), known('Heron Point')];
  const merged = await server.request('POST', `${path}/contacts/${old.id}/merge`, {
    into: into.id,
    version: old.version,
  });
  expect(merged.status).toBe(200);
}

/** A folder with the same books, and nothing derived yet. */
export function copyOfBooks(folder: string): string {
  const copy = mkdtempSync(join(tmpdir(), 'just-ledger-derived-'));
  const books = new Database(booksFile(folder));
  books.pragma('wal_checkpoint(TRUNCATE)');
  books.close();
  copyFileSync(booksFile(folder), booksFile(copy));
  return copy;
}

/** Derives from the entries after one place up to another, in epoch 1. */
export function deriveUpTo(db: Db, derived: DerivedFile, after: number, upTo: number): void {
  const note = derived.prepare(
    'INSERT OR REPLACE INTO derived_to (name, organisation, place, seal, epoch) VALUES (?, 1, ?, ?, 1)',
  );
  const seal = db.$client.prepare('SELECT seal FROM entry WHERE organisation = 1 AND place = ?').pluck().get(upTo);
  derived.transaction(() => {
    for (const { name, extend } of derivations) {
      extend(db, derived, { organisation: 1, after, upTo });
      note.run(name, upTo, seal);
    }
  })();
}
