import { CURRENCY_CODES, type CurrencyCode, type ExchangeRate } from '@just-ledger/core';

/** The columns of a rate. */
export function rateRow(organisation: number, { currency, date, quote }: ExchangeRate) {
  return {
    organisation,
    currency,
    date,
    rate: 'rate' in quote ? quote.rate : null,
    ratePerBase: 'rate' in quote ? null : quote.ratePerBase,
  };
}

/** A currency's place in the list of the standard is its number in the trail. */
export function inTrail(currency: CurrencyCode) {
  return { subject: 'currency', object: CURRENCY_CODES.indexOf(currency) + 1, title: currency } as const;
}
