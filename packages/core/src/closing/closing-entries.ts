import type { Account, AccountId } from '../accounts/account.js';
import { accountIn, type Chart } from '../accounts/chart.js';
import { fundAccountOf, type Breakdown } from '../breakdowns/breakdown.js';
import type { CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import type { CheckedEntry, EntryLine } from '../journal/entry.js';
import { ZERO, minor, negated, add, type Minor } from '../money/minor.js';
import type { OrganisationKind } from '../organisations/kind.js';
import { STATEMENT_WORDS } from '../organisations/kind.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';
import {
  closingTargetOf,
  isClosedIntoEquity,
  resultTargets,
  shareResult,
  type ResultTarget,
  type Sharer,
} from '../periods/closing-targets.js';

/** Closing through income summary in four steps, or in one entry without it. */
export const CLOSING_FORMS = ['income-summary', 'direct'] as const;

/** One of {@link CLOSING_FORMS}. */
export type ClosingForm = (typeof CLOSING_FORMS)[number];

/** Whether a text names a form of closing. */
export function isClosingForm(text: string): text is ClosingForm {
  return CLOSING_FORMS.some((form) => form === text);
}

/** The balance of a temporary account within one combination of breakdown values. */
export interface TemporaryBalance {
  readonly account: AccountId;
  /** Minor units, debit positive, closing entries included. */
  readonly amount: Minor;
  readonly breakdowns?: Readonly<Record<string, number>> | undefined;
}

/** What closing a year starts from. */
export interface ClosingBasis {
  readonly chart: Chart;
  readonly kind: OrganisationKind;
  /** For non-profits: their values name the equity accounts that take the result of each fund. */
  readonly breakdowns: readonly Breakdown[];
  /** The last day of the year, or of the part of it that is closed. */
  readonly date: CivilDate;
  /** Whether only part of a year is closed. */
  readonly isPart?: boolean;
  /** Who takes part of the result, where it is not the accounts that the chart says: by salaries, interest, weights. */
  readonly sharers?: readonly Sharer[] | undefined;
  /** Every temporary account's balance at that day. */
  readonly balances: readonly TemporaryBalance[];
}

/**
 * Prepares the entries that close a year.
 * Through income summary: (1) income-statement accounts with credit balances, (2) those with debit balances, by the
 * side of the balance and not by the type of the account, (3) income summary to equity, (4) drawings, dividends and
 * contributions to equity. Without it: one entry. Steps with nothing to do are left out. Common practice in textbooks.
 *
 * @param form by default four steps if the chart has an income summary account
 * @returns entries that bring every temporary account to zero; `no-closing-target` if equity cannot take them
 */
export function closingEntries(basis: ClosingBasis, form?: ClosingForm): Checked<CheckedEntry[]> {
  const { chart, kind } = basis;
  const summaries = chart.accounts.filter((account) => account.role === 'income-summary' && account.active);
  const through = form ? form === 'income-summary' : summaries.length > 0;
  if (through && summaries.length !== 1) {
    const message =
      summaries.length === 0
        ? 'There is no income summary account.'
        : 'Several accounts have the role income-summary.';
    return refused([problem('income-summary', 'form', message)]);
  }
  const open = basis.balances.filter((balance) => balance.amount !== 0);
  const targets = basis.sharers
    ? valid(basis.sharers.map(({ account, share }) => ({ account: accountIn(chart, account), share })))
    : resultTargets(chart, kind);
  const fundOf: FundOf = (breakdowns) => {
    const account = fundAccountOf(basis.breakdowns, breakdowns);
    return account === undefined ? undefined : accountIn(chart, account);
  };
  const problems = targetProblems(open, chart, targets, fundOf);
  if (problems.length > 0) return refused(problems);

  const result = open.filter((balance) => !isClosedIntoEquity(accountIn(chart, balance.account)));
  const direct = open.filter((balance) => isClosedIntoEquity(accountIn(chart, balance.account)));
  const resultTo: readonly Sharer[] =
    basis.sharers ?? (targets.ok ? targets.value.map(({ account, share }) => ({ account: account.id, share })) : []);
  const toEquity = direct.flatMap((balance) =>
    closedInto(
      balance,
      fundOf(balance.breakdowns) ?? closingTargetOf(accountIn(chart, balance.account), chart, targets),
    ),
  );
  const toTargets = (balances: readonly TemporaryBalance[]): EntryLine[] => sharedOut(balances, resultTo, fundOf);
  const [summary] = summaries;
  const steps =
    through && summary
      ? summarySteps(result, toEquity, summary, toTargets, kind)
      : [
          {
            explanation: basis.isPart
              ? `Close the accounts up to ${longDate(basis.date)} to equity`
              : 'Close the year’s accounts to equity',
            lines: [...result.map(zeroed), ...toTargets(result), ...toEquity],
          },
        ];
  return valid(
    steps
      .filter((step) => step.lines.length > 0)
      .map((step) => ({
        ...step,
        lines: debitsBeforeCredits(step.lines),
        date: basis.date,
        kind: 'closing' as const,
      })),
  );
}

type Step = Pick<CheckedEntry, 'explanation' | 'lines'>;

function summarySteps(
  result: readonly TemporaryBalance[],
  toEquity: readonly EntryLine[],
  summary: Account,
  toTargets: (balances: readonly TemporaryBalance[]) => EntryLine[],
  kind: OrganisationKind,
): Step[] {
  const statement = result.filter((balance) => balance.account !== summary.id);
  const credits = statement.filter((balance) => balance.amount < 0);
  const debits = statement.filter((balance) => balance.amount > 0);
  const words = STATEMENT_WORDS[kind];
  const isLoss = result.reduce((sum, balance) => sum + balance.amount, 0) > 0;
  const total = byBreakdowns(result);
  return [
    {
      explanation: 'Close accounts with credit balances to income summary',
      lines: [
        ...credits.map(zeroed),
        ...byBreakdowns(credits).map((sum) => lineOf(summary.id, sum.amount, sum.breakdowns)),
      ],
    },
    {
      explanation: 'Close accounts with debit balances to income summary',
      lines: [
        ...byBreakdowns(debits).map((sum) => lineOf(summary.id, sum.amount, sum.breakdowns)),
        ...debits.map(zeroed),
      ],
    },
    {
      explanation: `Close income summary: ${(isLoss ? words.loss : words.profit).toLowerCase()} to equity`,
      lines: [...total.map((sum) => lineOf(summary.id, negated(sum.amount), sum.breakdowns)), ...toTargets(result)],
    },
    { explanation: `Close ${words.withdrawals.toLowerCase()} to equity`, lines: toEquity },
  ];
}

/** As entries are written: debits first, each side in its order. */
function debitsBeforeCredits(lines: readonly EntryLine[]): EntryLine[] {
  return [...lines.filter(({ amount }) => amount > 0), ...lines.filter(({ amount }) => amount <= 0)];
}

/** The line that brings a balance to zero. */
function zeroed(balance: TemporaryBalance): EntryLine {
  return lineOf(balance.account, negated(balance.amount), balance.breakdowns);
}

function closedInto(balance: TemporaryBalance, target: Account | undefined): EntryLine[] {
  return target ? [lineOf(target.id, balance.amount, balance.breakdowns), zeroed(balance)] : [];
}

/** The equity account that a combination of breakdown values names, if any. */
type FundOf = (breakdowns: TemporaryBalance['breakdowns']) => Account | undefined;

/**
 * What closing gives to equity: each fund's part to its own account, the rest shared out. The shares are those of the
 * whole, given out as it runs up from one combination of values to the next: so they add up both ways, to each
 * combination's part and to each owner's share of it all, to the cent.
 */
function sharedOut(result: readonly TemporaryBalance[], sharers: readonly Sharer[], fundOf: FundOf): EntryLine[] {
  const sums = byBreakdowns(result);
  // a result of nothing is shared too, where some are given more than others before
  const isGiven = sharers.some(({ first = ZERO }) => first !== 0);
  let running = ZERO;
  let before: ReadonlyMap<AccountId, Minor> = new Map();
  return (sums.length === 0 && isGiven ? [{ amount: ZERO, breakdowns: undefined }] : sums).flatMap(
    ({ amount, breakdowns }) => {
      const fund = fundOf(breakdowns);
      if (fund) return [lineOf(fund.id, amount, breakdowns)];
      running = add(running, amount);
      const shares = shareResult(negated(running), sharers);
      const lines = [...shares].map(([account, share]) =>
        lineOf(account, minor((before.get(account) ?? 0) - share), breakdowns),
      );
      before = shares;
      return lines.filter((line) => line.amount !== 0);
    },
  );
}

function lineOf(account: AccountId, amount: Minor, breakdowns: TemporaryBalance['breakdowns']): EntryLine {
  return { account, amount, ...(breakdowns && { breakdowns }) };
}

/** Sums by combination of breakdown values, so that each value closes into equity of its own. */
export function byBreakdowns(
  balances: readonly TemporaryBalance[],
): Pick<TemporaryBalance, 'amount' | 'breakdowns'>[] {
  const sums = new Map<string, { amount: Minor; breakdowns: TemporaryBalance['breakdowns'] }>();
  for (const { amount, breakdowns } of balances) {
    const key = JSON.stringify(breakdowns ?? {});
    sums.set(key, { amount: minor((sums.get(key)?.amount ?? 0) + amount), breakdowns });
  }
  return [...sums.values()].filter((sum) => sum.amount !== 0);
}

function targetProblems(
  open: readonly TemporaryBalance[],
  chart: Chart,
  targets: Checked<ResultTarget[]>,
  fundOf: FundOf,
): Problem[] {
  const accounts = open
    .filter((balance) => !fundOf(balance.breakdowns))
    .map((balance) => accountIn(chart, balance.account));
  const problems =
    accounts.some((account) => !isClosedIntoEquity(account)) && !targets.ok ? [...targets.problems] : [];
  for (const account of accounts.filter(isClosedIntoEquity)) {
    if (closingTargetOf(account, chart, targets)) continue;
    const message = `${account.number} ${account.name} does not say which equity account it is closed into.`;
    problems.push(problem('no-closing-target', '', message));
  }
  return problems;
}
