import type { FigurePartResponse, FigureQuery, FigureResponse } from '@just-ledger/contract';
import {
  type Account,
  alignedRows,
  type AlignedRow,
  balanceSheet,
  type CivilDate,
  formatAmount,
  incomeStatement,
  isPermanentEquity,
  isTemporary,
  type LedgerFlow,
  type Minor,
  negated,
  sumByAccount,
  sumOf,
  ZERO,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import type { Figures } from '../earlier-years/old-books.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan, yearStart } from '../organisations/report-dates.js';
import { askedValues } from '../trial-balance/values-asked.js';
import { arrangementOf } from './arrangement-store.js';
import { entriesTold } from './figure-lines-report.js';
import { figureOfCashFlow } from './figure-of-cash-flow.js';
import { figureOfEquity } from './figure-of-equity.js';
import { figureOfRows, isRowOf, linesPart, type Part, type Sought, type Source } from './figure-parts.js';
import { positionFigures, resultFigures } from './statement-figures.js';

/**
 * What a figure of a statement is made of: accounts with their lines, entries, or figures of the statement that it comes
 * from. The parts come to the figure.
 *
 * @throws {Refusal} 404 where the statement has no such figure, 422 where it is of books whose entries are not here
 */
export function figureReport(
  db: Db,
  organisation: Organisation,
  query: FigureQuery,
  today: CivilDate,
): FigureResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const view = ledgerView(db, organisation, query.asKnownOn);
  const { breakdown, value, unnamed } = query;
  const { within } = askedValues(db, organisation, query);
  const sought: Sought = {
    db,
    organisation,
    view,
    chart: loadChart(db, organisation.id),
    arrangement: arrangementOf(db, organisation.id),
    from,
    to,
    value: { ...(breakdown && { breakdown }), ...(value && { value }), ...(unnamed && { unnamed }) },
    within,
  };
  const { label, amount, parts } = sourceOf(sought, {
    ...query,
    row: query.row ?? (query.account ? '' : 'net-result'),
  });
  const write = (units: Minor): string => formatAmount(units, organisation.baseCurrency);
  const entries = entriesOf(sought, parts);
  return {
    label,
    amount: write(amount),
    parts: parts.map(({ label: name, account = null, lines = null, figure = null, amount }, index) => {
      return { label: name, account, amount: write(amount), lines, figure, entry: entries.get(index) ?? null };
    }),
    sum: write(sumOf(parts.map((part) => part.amount))),
  };
}

function sourceOf(sought: Sought, query: FigureQuery): Source {
  switch (query.statement) {
    case undefined:
    case 'income-statement':
      return ofResult(sought, query);
    case 'balance-sheet':
      return ofPosition(sought, query);
    case 'equity-statement':
      return figureOfEquity(sought, query);
    case 'cash-flow-statement':
      return figureOfCashFlow(sought, query);
    default:
      return query.statement satisfies never;
  }
}

/** Figures that are of these books. @throws {Refusal} 422 for others */
function ofTheseBooks<Of>({ of, note }: Figures<Of>): Of {
  if (of !== undefined && note === null) return of;
  throw unprocessable('figure-of-old-books', 'from', `${note ?? ''} Their entries are not here.`.trim());
}

/** Whether a row of the balance sheet is carried from the end of the equity statement. */
function isOfEquity({ row, account, together }: Pick<AlignedRow, 'row' | 'account' | 'together'>): boolean {
  if (together) return false;
  return row === 'carry' || (row === 'account' && (account === undefined || isPermanentEquity(account)));
}

function ofResult(sought: Sought, query: FigureQuery): Source {
  const { db, organisation, view, chart, from, to, value, within } = sought;
  const flows = ofTheseBooks(
    resultFigures(db, organisation, view, chart, { from, to, isWhole: true, ...(within && { within }) }),
  );
  const { rows } = incomeStatement(chart, flows, organisation.kind, query.form ?? 'multi-step');
  return figureOfRows(sought, query, rows, ({ account, label }, amount) =>
    account ? [linesPart(account, label, amount, { from, to, stages: 'flows', ...value })] : [],
  );
}

function ofPosition(sought: Sought, query: FigureQuery): Source {
  const { db, organisation, view, chart, arrangement, to, value, within } = sought;
  const { flows, equity } = ofTheseBooks(positionFigures(db, organisation, view, chart, to, within));
  const { rows } = balanceSheet(chart, organisation.kind, flows, equity);
  const from = yearStart(organisation, to) ?? to;
  const closing = { statement: 'equity-statement', row: 'closing-equity', from, to } as const;
  const own = alignedRows(chart, [rows], arrangement).find((row) => isRowOf(row, query));
  if (within)
    return figureOfRows(sought, query, rows, (row, amount) =>
      row.account && !isOfEquity(row)
        ? [linesPart(row.account, row.label, amount, { to, stages: 'all', ...value })]
        : equityWithin(sought, row, amount, flows),
    );
  if (own && isOfEquity(own)) {
    const component = own.row === 'carry' ? undefined : (own.account?.number ?? own.key);
    const source = figureOfEquity({ ...sought, from }, { ...closing, ...(component && { component }) });
    return { ...source, label: own.label };
  }
  return figureOfRows(sought, query, rows, ({ row, key, account, label }, amount) => {
    if (account && !isOfEquity({ row, account })) return [linesPart(account, label, amount, { to, stages: 'all' })];
    const component = row === 'carry' ? undefined : (account?.number ?? key);
    return [
      { label, amount, account: account?.number ?? null, figure: { ...closing, ...(component && { component }) } },
    ];
  });
}

/** Equity within a value: what stands on equity accounts, and on temporary ones that nobody closed. */
function equityWithin(
  { chart, to, value }: Sought,
  { row, account, label }: AlignedRow,
  amount: Minor,
  flows: readonly LedgerFlow[],
): Part[] {
  const sums = sumByAccount(flows);
  const partsOf = (account: Account): Part[] => {
    const held = negated(sums.get(account.id) ?? ZERO);
    return held === 0 ? [] : [linesPart(account, account.name, held, { to, stages: 'all', ...value }, -1)];
  };
  const isOwn = (candidate: Account): boolean =>
    isPermanentEquity(candidate) && (row === 'carry' || candidate.id === account?.id);
  const own = chart.accounts.filter(isOwn).flatMap(partsOf);
  const all = [...own, ...chart.accounts.filter(isTemporary).flatMap(partsOf)];
  const found = [own, all].find((parts) => sumOf(parts.map((part) => part.amount)) === amount);
  return found ?? [{ label, amount }];
}

/** The entries that parts name, by the place of the part. */
function entriesOf({ db, organisation }: Sought, parts: readonly Part[]) {
  const named = parts.flatMap(({ place, amount }, index) =>
    place === undefined ? [] : [{ place, amount, at: index }],
  );
  if (named.length === 0) return new Map<number, FigurePartResponse['entry']>();
  const rows = db.all<{ entry: number; year: string; number: number; date: CivilDate; explanation: string }>(sql`
    SELECT place AS entry, year, number, date, explanation FROM entry WHERE organisation = ${organisation.id}
      AND place IN (SELECT value FROM json_each(${JSON.stringify(named.map(({ place }) => place))}))`);
  const byPlace = new Map(rows.map((row) => [row.entry, row]));
  const described = entriesTold(
    db,
    organisation,
    named.flatMap(({ place, amount }) => {
      const row = byPlace.get(place);
      return row ? [{ ...row, contact: null, amount }] : [];
    }),
  );
  return new Map(named.map(({ at }, index) => [at, described[index] ?? null]));
}
