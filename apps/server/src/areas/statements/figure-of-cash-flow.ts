import type { FigureQuery } from '@just-ledger/contract';
import {
  type Account,
  type AlignedRow,
  cashFlowClassOf,
  cashFlowStatement,
  type CashFlowStatement,
  classesOfLines,
  dayBefore,
  minor,
  type Minor,
  negated,
  sumByAccount,
  sumOf,
  ZERO,
} from '@just-ledger/core';
import { flowsBetween } from '../ledger/flow-store.js';
import { cashFlowBases } from './cash-flow-basis.js';
import { resultParts } from './figure-of-equity.js';
import { figureOfRows, linesPart, type Part, type Sought, type Source } from './figure-parts.js';

/** What a figure of the cash-flow statement is made of. @throws {Refusal} 404 */
export function figureOfCashFlow(sought: Sought, query: FigureQuery): Source {
  const { db, organisation, view, chart, from, to } = sought;
  const basis = cashFlowBases(db, view, chart, { from, to })(from, to);
  const statement = cashFlowStatement(chart, organisation.kind, basis);
  if (query.row === 'cash-at-beginning' || query.row === 'cash-at-end')
    return cashHeld(sought, statement, query.row, basis.before);
  return figureOfRows(sought, query, statement.rows, (row, amount) => {
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
