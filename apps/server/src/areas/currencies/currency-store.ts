import type { CurrencyResponse, ExchangeRateResponse } from '@just-ledger/contract';
import {
  type Chart,
  type CivilDate,
  type CurrencyCode,
  type CurrencyKept,
  EXCHANGE_ACCOUNT_KEYS,
  type ExchangeAccount,
  type ExchangeRate,
  inverseOf,
  quotedRate,
  quoteOf,
  versionOf,
} from '@just-ledger/core';
import { and, desc, eq, lte, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact, currencyKept, exchangeRate } from '../../platform/database/schema.js';

/** A currency as it is kept. */
export interface KeptCurrency extends CurrencyKept {
  readonly version: number;
}

/** The foreign currencies of an organisation, by their codes. */
export function loadCurrencies(db: Db, organisation: number): KeptCurrency[] {
  return db
    .select()
    .from(currencyKept)
    .where(eq(currencyKept.organisation, organisation))
    .orderBy(currencyKept.currency)
    .all()
    .map((row) => ({
      currency: row.currency,
      version: row.version,
      accounts: Object.fromEntries(
        EXCHANGE_ACCOUNT_KEYS.flatMap((key) => (row[key] === null ? [] : [[key, row[key]]])),
      ),
    }));
}

/** Rates by currency and date, the earliest first: all of them, or one currency's. */
export function loadRates(db: Db, organisation: number, currency?: string): ExchangeRate[] {
  return db
    .select()
    .from(exchangeRate)
    .where(
      and(
        eq(exchangeRate.organisation, organisation),
        currency === undefined ? undefined : sql`${exchangeRate.currency} = ${currency}`,
      ),
    )
    .orderBy(exchangeRate.currency, exchangeRate.date)
    .all()
    .map(rateOf);
}

/** The rate that holds on a day: that of the day, else the last one before it. */
export function rateHeldOn(
  db: Db,
  organisation: number,
  currency: CurrencyCode,
  date: CivilDate,
): ExchangeRate | undefined {
  const row = db
    .select()
    .from(exchangeRate)
    .where(
      and(
        eq(exchangeRate.organisation, organisation),
        eq(exchangeRate.currency, currency),
        lte(exchangeRate.date, date),
      ),
    )
    .orderBy(desc(exchangeRate.date))
    .limit(1)
    .get();
  return row && rateOf(row);
}

/** The version of the rate of a day; 0 where the day has none. */
export function versionOfRate(quote: ExchangeRate['quote'] | undefined): number {
  return versionOf(quote && { ...quote });
}

/** A rate as it goes over the wire. */
export function exchangeRateResponse({ currency, date, quote }: ExchangeRate): ExchangeRateResponse {
  return {
    currency,
    date,
    rate: 'rate' in quote ? quote.rate : null,
    ratePerBase: 'rate' in quote ? null : quote.ratePerBase,
    inverse: inverseOf(quotedRate(quote)),
    version: versionOfRate(quote),
  };
}

/** The currencies as they go over the wire, with the rates that hold on two days. */
export function currencyAnswers(
  db: Db,
  organisation: number,
  chart: Chart,
  days: { readonly opening: CivilDate; readonly closing: CivilDate },
): CurrencyResponse[] {
  const counted = db
    .select({ currency: exchangeRate.currency, rates: sql<number>`count(*)` })
    .from(exchangeRate)
    .where(eq(exchangeRate.organisation, organisation))
    .groupBy(exchangeRate.currency)
    .all();
  const contacts = db
    .select({ currency: contact.currency, count: sql<number>`count(*)` })
    .from(contact)
    .where(eq(contact.organisation, organisation))
    .groupBy(contact.currency)
    .all();
  return loadCurrencies(db, organisation).map(({ currency, accounts, version }) => {
    const heldOn = (date: CivilDate): ExchangeRateResponse | null => {
      const rate = rateHeldOn(db, organisation, currency, date);
      return rate ? exchangeRateResponse(rate) : null;
    };
    const numberOf = (key: ExchangeAccount): string | null => {
      const id = accounts[key];
      return id === undefined ? null : (chart.byId.get(id)?.number ?? null);
    };
    return {
      currency,
      realisedGain: numberOf('realisedGain'),
      realisedLoss: numberOf('realisedLoss'),
      unrealisedGain: numberOf('unrealisedGain'),
      unrealisedLoss: numberOf('unrealisedLoss'),
      rates: counted.find((row) => row.currency === currency)?.rates ?? 0,
      opening: heldOn(days.opening),
      closing: heldOn(days.closing),
      accounts: chart.accounts.filter((account) => account.currency === currency).map((account) => account.number),
      contacts: contacts.find((row) => row.currency === currency)?.count ?? 0,
      version,
    };
  });
}

function rateOf({ currency, date, rate, ratePerBase }: typeof exchangeRate.$inferSelect): ExchangeRate {
  const quote = quoteOf(rate, ratePerBase);
  if (!quote) throw new Error(`the rate of ${currency} on ${date} has no figure`);
  return { currency, date, quote };
}
