import type {
  ArrangedDaysQuery,
  ArrangedStatementsResponse,
  ArrangementProofResponse,
  ArrangementRequest,
  ArrangementResponse,
  StatementRowResponse,
} from '@just-ledger/contract';
import {
  accountIn,
  type Chart,
  type CivilDate,
  formatAmount,
  isTemporary,
  type LedgerFlow,
  minor,
  type Minor,
  parseAmount,
  parseCivilDate,
  sumByAccount,
  sumOf,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { arrangementAnswer } from './arrangement-answers.js';
import { askedArrangement } from './arrangement-asked.js';
import { arrangementOf, keptArrangement } from './arrangement-store.js';
import { positionFigures, resultFigures } from './statement-figures.js';
import { balanceSheetReport, equityStatementReport, incomeStatementReport } from './statement-reports.js';

/** How an organisation arranges its statements. */
export function arrangementReport(db: Db, organisation: Organisation): ArrangementResponse {
  return arrangementAnswer(
    loadChart(db, organisation.id),
    organisation.kind,
    arrangementOf(db, organisation.id),
    keptArrangement(db, organisation.id)?.version ?? 0,
  );
}

/** The statements of some days as an arrangement would draw them, whether or not it is kept. */
export function arrangedStatementsReport(
  db: Db,
  organisation: Organisation,
  { days, request }: { readonly days: ArrangedDaysQuery; readonly request: ArrangementRequest },
  today: CivilDate,
): ArrangedStatementsResponse {
  const chart = loadChart(db, organisation.id);
  const arrangement = askedArrangement(chart, organisation.kind, request);
  const incomeStatement = incomeStatementReport(db, organisation, days, today, arrangement);
  const [from, asAt] = [parseCivilDate(incomeStatement.from), parseCivilDate(incomeStatement.to)];
  const equityStatement = equityStatementReport(db, organisation, days, today, arrangement);
  const balanceSheet = balanceSheetReport(db, organisation, { asAt }, today, arrangement);
  const view = ledgerView(db, organisation, undefined);
  const result = resultFigures(db, organisation, view, chart, { from, to: asAt, isWhole: false });
  const position = positionFigures(db, organisation, view, chart, asAt);
  return {
    incomeStatement,
    equityStatement,
    balanceSheet,
    proof: proofOfAccounts(chart, organisation, { result: result.of ?? [], position: position.of?.flows ?? [] }, [
      ...incomeStatement.rows,
      ...balanceSheet.rows,
    ]),
  };
}

/**
 * The accounts with a figure in the ledger against the figures of accounts in the statements. Equity is left out: its
 * figures are those of the statement of changes in equity.
 */
function proofOfAccounts(
  chart: Chart,
  { baseCurrency }: Organisation,
  flows: { readonly result: readonly LedgerFlow[]; readonly position: readonly LedgerFlow[] },
  rows: readonly StatementRowResponse[],
): ArrangementProofResponse {
  const figuresOf = (all: readonly LedgerFlow[], isOfResult: boolean): Minor[] =>
    [...sumByAccount(all, ({ stage }) => !isOfResult || stage !== 'closing')].flatMap(([id, amount]) => {
      const account = accountIn(chart, id);
      return amount !== 0 && account.element !== 'equity' && isTemporary(account) === isOfResult ? [amount] : [];
    });
  const ledger = [...figuresOf(flows.result, true), ...figuresOf(flows.position, false)];
  const drawn = rows.flatMap(function accounts(row): Minor[] {
    if (row.together) return row.together.flatMap(accounts);
    if (row.row !== 'account' || row.account === null || row.amount === null) return [];
    if (chart.byNumber.get(row.account)?.element === 'equity') return [];
    const amount = parseAmount(row.amount, baseCurrency);
    return amount === 0 ? [] : [amount];
  });
  const whole = (amounts: readonly Minor[]): Minor => sumOf(amounts.map((amount) => minor(Math.abs(amount))));
  const [ledgerSum, statementsSum] = [whole(ledger), whole(drawn)];
  return {
    inLedger: ledger.length,
    inStatements: drawn.length,
    ledgerSum: formatAmount(ledgerSum, baseCurrency),
    statementsSum: formatAmount(statementsSum, baseCurrency),
    holds: ledger.length === drawn.length && ledgerSum === statementsSum,
  };
}
