import type { FigurePartResponse, FigureQuery, FigureResponse } from '@just-ledger/contract';
import {
  type Account,
  accountIn,
  alignedRows,
  type AlignedRow,
  balanceSheet,
  cashFlowClassOf,
  cashFlowStatement,
  type CashFlowStatement,
  type Chart,
  type CivilDate,
  classesOfLines,
  dayBefore,
  type EquityRowKey,
  equityStatement,
  type EquityStatement,
  figureTerms,
  formatAmount,
  incomeStatement,
  isPermanentEquity,
  isTemporary,
  type LedgerFlow,
  minor,
  type Minor,
  negated,
  ROW_OF_MOVEMENT,
  type StatementRow,
  subtract,
  sumByAccount,
  sumOf,
  ZERO,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { notFound, unprocessable } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import type { Figures } from '../earlier-years/old-books.js';
import { flowsBetween, type LedgerView } from '../ledger/flow-store.js';
import { flowsByFund } from '../ledger/fund-flows.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan, yearStart } from '../organisations/report-dates.js';
import { rulesOfSpan } from '../periods/rules-of-years.js';
import { askedValues } from '../trial-balance/values-asked.js';
import { cashFlowBases } from './cash-flow-basis.js';
import { equityFlows } from './equity-flows-of-days.js';
import { entriesTold, NONE } from './figure-lines-report.js';
import { positionFigures, resultFigures } from './statement-figures.js';

/** A part of a figure before it is written. */
type Part = Pick<FigurePartResponse, 'label'> &
  Partial<Pick<FigurePartResponse, 'account' | 'lines' | 'figure'>> & {
    readonly amount: Minor;
    /** The place of an entry. */
    readonly place?: number;
  };

/** A figure and its parts before they are written. */
interface Source {
  readonly label: string;
  readonly amount: Minor;
  readonly parts: readonly Part[];
}

/** What a figure is looked for in. */
interface Sought {
  readonly db: Db;
  readonly organisation: Organisation;
  readonly view: LedgerView;
  readonly chart: Chart;
  readonly from: CivilDate;
  readonly to: CivilDate;
  /** The value of a breakdown that is looked at. */
  readonly value: Pick<FigureQuery, 'breakdown' | 'value' | 'unnamed'>;
  /** The combinations that name it; undefined for all. */
  readonly within: readonly number[] | undefined;
}

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
    parts: parts.map(({ label: name, account = null, lines = null, figure = null, amount: of }, at) => {
      return { label: name, account, amount: write(of), lines, figure, entry: entries.get(at) ?? null };
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
      return ofEquity(sought, query);
    case 'cash-flow-statement':
      return ofCashFlow(sought, query);
    default:
      return query.statement satisfies never;
  }
}

/** Figures that are of these books. @throws {Refusal} 422 for others */
function ofTheseBooks<Of>({ of, note }: Figures<Of>): Of {
  if (of !== undefined && note === null) return of;
  throw unprocessable('figure-of-old-books', 'from', `${note ?? ''} Their entries are not here.`.trim());
}

/** The figure of a row: what it comes to in the end, row by row. */
function ofRows(
  { chart }: Sought,
  query: FigureQuery,
  rows: readonly StatementRow[],
  partsOf: (row: AlignedRow, amount: Minor) => readonly Part[],
): Source {
  const aligned = alignedRows(chart, [rows]);
  const at = aligned.findIndex((row) => isRowOf(row, query));
  const found = aligned[at];
  if (!found) throw notFound('figure');
  return {
    label: found.label,
    amount: found.amounts[0] ?? ZERO,
    parts: figureTerms(aligned, at).flatMap(({ row, sign }) =>
      partsOf(row, minor(sign * (row.amounts[0] ?? 0))).map((part) =>
        sign === 1 || !part.lines
          ? part
          : { ...part, lines: { ...part.lines, sign: part.lines.sign === 1 ? -1 : 1 } },
      ),
    ),
  };
}

function isRowOf({ row, key, account }: AlignedRow, query: FigureQuery): boolean {
  return row !== 'heading' && key === query.row && account?.number === query.account;
}

/** Whether a row of the balance sheet is carried from the end of the equity statement. */
function isOfEquity({ row, account }: Pick<AlignedRow, 'row' | 'account'>): boolean {
  return row === 'carry' || (row === 'account' && (account === undefined || isPermanentEquity(account)));
}

function ofResult(sought: Sought, query: FigureQuery): Source {
  const { db, organisation, view, chart, from, to, value, within } = sought;
  const flows = ofTheseBooks(
    resultFigures(db, organisation, view, chart, { from, to, isWhole: true, ...(within && { within }) }),
  );
  const { rows } = incomeStatement(chart, flows, organisation.kind, query.form ?? 'multi-step');
  return ofRows(sought, query, rows, ({ account, label }, amount) =>
    account ? [linesPart(account, label, amount, { from, to, stages: 'flows', ...value })] : [],
  );
}

function ofPosition(sought: Sought, query: FigureQuery): Source {
  const { db, organisation, view, chart, to, value, within } = sought;
  const { flows, equity } = ofTheseBooks(positionFigures(db, organisation, view, chart, to, within));
  const { rows } = balanceSheet(chart, organisation.kind, flows, equity);
  const from = yearStart(organisation, to) ?? to;
  const closing = { statement: 'equity-statement', row: 'closing-equity', from, to } as const;
  const own = alignedRows(chart, [rows]).find((row) => isRowOf(row, query));
  if (within)
    return ofRows(sought, query, rows, (row, amount) =>
      row.account && !isOfEquity(row)
        ? [linesPart(row.account, row.label, amount, { to, stages: 'all', ...value })]
        : equityWithin(sought, row, amount, flows),
    );
  if (own && isOfEquity(own)) {
    const component = own.row === 'carry' ? undefined : (own.account?.number ?? own.key);
    const source = ofEquity({ ...sought, from }, { ...closing, ...(component && { component }) });
    return { ...source, label: own.label };
  }
  return ofRows(sought, query, rows, ({ row, key, account, label }, amount) => {
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
  const partsOf = (one: Account): Part[] => {
    const held = negated(sums.get(one.id) ?? ZERO);
    return held === 0 ? [] : [linesPart(one, one.name, held, { to, stages: 'all', ...value }, -1)];
  };
  const isOwn = (one: Account): boolean => isPermanentEquity(one) && (row === 'carry' || one.id === account?.id);
  const own = chart.accounts.filter(isOwn).flatMap(partsOf);
  const all = [...own, ...chart.accounts.filter(isTemporary).flatMap(partsOf)];
  const found = [own, all].find((parts) => sumOf(parts.map((part) => part.amount)) === amount);
  return found ?? [{ label, amount }];
}

/** Lines of an account as a part; the side on which its figure is positive follows from the amounts. */
function linesPart(
  { number, element }: Account,
  label: string,
  amount: Minor,
  lines: { readonly from?: CivilDate; readonly to: CivilDate } & Pick<
    NonNullable<FigurePartResponse['lines']>,
    'stages' | 'movement' | 'fund' | 'breakdown' | 'value' | 'unnamed'
  >,
  sign: 1 | -1 = element === 'asset' || element === 'expense' ? 1 : -1,
): Part {
  return { label, account: number, amount, lines: { account: number, ...lines, sign } };
}

function ofEquity(sought: Sought, { row, component }: FigureQuery): Source {
  const { db, organisation, view, chart, from, to } = sought;
  const statement = equityStatement(chart, organisation.kind, equityFlows(db, organisation, view, from, to));
  const at = statement.components.findIndex(({ key, account }) => (account?.number ?? String(key)) === component);
  const amountOf = (one: EquityStatement['rows'][number]): Minor =>
    component === undefined ? one.total : (one.amounts[at] ?? ZERO);
  const own = statement.rows.find(({ key }) => key === row);
  if (!own || (component !== undefined && at < 0)) throw notFound('figure');
  const amount = amountOf(own);
  const of = statement.components[at];
  const source = (parts: readonly Part[]): Source => ({
    label: of ? `${own.label}: ${of.label}` : own.label,
    amount,
    parts: parts.filter((part) => part.amount !== 0),
  });
  if (own.key === 'closing-equity')
    return source(
      statement.rows
        .filter(({ key }) => key !== 'closing-equity')
        .map((one): Part => {
          const figure = { statement: 'equity-statement', row: one.key, from, to } as const;
          return { label: one.label, amount: amountOf(one), figure: { ...figure, ...(component && { component }) } };
        }),
    );
  const accounts = chart.accounts.filter((account) => isPermanentEquity(account) && (!of || of.account === account));
  const parts =
    own.key === 'opening-equity'
      ? openingParts(sought, accounts, amount)
      : own.key === 'net-result'
        ? resultParts(sought, of?.account)
        : movementParts(sought, own.key, accounts, of?.account);
  const rest = subtract(amount, sumOf(parts.map((part) => part.amount)));
  return source([...parts, restPart(sought, own.key, rest, component)]);
}

/** What a figure of the equity statement is beyond the lines of accounts. */
function restPart(sought: Sought, key: EquityRowKey, amount: Minor, component: string | undefined): Part {
  const { db, organisation, view, chart, from } = sought;
  if (key === 'net-result') return { label: 'What others have of it', amount };
  if (key !== 'opening-equity') return { label: 'By closing entries, by share or by fund', amount };
  const label = 'Result of the year before these days';
  const to = dayBefore(from);
  const start = yearStart(organisation, to);
  const before =
    start === undefined || amount === 0
      ? undefined
      : equityStatement(chart, organisation.kind, equityFlows(db, organisation, view, start, to));
  const at = before?.components.findIndex((one) => (one.account?.number ?? String(one.key)) === component) ?? -1;
  const result = before?.rows.find((row) => row.key === 'net-result')?.amounts[at];
  if (start === undefined || component === undefined || result !== amount) return { label, amount };
  const figure = { statement: 'equity-statement', row: 'net-result', component, from: start, to } as const;
  return { label, amount, figure };
}

/** What stood on equity accounts before the days, and what was brought forward within them. */
function openingParts({ db, view, chart, from, to }: Sought, accounts: readonly Account[], amount: Minor): Part[] {
  const before = sumByAccount(flowsBetween(db, view, undefined, dayBefore(from)));
  const opened = sumByAccount(flowsBetween(db, view, from, to), ({ stage }) => stage === 'opening');
  const partsOf = (account: Account): Part[] => [
    linesPart(
      account,
      account.name,
      negated(before.get(account.id) ?? ZERO),
      { to: dayBefore(from), stages: 'all' },
      -1,
    ),
    linesPart(
      account,
      `${account.name}, brought forward`,
      negated(opened.get(account.id) ?? ZERO),
      { from, to, stages: 'opening' },
      -1,
    ),
  ];
  const own = accounts.flatMap(partsOf);
  // what temporary accounts hold was not closed; it is told account by account where it is all the component's
  const unclosed = chart.accounts.filter(isTemporary).flatMap(partsOf);
  const all = [...own, ...unclosed];
  return sumOf(all.map((part) => part.amount)) === amount ? all : own;
}

/** The result of the days, account by account; of a component that takes what funds bring or leave, that alone. */
function resultParts(sought: Sought, component?: Account): Part[] {
  const { db, organisation, view, chart, from, to } = sought;
  const rules = rulesOfSpan(db, organisation, from);
  const isByFund = component !== undefined && rules.funds.length > 0;
  const isFund = rules.funds.some(({ account }) => account === component?.id);
  const fund = isFund ? component?.number : NONE;
  const direct = new Set(rules.directTo.map(({ account }) => account));
  const sums = sumByAccount(
    isByFund ? flowsByFund(db, organisation, view, from, to, rules) : flowsBetween(db, view, from, to),
    (flow) =>
      flow.stage !== 'closing' &&
      !direct.has(flow.account) &&
      (!isByFund || flow.fund === (isFund ? component.id : undefined)),
  );
  return chart.accounts.filter(isTemporary).flatMap((account): Part[] => {
    const amount = negated(sums.get(account.id) ?? ZERO);
    const lines = { from, to, stages: 'flows', ...(isByFund && fund && { fund }) } as const;
    return amount === 0 ? [] : [linesPart(account, account.name, amount, lines, -1)];
  });
}

/** What was paid in and out, given on and corrected: on equity accounts themselves, and on those closed into them. */
function movementParts(
  { db, organisation, view, chart, from, to }: Sought,
  row: EquityRowKey,
  accounts: readonly Account[],
  component: Account | undefined,
): Part[] {
  const flows = flowsBetween(db, view, from, to).filter(({ stage }) => stage !== 'closing');
  const movements = Object.entries(ROW_OF_MOVEMENT).flatMap(([movement, of]) => (of === row ? [movement] : []));
  const asked = row === 'other' ? [...movements, NONE] : movements;
  const own = accounts.flatMap((account) =>
    asked.map((movement): Part => {
      const isIt = (flow: LedgerFlow): boolean =>
        flow.account === account.id && flow.stage !== 'opening' && (flow.movement ?? NONE) === movement;
      const amount = negated(sumOf(flows.filter(isIt).map((flow) => flow.amount)));
      return linesPart(account, account.name, amount, { from, to, stages: 'within', movement });
    }),
  );
  const direct = rulesOfSpan(db, organisation, from).directTo.filter(
    ({ as, to: target }) => as === row && (component === undefined || target === component.id),
  );
  const sums = sumByAccount(flows);
  const closed = direct.map((rule): Part => {
    const account = accountIn(chart, rule.account);
    return linesPart(account, account.name, negated(sums.get(account.id) ?? ZERO), { from, to, stages: 'flows' });
  });
  return [...own, ...closed];
}

function ofCashFlow(sought: Sought, query: FigureQuery): Source {
  const { db, organisation, view, chart, from, to } = sought;
  const basis = cashFlowBases(db, view, chart, { from, to })(from, to);
  const statement = cashFlowStatement(chart, organisation.kind, basis);
  if (query.row === 'cash-at-beginning' || query.row === 'cash-at-end')
    return cashHeld(sought, statement, query.row, basis.before);
  return ofRows(sought, query, statement.rows, (row, amount) => {
    if (row.key !== 'net-result') return cashFlowParts(sought, statement, row, amount);
    if (query.row === row.key) return resultParts(sought);
    return [{ label: row.label, amount, figure: { statement: 'cash-flow-statement', row: row.key, from, to } }];
  });
}

function cashFlowParts(
  sought: Sought,
  { paid, leftOut }: CashFlowStatement,
  { key, account, label }: AlignedRow,
  amount: Minor,
): readonly Part[] {
  const { db, view, chart, from, to } = sought;
  // held at the beginning and the end of its days alike
  if (key === 'cash-at-beginning') {
    return [{ label, amount, figure: { statement: 'cash-flow-statement', row: key, from, to } }];
  }
  if (!account) return [{ label, amount }];
  if (key === 'cash') return [linesPart(account, label, amount, { to, stages: 'all' })];
  if (key === 'received' || key === 'paid')
    return paid
      .filter((part) => part.account === account.id && (key === 'received') === part.amount > 0)
      .map((part): Part => ({ label, amount: part.amount, place: part.place }));
  const out = leftOut
    .filter((part) => part.account === account.id)
    .map((part): Part => {
      return { label: 'Moved no cash', amount: negated(part.amount), place: part.place };
    });
  if (key === 'taken-out' && cashFlowClassOf(account) === 'operating') return out;
  if (key === 'taken-out') return [linesPart(account, label, amount, { from, to, stages: 'within' }, 1)];
  const classOf = classesOfLines(chart);
  const movement = account.element === 'equity' ? ('correction' as const) : undefined;
  const own = flowsBetween(db, view, from, to).filter(
    (flow) =>
      flow.account === account.id &&
      flow.stage !== 'opening' &&
      flow.stage !== 'closing' &&
      classOf(flow) === 'operating',
  );
  const moved = negated(sumOf(own.map((flow) => flow.amount)));
  return [
    linesPart(account, label, moved, { from, to, stages: 'within', ...(movement && { movement }) }, -1),
    ...out,
  ];
}

/** The accounts of cash before the days, or at their end. */
function cashHeld(
  { db, view, chart, from, to }: Sought,
  { rows }: CashFlowStatement,
  key: 'cash-at-beginning' | 'cash-at-end',
  before: ReadonlyMap<Account['id'], Minor>,
): Source {
  const own = rows.find((row) => row.key === key);
  const flows = sumByAccount(flowsBetween(db, view, from, to), ({ stage }) => {
    return key === 'cash-at-end' || stage === 'opening';
  });
  const cash = chart.accounts.filter((account) => cashFlowClassOf(account) === 'cash');
  const held = (account: Account, sums: ReadonlyMap<Account['id'], Minor>): Minor => sums.get(account.id) ?? ZERO;
  const parts = cash.flatMap((account) =>
    key === 'cash-at-end'
      ? [
          linesPart(account, account.name, minor(held(account, before) + held(account, flows)), {
            to,
            stages: 'all',
          }),
        ]
      : [
          linesPart(account, account.name, held(account, before), { to: dayBefore(from), stages: 'all' }),
          linesPart(account, `${account.name}, brought forward`, held(account, flows), {
            from,
            to,
            stages: 'opening',
          }),
        ],
  );
  return { label: own?.label ?? '', amount: own?.amount ?? ZERO, parts: parts.filter(({ amount }) => amount !== 0) };
}

/** The entries that parts name, by the place of the part. */
function entriesOf({ db, organisation }: Sought, parts: readonly Part[]) {
  const named = parts.flatMap(({ place, amount }, at) => (place === undefined ? [] : [{ place, amount, at }]));
  if (named.length === 0) return new Map<number, FigurePartResponse['entry']>();
  const rows = db.all<{ entry: number; year: string; number: number; date: CivilDate; explanation: string }>(sql`
    SELECT place AS entry, year, number, date, explanation FROM entry WHERE organisation = ${organisation.id}
      AND place IN (SELECT value FROM json_each(${JSON.stringify(named.map(({ place }) => place))}))`);
  const byPlace = new Map(rows.map((row) => [row.entry, row]));
  const told = entriesTold(
    db,
    organisation,
    named.flatMap(({ place, amount }) => {
      const row = byPlace.get(place);
      return row ? [{ ...row, contact: null, amount }] : [];
    }),
  );
  return new Map(named.map(({ at }, index) => [at, told[index] ?? null]));
}
