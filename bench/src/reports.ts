import { openForReading, type Db } from '@just-ledger/server/platform/database/connection';
import { organisationOf, type Organisation } from '@just-ledger/server/areas/organisations/organisation-store';
import {
  balanceSheetReport,
  equityStatementReport,
  incomeStatementReport,
} from '@just-ledger/server/areas/statements/statement-reports';
import type { WriteContext } from '@just-ledger/server/platform/threads/write-context';
import { trialBalanceReport } from '@just-ledger/server/areas/trial-balance/trial-balance-report';
import { LARGE_TODAY } from './large-books.js';
import { postOne } from './posting.js';
import { median, took, usually } from './stopwatch.js';

/** The days at which reports are measured. */
export const DAYS = [
  ['month end', '2026-11-30'],
  ['mid-month', '2026-11-15'],
] as const;

type Draw = (on: Db, organisation: Organisation, asAt: string) => unknown;

const yearTo = (to: string) => ({ from: `${to.slice(0, 4)}-01-01`, to });

/** Each report as it stands at a day, the flows being those of the year to date. */
export const REPORTS: readonly [readonly [string, Draw], ...(readonly [string, Draw])[]] = [
  ['trial balance', (on, organisation, asAt) => trialBalanceReport(on, organisation, { asAt }, LARGE_TODAY)],
  [
    'income statement of the year to date',
    (on, organisation, to) => incomeStatementReport(on, organisation, yearTo(to), LARGE_TODAY),
  ],
  [
    'statement of changes in equity',
    (on, organisation, to) => equityStatementReport(on, organisation, yearTo(to), LARGE_TODAY),
  ],
  ['balance sheet', (on, organisation, asAt) => balanceSheetReport(on, organisation, { asAt }, LARGE_TODAY)],
];

/** What can stand beside the days of a statement, with the days and what is chosen. */
export const COLUMN_CHOICES = [
  ['two years before', { from: '2026-01-01', to: '2026-12-31', columns: 'years:2' }],
  ['twelve months before', { from: '2026-12-01', to: '2026-12-31', columns: 'periods:12' }],
  ['24 months', { from: '2025-01-01', to: '2026-12-31', columns: 'months' }],
  ['the year to date', { from: '2026-12-01', to: '2026-12-31', columns: 'year-to-date' }],
  ['as known on an earlier day', { from: '2026-01-01', to: '2026-12-31', columns: 'known-on:2026-06-30' }],
] as const;

/** Statements with columns beside their days; that of cash is measured over HTTP, of books that are more like any. */
export const COMPARED: readonly (readonly [
  string,
  (on: Db, organisation: Organisation, asked: (typeof COLUMN_CHOICES)[number][1]) => unknown,
])[] = [
  ['income statement', (on, organisation, asked) => incomeStatementReport(on, organisation, asked, LARGE_TODAY)],
  [
    'statement of changes in equity',
    (on, organisation, asked) => equityStatementReport(on, organisation, asked, LARGE_TODAY),
  ],
  [
    'balance sheet',
    (on, organisation, { to, ...asked }) => balanceSheetReport(on, organisation, { ...asked, asAt: to }, LARGE_TODAY),
  ],
];

/** The plain query of a comparison of 24 months, with its joins, in milliseconds. */
export function rawMonths({ $client }: Db): number {
  const joined = $client.prepare(
    `SELECT a.number, substr(e.date, 1, 7), sum(l.amount) FROM line AS l
      JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
      WHERE l.organisation = 1 AND e.date BETWEEN '2025-01-01' AND '2026-12-31' GROUP BY 1, 2`,
  );
  return usually(() => joined.all(), 3);
}

/** The raw sums that reports are measured against, in milliseconds. */
export interface RawSums {
  /** Over the covering index. */
  readonly R: number;
  /** A plain trial balance, with its joins. */
  readonly J: number;
}

/** Adds all lines up to a day, twice. */
export function rawSums({ $client }: Db, asAt: string): RawSums {
  const covering = $client.prepare(
    'SELECT account, sum(amount) FROM line WHERE organisation = 1 AND date <= ? GROUP BY account',
  );
  const joined = $client.prepare(
    `SELECT a.number, sum(l.amount) FROM line AS l JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      JOIN account AS a ON a.organisation = l.organisation AND a.id = l.account
      WHERE l.organisation = 1 AND e.date <= ? GROUP BY a.id`,
  );
  return { R: usually(() => covering.all(asAt)), J: usually(() => joined.all(asAt), 3) };
}

/** So often every statement is drawn up with each choice of columns before it is measured. */
const COLUMNS_BEFORE = 5;

/**
 * Draws up each report for every month, and statements with every choice of columns, so that what is measured afterwards
 * has been compiled, as in a running server.
 */
export function warmUp(on: Db, organisation: Organisation): void {
  for (let round = 0; round < COLUMNS_BEFORE; round += 1)
    for (const [, draw] of COMPARED) for (const [, asked] of COLUMN_CHOICES) draw(on, organisation, asked);
  for (const [, draw] of REPORTS)
    for (let month = 0; month < 60; month += 1)
      draw(on, organisation, `${2022 + Math.floor(month / 12)}-${String(1 + (month % 12)).padStart(2, '0')}-27`);
}

/** The usual time in which a connection that has kept none of its flows draws up a report. */
export function firstReading(folder: string, draw: Draw, asAt: string): number {
  return median(
    Array.from({ length: 9 }, () => {
      const on = openForReading(folder);
      const organisation = organisationOf(on, 1);
      trialBalanceReport(on, organisation, { asAt: '2024-07-10' }, LARGE_TODAY); // statements prepared, chart loaded, other flows kept
      const time = took(() => draw(on, organisation, asAt));
      on.$client.close();
      return time;
    }),
  );
}

/** The usual time in which a connection that has drawn many reports draws one up that nobody has asked for since a posting. */
export function readingAfterPosting(
  context: WriteContext,
  on: Db,
  organisation: Organisation,
  [draw, asAt]: readonly [Draw, string],
): number {
  return median(
    Array.from({ length: 15 }, (_, n) => {
      postOne(context, n);
      return took(() => draw(on, organisation, asAt));
    }),
  );
}
