import { depreciationBetween, type DepreciableAsset, type TakenOn } from '../assets/depreciation.js';
import type { CivilDate } from '../dates/civil-date.js';
import { allocate } from '../money/allocate.js';
import { formatAmount, safeParseAmount } from '../money/amount.js';
import type { CurrencyCode } from '../money/currency.js';
import { minor, type Minor } from '../money/minor.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import type { YearStart } from '../organisations/books-calendar.js';
import { instalments } from './loan.js';
import type { Reckoning } from './reckoning.js';
import type { RecurringAmounts } from './recurring-amounts.js';
import { spreadParts } from './spread.js';

/** A line with its amount as decimal text on one side. */
export interface AmountLine {
  readonly account: string;
  readonly debit?: string | undefined;
  readonly credit?: string | undefined;
  readonly note?: string | undefined;
  readonly document?: string | undefined;
}

/** An asset that is written off, with the accounts of its class. */
export interface AssetOnAccounts {
  readonly name: string;
  readonly asset: DepreciableAsset;
  readonly takenOn?: TakenOn | undefined;
  readonly expense: string;
  readonly accumulated: string;
}

/** Which of its dates an occurrence is, and what the books say at it. */
export interface Occasion {
  readonly currency: CurrencyCode;
  /** All nominal dates of its version, for what ends; and which of them this is, from 0. */
  readonly dates: readonly CivilDate[];
  readonly index: number;
  /** The nominal date, and the one before it. */
  readonly date: CivilDate;
  readonly since: CivilDate;
  /** From one nominal date to the next; 0 by weeks. */
  readonly months: number;
  readonly yearStart: YearStart;
  /** Of the account that a share is taken of: its balance or movement, positive on its normal side. */
  readonly figure?: Minor | undefined;
  /** Of an account that bears interest: what it bears since the date before. */
  readonly interest?: Minor | undefined;
  /** Of an account that is brought to where it is to stand: how that was found, and on which side it usually stands. */
  readonly reckoning?: Reckoning | undefined;
  readonly normalBalance?: 'debit' | 'credit' | undefined;
  /** The assets of the class that is written off. */
  readonly assets?: readonly AssetOnAccounts[] | undefined;
}

/**
 * The lines that an occurrence posts. Computed amounts are shared out over the lines kept, each side by itself, in
 * proportion to the amounts that stand there; what comes to nothing has no lines.
 *
 * @param kept the lines as they were kept; for a loan and for depreciation, what they say of an account is taken over
 * @example occurrenceLines({source: 'spread', spread}, [{account: '6300', debit: '1'}, {account: '1400', credit: '1'}], third)
 */
export function occurrenceLines<L extends AmountLine>(
  amounts: RecurringAmounts,
  kept: readonly L[],
  on: Occasion,
): readonly (L | AmountLine)[] {
  switch (amounts.source) {
    case 'fixed':
    case 'asked':
      return kept;
    case 'share-of-balance': {
      if (amounts.share.of === 'interest') return inProportion(kept, on.interest ?? minor(0), on.currency);
      const share = new Exact(on.figure ?? 0).times(amounts.share.percent).dividedBy(100);
      return inProportion(kept, roundHalfAwayFromZero(share), on.currency);
    }
    case 'spread':
      return inProportion(kept, spreadParts(amounts.spread, on.dates)[on.index] ?? minor(0), on.currency);
    case 'depreciation': {
      const own = 'own' in amounts ? [amounts.own] : (on.assets ?? []);
      return saidOf(kept, depreciationLines(own, on));
    }
    case 'loan': {
      const { loan, account, interestAccount, paymentAccount } = amounts.loan;
      const row = instalments(loan, on.dates, on.months)[on.index];
      if (!row) return [];
      const lines = [
        lineOf(account, row.principal, on.currency),
        lineOf(interestAccount, row.interest, on.currency),
        lineOf(paymentAccount, minor(-row.payment), on.currency),
      ];
      return saidOf(
        kept,
        lines.filter((line) => line !== undefined),
      );
    }
    case 'target': {
      const { account, against } = amounts.target;
      const change = (on.reckoning?.change ?? 0) * (on.normalBalance === 'credit' ? -1 : 1);
      const lines = [lineOf(account, minor(change), on.currency), lineOf(against, minor(-change), on.currency)]
        .filter((line) => line !== undefined)
        .sort((a, b) => Number('credit' in a) - Number('credit' in b));
      return saidOf(kept, lines);
    }
    default:
      return amounts satisfies never;
  }
}

/**
 * An amount shared out over lines, each side by itself, in proportion to what stands there: by largest remainder, ties
 * to the earlier line. A negative amount is shared as its absolute value, on the other side. Parts of nothing make no
 * line.
 *
 * @param amount the sum of either side, in minor units
 * @returns no lines where the amount is nothing, or a side has nothing to go by
 * @example inProportion([{account: 'a', debit: '1'}, {account: 'b', debit: '2'}, {account: 'c', credit: '3'}], minor(100), 'EUR')
 * // → a 0.33 and b 0.67 on the debit side, c 1.00 on the credit side
 */
export function inProportion<L extends AmountLine>(lines: readonly L[], amount: Minor, currency: CurrencyCode): L[] {
  if (amount === 0) return [];
  const weights = lines.map(({ debit, credit }) => ({
    debit: weightOf(debit, currency),
    credit: weightOf(credit, currency),
  }));
  const shared = (['debit', 'credit'] as const).map((side) => {
    const on = weights.map((weight) => weight[side]);
    return on.some((weight) => weight > 0) ? allocate(minor(Math.abs(amount)), on) : undefined;
  });
  const [debits, credits] = shared;
  if (!debits || !credits) return [];
  return lines.flatMap((line, index) => {
    const part = (debits[index] ?? 0) - (credits[index] ?? 0);
    const sided = lineOf(line.account, minor(amount < 0 ? -part : part), currency);
    if (!sided) return [];
    const { debit, credit, ...said } = line;
    void [debit, credit];
    return [{ ...said, ...sided } as L];
  });
}

/** The sum of the debits of some lines; minor units. What is no amount counts as nothing. */
export function debitsOf(lines: readonly AmountLine[], currency: CurrencyCode): Minor {
  return minor(lines.reduce((sum, { debit }) => sum + weightOf(debit, currency), 0));
}

function weightOf(text: string | undefined, currency: CurrencyCode): number {
  const read = safeParseAmount(text?.trim() || '0', currency);
  return read.ok ? Math.max(read.amount, 0) : 0;
}

/** Per class, the expense in one line; per asset, what it adds to the accumulated depreciation, naming the asset. */
function depreciationLines(assets: readonly AssetOnAccounts[], on: Occasion): AmountLine[] {
  const parts = assets.flatMap(({ name, asset, takenOn, expense, accumulated }) => {
    const amount = depreciationBetween(asset, on.since, on.date, on.yearStart, takenOn) ?? 0;
    return amount === 0 ? [] : [{ name, expense, accumulated, amount }];
  });
  const expenses = new Map<string, number>();
  for (const { expense, amount } of parts) expenses.set(expense, (expenses.get(expense) ?? 0) + amount);
  return [
    ...[...expenses].map(([account, amount]) => lineOf(account, minor(amount), on.currency)),
    ...parts.map(({ name, accumulated, amount }) => {
      const line = lineOf(accumulated, minor(-amount), on.currency);
      return line && { ...line, note: name, document: name };
    }),
  ].filter((line) => line !== undefined);
}

/** Computed lines with what was kept of a line on the same account: its contact, values and note. */
function saidOf<L extends AmountLine>(kept: readonly L[], lines: readonly AmountLine[]): (L | AmountLine)[] {
  return lines.map((line) => {
    const said = kept.find(({ account }) => account === line.account);
    if (!said) return line;
    const { debit, credit, ...rest } = said;
    void [debit, credit];
    return { ...rest, ...line };
  });
}

function lineOf(account: string, amount: Minor, currency: CurrencyCode): AmountLine | undefined {
  if (amount === 0) return undefined;
  const text = formatAmount(minor(Math.abs(amount)), currency);
  return amount > 0 ? { account, debit: text } : { account, credit: text };
}
