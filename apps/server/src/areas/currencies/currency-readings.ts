import type {
  CurrenciesQuery,
  CurrencyResponse,
  ExchangeRateResponse,
  ExchangeRatesQuery,
} from '@just-ledger/contract';
import { type CivilDate, dayBefore, RATE_COLUMNS, rateRows } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { writeCsv } from '../../platform/files/csv.js';
import { defineReport } from '../../platform/threads/report.js';
import { loadChart } from '../accounts/account-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate, reportSpan } from '../organisations/report-dates.js';
import { currencyAnswers, exchangeRateResponse, loadCurrencies, loadRates, rateHeldOn } from './currency-store.js';

/** The currencies, with the rates that hold before the first and on the last day of a span. */
export const currencies = defineReport(
  'currencies',
  (db: Db, organisation: Organisation, query: CurrenciesQuery, today: CivilDate): CurrencyResponse[] => {
    const { from, to } = reportSpan(query, organisation, today);
    const chart = loadChart(db, organisation.id);
    return currencyAnswers(db, organisation.id, chart, { opening: dayBefore(from), closing: to });
  },
);

/** Rates as they were quoted, the earliest first; or those that hold on a day. */
export const exchangeRates = defineReport(
  'exchangeRates',
  (db: Db, organisation: Organisation, query: ExchangeRatesQuery, today: CivilDate): ExchangeRateResponse[] => {
    if (!query.on) return loadRates(db, organisation.id, query.currency).map(exchangeRateResponse);
    const on = reportDate(query.on, 'on', organisation, today, today);
    return loadCurrencies(db, organisation.id)
      .filter(({ currency }) => query.currency === undefined || query.currency === currency)
      .flatMap(({ currency }) => rateHeldOn(db, organisation.id, currency, on) ?? [])
      .map(exchangeRateResponse);
  },
);

/** Rates as a file that can be read again. */
export const exchangeRatesCsv = defineReport(
  'exchangeRatesCsv',
  (db: Db, organisation: Organisation, { currency }: ExchangeRatesQuery): string =>
    writeCsv(RATE_COLUMNS, rateRows(loadRates(db, organisation.id, currency))),
);
