import type { AccountId } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { CivilDate } from '../dates/civil-date.js';
import { accountOfValue, type Breakdown } from '../breakdowns/breakdown.js';
import type { OrganisationKind } from '../organisations/kind.js';
import { closingTargetOf, isClosedIntoEquity, resultTargets, type Sharer } from './closing-targets.js';
import { giftOf, type YearlyGift } from './profit-sharing.js';

/** An account that closing takes straight to equity, not through the result. */
export interface DirectRule {
  readonly account: AccountId;
  /** Undefined while it is not settled which account takes it. */
  readonly to?: AccountId;
  readonly as: 'contributions' | 'withdrawals';
}

/** The equity account that takes what a value of a breakdown brings. */
export interface FundRule {
  readonly breakdown: number;
  readonly value: number;
  readonly account: AccountId;
}

/** Who takes part of the result, and what of a whole year is given before the rest is shared by weight. */
export interface ResultRule {
  readonly account: AccountId;
  readonly share: number;
  readonly yearly?: YearlyGift;
}

/**
 * Who takes what when a year is closed. Those of today hold for open years; a closed year keeps those it was closed by,
 * so that no later change of the set-up redraws it. Plain data, so that it can be kept as JSON.
 */
export interface ClosingRules {
  /** Who takes the result, with their whole weights; none while several or no accounts could. */
  readonly resultTo: readonly ResultRule[];
  readonly directTo: readonly DirectRule[];
  readonly funds: readonly FundRule[];
}

/** The rules that the set-up gives now. @example closingRules(chart, 'company', []).resultTo // → retained earnings */
export function closingRules(chart: Chart, kind: OrganisationKind, breakdowns: readonly Breakdown[]): ClosingRules {
  const targets = resultTargets(chart, kind);
  return {
    resultTo: targets.ok ? targets.value.map(({ account, share }) => ({ account: account.id, share })) : [],
    directTo: chart.accounts.filter(isClosedIntoEquity).map((account): DirectRule => {
      const to = closingTargetOf(account, chart, targets)?.id;
      return {
        account: account.id,
        ...(to !== undefined && { to }),
        as: account.role === 'contributions' ? 'contributions' : 'withdrawals',
      };
    }),
    funds: breakdowns.flatMap((breakdown) =>
      breakdown.values.flatMap(({ id }): FundRule[] => {
        const account = accountOfValue(breakdown, id);
        return account === undefined ? [] : [{ breakdown: breakdown.id, value: id, account }];
      }),
    ),
  };
}

/** Who takes part of the result of a span within a fiscal year. @param last the year's last day */
export function sharersOf(
  { resultTo }: Pick<ClosingRules, 'resultTo'>,
  span: { readonly first: CivilDate; readonly last: CivilDate },
  last: CivilDate,
): Sharer[] {
  return resultTo.map(({ account, share, yearly }) => ({
    account,
    share,
    ...(yearly && { first: giftOf(yearly, span, last) }),
  }));
}

/** The equity account that a line's breakdown values name. @param values ids of values by the id of their breakdown */
export function fundByRules(
  { funds }: Pick<ClosingRules, 'funds'>,
  values: Readonly<Record<string, number>> | undefined,
): AccountId | undefined {
  for (const [breakdown, value] of Object.entries(values ?? {})) {
    const rule = funds.find((fund) => String(fund.breakdown) === breakdown && fund.value === value);
    if (rule) return rule.account;
  }
  return undefined;
}
