import type { ColumnsQuery } from '@just-ledger/contract';
import {
  type BalanceSheet,
  balanceSheet,
  type CashFlowStatement,
  cashFlowClassOf,
  type Chart,
  type CivilDate,
  dayBefore,
  equityRow,
  equityStatement,
  type EquityStatement,
  type IncomeStatement,
  type Minor,
  negated,
  rounded,
  roundedCashFlow,
  roundedEquity,
  roundedIncome,
  roundedPosition,
  roundingUnit,
  sumOf,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { oldBooksOf } from '../earlier-years/old-books.js';
import type { LedgerView } from '../ledger/flow-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import type { AskedColumn } from './columns-asked.js';
import { equityFlows } from './equity-flows-of-days.js';
import { positionFigures } from './statement-figures.js';

/** How statements are rounded, each to what the others say of the same days. */
export interface RoundedFigures {
  income(statement: IncomeStatement, column: AskedColumn): IncomeStatement;
  equity(statement: EquityStatement): EquityStatement;
  position(statement: BalanceSheet, equity: EquityStatement): BalanceSheet;
  cashFlow(statement: CashFlowStatement, column: AskedColumn): CashFlowStatement;
}

const TO_THE_CENT: RoundedFigures = {
  income: (statement) => statement,
  equity: (statement) => statement,
  position: (statement) => statement,
  cashFlow: (statement) => statement,
};

/** How the statements of a query are rounded; to the cent where it says nothing. */
export function roundedFigures(
  db: Db,
  organisation: Organisation,
  chart: Chart,
  { rounding }: ColumnsQuery,
): RoundedFigures {
  if (!rounding) return TO_THE_CENT;
  const unit = roundingUnit(organisation.baseCurrency, rounding);
  const { changeover } = oldBooksOf(db, organisation);
  const resultOf = ({ from, to, view }: AskedColumn): Minor =>
    equityRow(
      roundedEquity(equityStatement(chart, organisation.kind, equityFlows(db, organisation, view, from, to)), unit),
      'net-result',
    ).total;
  const cashAt = (
    view: LedgerView,
    date: CivilDate,
  ): { readonly exact: Minor; readonly held: Map<number, Minor> } => {
    const { of } = positionFigures(db, organisation, view, chart, date);
    if (!of) return { exact: ZERO, held: new Map() };
    const sheet = balanceSheet(chart, organisation.kind, of.flows, of.equity);
    const held = cashOn(roundedPosition(sheet, of.equity, unit));
    return { exact: sumOf([...cashOn(sheet).values()]), held };
  };
  return {
    // what the old books have no entries of is carried nowhere
    income: (statement, column) =>
      roundedIncome(
        statement,
        column.from < changeover || column.within ? rounded(statement.netResult, unit) : resultOf(column),
        unit,
      ),
    equity: (statement) => roundedEquity(statement, unit),
    position: (statement, equity) => roundedPosition(statement, equity, unit),
    cashFlow: (statement, column) => {
      const before = cashAt(column.view, dayBefore(column.from));
      // what was brought forward within the days was there at their beginning, on no balance sheet before them
      const atBeginning =
        before.exact === statement.cashAtBeginning
          ? sumOf([...before.held.values()])
          : rounded(statement.cashAtBeginning, unit);
      return roundedCashFlow(
        statement,
        { netResult: resultOf(column), atBeginning, held: cashAt(column.view, column.to).held },
        unit,
      );
    },
  };
}

/** What the accounts of cash hold on a balance sheet, by their ids. */
function cashOn({ rows }: BalanceSheet): Map<number, Minor> {
  return new Map(
    rows.flatMap(({ account, amount = ZERO }) =>
      account && cashFlowClassOf(account) === 'cash'
        ? [[account.id, account.element === 'asset' ? amount : negated(amount)] as const]
        : [],
    ),
  );
}
