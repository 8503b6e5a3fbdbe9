import { isTemporary, type Account } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { sumByAccount, type LedgerFlow } from '../ledger/ledger-flow.js';
import { ZERO, minor, negated, add, sumOf, type Minor } from '../money/minor.js';

/** How far the trial balance has come: before adjusting entries, after them, after closing. */
export const TRIAL_BALANCE_STAGES = ['unadjusted', 'adjusted', 'post-closing'] as const;

/** One of {@link TRIAL_BALANCE_STAGES}. */
export type TrialBalanceStage = (typeof TRIAL_BALANCE_STAGES)[number];

/** The flows that a trial balance at a date is made of. */
export interface TrialBalanceFlows {
  /** Everything before the first day of the date's fiscal year. */
  readonly earlier: readonly LedgerFlow[];
  /** What the year received up to its last closing before the date, that closing with it: it counts whole at any stage. */
  readonly closed?: readonly LedgerFlow[];
  /** Everything from then on up to the date. */
  readonly year: readonly LedgerFlow[];
  /** Adjusting flows of the year that count whole even unadjusted, because they are earlier than the adjustments asked for. */
  readonly keptAdjustments?: readonly LedgerFlow[];
}

/** An account with its balance in one of the two columns; minor units, both positive. */
export interface TrialBalanceRow {
  readonly account: Account;
  readonly debit: Minor;
  readonly credit: Minor;
}

/** A trial balance. */
export interface TrialBalance {
  readonly rows: readonly TrialBalanceRow[];
  /** Results of earlier years that were never closed, debit positive; a row of its own when not zero. */
  readonly earlierResults: Minor;
  readonly totalDebit: Minor;
  readonly totalCredit: Minor;
}

/**
 * Draws up a trial balance. Unadjusted leaves out the year's adjusting and closing entries, adjusted its closing
 * entries, post-closing nothing. Temporary accounts count from the first day of the year; what earlier years left on
 * them stands as one figure.
 *
 * @param zeros whether accounts without a balance are listed too; headings never are
 * @returns rows in the order of the chart; totals include the earlier results
 * @throws {RangeError} if a sum leaves the safe range
 */
export function trialBalance(
  chart: Chart,
  flows: TrialBalanceFlows,
  stage: TrialBalanceStage,
  zeros = false,
): TrialBalance {
  const { balanceOf, earlierResults } = balancesAtStage(chart, flows, stage);
  const rows = chart.accounts
    .filter((account) => !chart.headings.has(account.id))
    .map((account) => inColumns(account, balanceOf(account)))
    .filter((row) => zeros || row.debit !== 0 || row.credit !== 0);
  return {
    rows,
    earlierResults,
    totalDebit: sumOf([...rows.map((row) => row.debit), minor(Math.max(earlierResults, 0))]),
    totalCredit: sumOf([...rows.map((row) => row.credit), minor(Math.max(-earlierResults, 0))]),
  };
}

/**
 * What each account stands at, at a stage of a trial balance: minor units, debit positive. What earlier years left on
 * temporary accounts stands apart.
 */
export function balancesAtStage(
  chart: Chart,
  flows: TrialBalanceFlows,
  stage: TrialBalanceStage,
): { balanceOf: (account: Account) => Minor; earlierResults: Minor } {
  const earlier = sumByAccount(flows.earlier);
  const running = sumByAccount([
    ...(flows.closed ?? []),
    ...flows.year.filter((flow) => countsIn(flow, stage)),
    ...(stage === 'unadjusted' ? (flows.keptAdjustments ?? []) : []),
  ]);
  return {
    balanceOf: (account) => {
      const received = running.get(account.id) ?? ZERO;
      return isTemporary(account) ? received : add(received, earlier.get(account.id) ?? ZERO);
    },
    earlierResults: sumOf(
      [...earlier].flatMap(([id, amount]) => (isTemporary(accountIn(chart, id)) ? [amount] : [])),
    ),
  };
}

/** Whether a flow of the running year counts at a stage. */
function countsIn(flow: LedgerFlow, stage: TrialBalanceStage): boolean {
  if (flow.stage === 'closing') return stage === 'post-closing';
  return flow.stage !== 'adjusting' || stage !== 'unadjusted';
}

function inColumns(account: Account, balance: Minor): TrialBalanceRow {
  return balance >= 0
    ? { account, debit: balance, credit: ZERO }
    : { account, debit: ZERO, credit: negated(balance) };
}
