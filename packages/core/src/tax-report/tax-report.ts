import type { AccountId } from '../accounts/account.js';
import type { Side } from '../accounts/element.js';
import { add, type Minor, negated, subtract, ZERO } from '../money/minor.js';
import type { Percent } from '../money/percent.js';
import { Exact, roundHalfAwayFromZero } from '../money/round.js';
import { TAX_SIDES, type TaxCode } from '../tax-codes/tax-code.js';

/**
 * Where lines of a tax stand in the report of a period. `period`: entries of the period. `corrections`: entries of the
 * period that reverse or correct one of an earlier period. `late`: entries of a period that was settled before they were
 * posted; they go into this settlement. `since`: entries of this period posted after its own settlement; they go into the
 * next one.
 */
export const TAX_GROUPS = ['period', 'corrections', 'late', 'since'] as const;

/** One of {@link TAX_GROUPS}. */
export type TaxGroup = (typeof TAX_GROUPS)[number];

/** What stands over the rows of a group; those of the period itself need no word. */
export const TAX_GROUP_WORDS = {
  period: '',
  corrections: 'Corrections of earlier periods',
  late: 'Late: posted into periods that were settled',
  since: 'Posted since this period was settled; goes into the next',
} as const satisfies Record<TaxGroup, string>;

/** What lines of one code at one rate come to. */
export interface TaxSum {
  readonly code: number;
  /** Per cent: all that is asked of the taxed lines. */
  readonly rate: Percent;
  readonly group: TaxGroup;
  /** Of lines that are tax: where it ordinarily stands. Left out for the taxed lines themselves. */
  readonly side?: Side | undefined;
  /** Minor units, debit positive, as the others. */
  readonly amount: Minor;
  readonly base: Minor;
  readonly adjustment: Minor;
}

/** A code at a rate in the report; minor units, positive for what is ordinary of the code, negative for credit notes. */
export interface TaxReportRow {
  readonly code: TaxCode;
  readonly rate: Percent;
  /** What is taxed. */
  readonly base: Minor;
  /** Tax that is owed, and tax that is reclaimed. */
  readonly owed: Minor;
  readonly reclaimed: Minor;
  /** Tax that is not reclaimed and has become part of the cost. */
  readonly cost: Minor;
  /** By how much the tax was moved by hand, and what rounding adds to or takes from the rate of the base. */
  readonly adjusted: Minor;
  readonly rounding: Minor;
}

/** Rows of one group with their sums. */
export interface TaxReportGroup {
  readonly rows: readonly TaxReportRow[];
  readonly owed: Minor;
  readonly reclaimed: Minor;
  readonly cost: Minor;
}

/** The tax of a period. */
export interface TaxReport {
  readonly groups: Readonly<Record<TaxGroup, TaxReportGroup>>;
  /** What the settlement of the period comes to by its lines: owed where positive, else to be got back. */
  readonly due: Minor;
}

/**
 * The report of a period from what its lines come to: sales first, each code at each of its rates.
 *
 * @param codes those of the books; sums of codes that are not among them are left out
 * @example taxReport(sums, codes).due // → owed less reclaimed, corrections and late entries among them
 */
export function taxReport(sums: readonly TaxSum[], codes: readonly TaxCode[]): TaxReport {
  const groups = Object.fromEntries(
    TAX_GROUPS.map((group) => [
      group,
      groupOf(
        sums.filter((sum) => sum.group === group),
        codes,
      ),
    ]),
  ) as unknown as TaxReport['groups'];
  const settled = [groups.period, groups.corrections, groups.late];
  return { groups, due: settled.reduce((sum, { owed, reclaimed }) => subtract(add(sum, owed), reclaimed), ZERO) };
}

function groupOf(sums: readonly TaxSum[], codes: readonly TaxCode[]): TaxReportGroup {
  const inOrder = (['sales', 'purchases'] as const).flatMap((side) => codes.filter((code) => code.side === side));
  const rows = inOrder.flatMap((code) => {
    const own = sums.filter((sum) => sum.code === code.id);
    const rates = [...new Set(own.map(({ rate }) => rate))].sort((a, b) => Number(b) - Number(a));
    return rates.map((rate) =>
      rowOf(
        code,
        rate,
        own.filter((sum) => sum.rate === rate),
      ),
    );
  });
  const total = (column: 'owed' | 'reclaimed' | 'cost'): Minor =>
    rows.reduce((sum, row) => add(sum, row[column]), ZERO);
  return { rows, owed: total('owed'), reclaimed: total('reclaimed'), cost: total('cost') };
}

function rowOf(code: TaxCode, rate: Percent, sums: readonly TaxSum[]): TaxReportRow {
  const { lineStandsOn } = TAX_SIDES[code.side];
  const total = (some: readonly TaxSum[], figure: 'amount' | 'base' | 'adjustment', on: Side): Minor => {
    const sum = some.reduce((all, taxSum) => add(all, taxSum[figure]), ZERO);
    return on === 'debit' || sum === 0 ? sum : negated(sum);
  };
  const taxed = sums.filter(({ side }) => side === undefined);
  const owed = total(
    sums.filter(({ side }) => side === 'credit'),
    'amount',
    'credit',
  );
  const reclaimed = total(
    sums.filter(({ side }) => side === 'debit'),
    'amount',
    'debit',
  );
  const base = total(taxed, 'base', lineStandsOn);
  const cost = subtract(total(taxed, 'amount', lineStandsOn), base);
  const adjusted = total(taxed, 'adjustment', lineStandsOn);
  const asked = add(lineStandsOn === 'debit' ? reclaimed : owed, cost);
  const computed = roundHalfAwayFromZero(new Exact(base).times(rate).dividedBy(100));
  return {
    code,
    rate,
    base,
    owed,
    reclaimed,
    cost,
    adjusted,
    rounding: subtract(subtract(asked, computed), adjusted),
  };
}

/** An account of taxes over a period; minor units, debit positive. */
export interface TaxAccountSums {
  readonly account: AccountId;
  /** What stood on it the day before, and at the end. */
  readonly opening: Minor;
  readonly balance: Minor;
  /** Of the lines of the period: tax, settlements, and whatever else. */
  readonly tax: Minor;
  readonly settled: Minor;
  readonly other: Minor;
}

/** Whether what stood on an account, and its lines of the period by what they are, make what stands on it. */
export function isExplained({ opening, balance, tax, settled, other }: TaxAccountSums): boolean {
  return opening + tax + settled + other === balance;
}

/** Whether the tax on the accounts is that of the report, which takes its figures code by code. */
export function isReported(accounts: readonly TaxAccountSums[], { groups }: Pick<TaxReport, 'groups'>): boolean {
  const dated = [groups.period, groups.corrections, groups.since];
  const reported = dated.reduce((sum, { owed, reclaimed }) => sum + reclaimed - owed, 0);
  return accounts.reduce((sum, { tax }) => sum + tax, 0) === reported;
}
