import { booksOf } from '@just-ledger/server/areas/books/books-store';
import { createFirstOwner } from '@just-ledger/server/platform/sessions/session-commands';
import { createOrganisation } from '@just-ledger/server/areas/beginning/beginning-commands';
import { importAccounts } from '@just-ledger/server/areas/accounts/account-commands';
import 'reflect-metadata';
import { accountIn, minor, parseCivilDate, type Chart, type CheckedEntry, type CivilDate } from '@just-ledger/core';
import { prepareBooks } from '@just-ledger/server/platform/database/migrate';
import { loadChart } from '@just-ledger/server/areas/accounts/account-store';
import { EntryAppender } from '@just-ledger/server/areas/journal/append-entry';
import { readChartFile } from '@just-ledger/server/areas/accounts/chart-file';
import { WriteContext } from '@just-ledger/server/platform/threads/write-context';

/** The day at which the large books stand: five years from January 2022. */
export const LARGE_TODAY = parseCivilDate('2026-12-31');
export const YEARS = ['2022', '2023', '2024', '2025', '2026'];

/** Numbers that are the same at each run: a small linear generator. */
export function generator(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state * 1_103_515_245 + 12_345) % 2_147_483_648;
    return state / 2_147_483_648;
  };
}

/** Books of one organisation with 200 accounts, ready to be filled. */
export async function emptyLargeBooks(folder: string): Promise<WriteContext> {
  await prepareBooks(folder);
  const context = new WriteContext(folder, {
    today: () => LARGE_TODAY,
    moment: () => `${LARGE_TODAY}T12:00:00.000Z`,
  });
  const person = context.transact(() =>
    createFirstOwner(context, { email: 'bench@example.test', name: 'Bench', passwordHash: '-' }),
  );
  const request = {
    name: 'Large',
    kind: 'company' as const,
    baseCurrency: 'EUR',
    fiscalYearStartMonth: 1,
    firstDay: '2022-01-01',
    starterChart: false,
  };
  context.transact(() => createOrganisation(context, { person, request }));
  const rows = Array.from({ length: 196 }, (_, index) => `${1000 + index * 40},Account ${index},,`);
  const csv = `number,name,element,role\n${rows.map((row) => row.replace(/^(\d)(\d+),/, (_, first: string, rest: string) => `${first}${rest},`)).join('\n')}\n`;
  const withElements = csv
    .split('\n')
    .map((row, index) => (index === 0 || row === '' ? row : row.replace(',,', `,${elementOf(row)},`)));
  context.transact(() =>
    importAccounts(context, {
      organisation: 1,
      person: 1,
      rows: readChartFile(`${withElements.join('\n')}3999,Retained,equity,retained-earnings\n`),
    }),
  );
  return context;
}

/** Fills books by the appender that an import uses. @returns how many entries */
export function fillBooks(context: WriteContext, lines: number): number {
  const origin = { organisation: 1, person: 1, source: 'import' as const };
  return context.transact(() =>
    new EntryAppender(context, origin, booksOf(context, 1)).appendAll(largeEntries(loadChart(context.db, 1), lines)),
  ).posted;
}

/**
 * Entries of two or three lines over five years, in the order of their dates, as an import has them; one account takes a
 * quarter of all lines.
 */
export function largeEntries(chart: Chart, lines: number): CheckedEntry[] {
  return [...entriesAtRandom(chart, lines)].sort((a, b) => (a.date < b.date ? -1 : Number(a.date > b.date)));
}

function* entriesAtRandom(chart: Chart, lines: number): Generator<CheckedEntry> {
  const random = generator(42);
  const accounts = chart.accounts;
  const pick = () =>
    accountIn(
      chart,
      (accounts[random() < 0.25 ? 0 : Math.floor(random() * accounts.length)] ?? accounts[0])?.id as never,
    ).id;
  for (let written = 0; written < lines;) {
    const year = YEARS[Math.floor((written / lines) * YEARS.length)] ?? '2026';
    const month = String(1 + Math.floor(random() * 12)).padStart(2, '0');
    const day = String(1 + Math.floor(random() * 28)).padStart(2, '0');
    const amount = 1 + Math.floor(random() * 1_000_000);
    const fee = 1 + Math.floor(random() * 500);
    const parts = random() < 0.5 ? [amount, -amount] : [amount, -amount - fee, fee];
    written += parts.length;
    yield {
      date: `${year}-${month}-${day}` as CivilDate,
      kind: 'ordinary',
      explanation: `Delivery ${written} to somebody`,
      lines: parts.map((part) => ({ account: pick(), amount: minor(part) })),
    };
  }
}

function elementOf(row: string): string {
  const first = Number(row[0]);
  return ['asset', 'liability', 'equity', 'revenue'][first - 1] ?? 'expense';
}
