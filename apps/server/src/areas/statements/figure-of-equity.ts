import type { FigureQuery } from '@just-ledger/contract';
import {
  type Account,
  accountIn,
  dayBefore,
  type EquityRowKey,
  equityStatement,
  type EquityStatement,
  isPermanentEquity,
  isTemporary,
  type LedgerFlow,
  type Minor,
  negated,
  ROW_OF_MOVEMENT,
  subtract,
  sumByAccount,
  sumOf,
  ZERO,
} from '@just-ledger/core';
import { notFound } from '../../platform/problems/refusal.js';
import { flowsBetween } from '../ledger/flow-store.js';
import { flowsByFund } from '../ledger/fund-flows.js';
import { yearStart } from '../organisations/report-dates.js';
import { rulesOfSpan } from '../periods/rules-of-years.js';
import { equityFlows } from './equity-flows-of-days.js';
import { NONE } from './figure-lines-report.js';
import { linesPart, type Part, type Sought, type Source } from './figure-parts.js';

/** What a figure of the statement of changes in equity is made of. @throws {Refusal} 404 */
export function figureOfEquity(sought: Sought, { row, component }: FigureQuery): Source {
  const { db, organisation, view, chart, from, to } = sought;
  const statement = equityStatement(chart, organisation.kind, equityFlows(db, organisation, view, from, to));
  const index = statement.components.findIndex(({ key, account }) => (account?.number ?? String(key)) === component);
  const amountOf = (equityRow: EquityStatement['rows'][number]): Minor =>
    component === undefined ? equityRow.total : (equityRow.amounts[index] ?? ZERO);
  const own = statement.rows.find(({ key }) => key === row);
  if (!own || (component !== undefined && index < 0)) throw notFound('figure');
  const amount = amountOf(own);
  const equityComponent = statement.components[index];
  const source = (parts: readonly Part[]): Source => ({
    label: equityComponent ? `${own.label}: ${equityComponent.label}` : own.label,
    amount,
    parts: parts.filter((part) => part.amount !== 0),
  });
  if (own.key === 'closing-equity')
    return source(
      statement.rows
        .filter(({ key }) => key !== 'closing-equity')
        .map((row): Part => {
          const figure = { statement: 'equity-statement', row: row.key, from, to } as const;
          return { label: row.label, amount: amountOf(row), figure: { ...figure, ...(component && { component }) } };
        }),
    );
  const accounts = chart.accounts.filter(
    (account) => isPermanentEquity(account) && (!equityComponent || equityComponent.account === account),
  );
  const parts =
    own.key === 'opening-equity'
      ? openingParts(sought, accounts, amount)
      : own.key === 'net-result'
        ? resultParts(sought, equityComponent?.account)
        : movementParts(sought, own.key, accounts, equityComponent?.account);
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
  const index =
    before?.components.findIndex(
      (equityComponent) => (equityComponent.account?.number ?? String(equityComponent.key)) === component,
    ) ?? -1;
  const result = before?.rows.find((row) => row.key === 'net-result')?.amounts[index];
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
export function resultParts(sought: Sought, component?: Account): Part[] {
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
  const movements = Object.entries(ROW_OF_MOVEMENT).flatMap(([movement, column]) =>
    column === row ? [movement] : [],
  );
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
