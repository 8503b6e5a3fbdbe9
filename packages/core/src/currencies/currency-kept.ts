import { keysOf } from '../keyed/keyed.js';
import { accountTitle, type AccountId } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import { isCurrencyCode, type CurrencyCode } from '../money/currency.js';
import { problem, refused, valid, type Checked, type Problem } from '../problems/problem.js';

/** The accounts that take what a change of rate brings or costs: settled for good, or only at the closing rate. */
export const EXCHANGE_ACCOUNTS = {
  realisedGain: { label: 'Gain, realised', element: 'revenue' },
  realisedLoss: { label: 'Loss, realised', element: 'expense' },
  unrealisedGain: { label: 'Gain, unrealised', element: 'revenue' },
  unrealisedLoss: { label: 'Loss, unrealised', element: 'expense' },
} as const;

/** A key of {@link EXCHANGE_ACCOUNTS}. */
export type ExchangeAccount = keyof typeof EXCHANGE_ACCOUNTS;

/** The keys of {@link EXCHANGE_ACCOUNTS}, in order. */
export const EXCHANGE_ACCOUNT_KEYS = keysOf(EXCHANGE_ACCOUNTS);

/** A foreign currency that the books know rates of. */
export interface CurrencyKept {
  readonly currency: CurrencyCode;
  readonly accounts: Readonly<Partial<Record<ExchangeAccount, AccountId>>>;
}

/** A currency as somebody proposes it; accounts by number. */
export type ProposedCurrencyKept = { readonly currency: string } & {
  readonly [account in ExchangeAccount]?: string | undefined;
};

/**
 * Checks a currency against the chart: a gain goes to revenue, a loss to expense; one account may take several.
 *
 * @param base the currency of the books, which needs no rates
 */
export function checkCurrencyKept(
  proposed: ProposedCurrencyKept,
  base: CurrencyCode,
  chart: Chart,
): Checked<CurrencyKept> {
  const problems: Problem[] = [];
  const currency = proposed.currency.trim().toUpperCase();
  if (!isCurrencyCode(currency)) {
    problems.push(problem('currency-unknown', 'currency', `${currency} is not an ISO 4217 currency code.`));
  } else if (currency === base) {
    problems.push(problem('currency-base', 'currency', `These books are kept in ${base}; it needs no rate.`));
  }
  const accounts: Partial<Record<ExchangeAccount, AccountId>> = {};
  for (const key of EXCHANGE_ACCOUNT_KEYS) {
    const number = proposed[key]?.trim();
    if (!number) continue;
    const account = chart.byNumber.get(number);
    const { element, label } = EXCHANGE_ACCOUNTS[key];
    const refuse = (message: string): void => void problems.push(problem('exchange-account', key, message));
    if (!account) refuse(`There is no account ${number}.`);
    else if (account.element !== element) {
      refuse(
        `${accountTitle(account)} is ${account.element}; a ${label.split(',')[0]?.toLowerCase()} is ${element}.`,
      );
    } else if (chart.headings.has(account.id)) refuse(`${accountTitle(account)} is a heading.`);
    else if (!account.active) refuse(`${accountTitle(account)} is retired.`);
    else accounts[key] = account.id;
  }
  return problems.length > 0 ? refused(problems) : valid({ currency: currency as CurrencyCode, accounts });
}
