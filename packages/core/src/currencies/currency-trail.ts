import { type AccountId, accountTitle } from '../accounts/account.js';
import type { Chart } from '../accounts/chart.js';
import type { NamesByHistory } from '../audit-trail/names-by-history.js';
import type { Particulars } from '../audit-trail/set-up-change.js';
import type { ComparedFields } from '../audit-trail/stand-by-history.js';
import type { CivilDate } from '../dates/civil-date.js';
import { longDate } from '../dates/month-names.js';
import {
  type CurrencyKept,
  EXCHANGE_ACCOUNT_KEYS,
  EXCHANGE_ACCOUNTS,
  type ExchangeAccount,
} from './currency-kept.js';
import { type ExchangeRate, quotedRate } from './exchange-rate.js';

/** Under this field the trail of a currency tells of rates that were read from a file, all at once. */
export const RATES_READ = 'rates read from a file';

/** The field of a day's rate in the trail of its currency. @example rateField('2026-01-31') // → 'rate of 31 January 2026' */
export function rateField(date: CivilDate): string {
  return `rate of ${longDate(date)}`;
}

/** Whether a field of a currency's trail is the rate of a day. */
export function isRateField(field: string): boolean {
  return field.startsWith('rate of ');
}

/** A rate as its trail tells it. */
export function rateInWords({ quote }: Pick<ExchangeRate, 'quote'>): string {
  return `${quotedRate(quote)}${'rate' in quote ? '' : ' to one of the books'}`;
}

/** The particulars of a currency in words, as its trail tells them. */
export function currencyKeptParticulars({ currency, accounts }: CurrencyKept, chart: Chart): Particulars {
  const titleOf = (id: AccountId | undefined): string | undefined => {
    const account = id === undefined ? undefined : chart.byId.get(id);
    return account && accountTitle(account);
  };
  return {
    currency,
    ...Object.fromEntries(EXCHANGE_ACCOUNT_KEYS.map((key) => [fieldOf(key), titleOf(accounts[key])])),
  };
}

/**
 * What of a currency is compared with its history: its accounts as what they were ever called, and the rates that are named.
 *
 * @param rates the fields of the rates that are compared
 */
export function comparedOfCurrency(
  { accounts }: CurrencyKept,
  named: NamesByHistory,
  rates: Iterable<string>,
): ComparedFields {
  return {
    ...Object.fromEntries([...rates].map((field) => [field, 'any' as const])),
    ...Object.fromEntries(
      EXCHANGE_ACCOUNT_KEYS.map((key) => [fieldOf(key), (told: string) => named.wasCalled(accounts[key], told)]),
    ),
  };
}

function fieldOf(key: ExchangeAccount): string {
  return EXCHANGE_ACCOUNTS[key].label.toLowerCase();
}
