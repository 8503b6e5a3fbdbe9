import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The foreign currencies, with the rates that hold before and at the end of a span. */
export const currenciesQuery = (id: number, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'currencies', from, to],
    queryFn: () => api.get(withQuery(paths.currencies(id), { from, to })),
  });

/** The rates of one currency, or of all, the earliest first. */
export const exchangeRatesQuery = (id: number, currency?: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'exchange-rates', currency ?? ''],
    queryFn: () => api.get(withQuery(paths.exchangeRates(id), { currency })),
  });

/** The rate of a currency that holds on a day, if there is one. */
export const heldRateQuery = (id: number, currency: string, on: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'exchange-rates', currency, on],
    queryFn: async () => {
      const [held] = await api.get(withQuery(paths.exchangeRates(id), { currency, on }));
      return held ?? null;
    },
  });
