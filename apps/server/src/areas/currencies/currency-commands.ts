import type { ChangeCurrencyRequest, CurrencyRequest, RateRequest } from '@just-ledger/contract';
import {
  checkCurrencyKept,
  checkRate,
  type CurrencyCode,
  type CurrencyKept,
  currencyKeptParticulars,
  type ExchangeRate,
  type Particulars,
  problem,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { currencyKept, exchangeRate } from '../../platform/database/schema.js';
import { changedSince, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { OfPerson } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { recordChange } from '../audit-trail/record-change.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { type KeptCurrency, loadCurrencies, loadRates } from './currency-store.js';
import { inTrail, rateInWords, rateRow } from './rate-row.js';

/** Begins to know rates of a currency. */
export const addCurrency = defineCommand(
  'addCurrency',
  (context: WriteContext, { request, ...of }: OfPerson & { request: CurrencyRequest }): void => {
    const added = checked(context, of, request);
    if (loadCurrencies(context.db, of.organisation).some(({ currency }) => currency === added.currency)) {
      throw new Refusal(422, [problem('currency-taken', 'currency', `${added.currency} is there already.`)]);
    }
    context.db
      .insert(currencyKept)
      .values({ organisation: of.organisation, ...rowOf(added) })
      .run();
    record(context, of, added);
  },
);

/** Puts other accounts for gains and losses in the place of a currency's old ones. */
export const changeCurrency = defineCommand(
  'changeCurrency',
  (context: WriteContext, { request, ...of }: OfPerson & { request: ChangeCurrencyRequest }): void => {
    const before = currencyIn(context, of, request.currency);
    if (before.version !== request.version) throw changedSince('currency');
    const after = checked(context, of, request);
    context.db
      .update(currencyKept)
      .set({ ...rowOf(after), version: before.version + 1 })
      .where(whole(of, before.currency))
      .run();
    record(context, of, after, before);
  },
);

/** Forgets a currency with its rates. Posted lines keep the rates they were posted with. */
export const removeCurrency = defineCommand(
  'removeCurrency',
  (context: WriteContext, { currency, ...of }: OfPerson & { currency: string }): void => {
    const gone = currencyIn(context, of, currency);
    context.db.delete(currencyKept).where(whole(of, gone.currency)).run();
    record(context, of, undefined, gone);
  },
);

/** Sets the rate of a day. */
export const setRate = defineCommand(
  'setRate',
  (
    context: WriteContext,
    { currency, date, request, ...of }: OfPerson & { currency: string; date: string; request: RateRequest },
  ): void => {
    const kept = currencyIn(context, of, currency);
    const read = checkRate({ ...request, date });
    if (!read.ok) throw new Refusal(422, read.problems);
    const rate: ExchangeRate = { currency: kept.currency, ...read.value };
    const before = loadRates(context.db, of.organisation, kept.currency).find((one) => one.date === rate.date);
    keep(context, of, rate);
    recordRates(context, of, kept.currency, rateParticulars(rate), before && rateParticulars(before));
  },
);

/** Takes the rate of a day away. */
export const removeRate = defineCommand(
  'removeRate',
  (context: WriteContext, { currency, date, ...of }: OfPerson & { currency: string; date: string }): void => {
    const before = loadRates(context.db, of.organisation, currency).find((rate) => rate.date === date);
    if (!before) throw notFound('rate');
    context.db
      .delete(exchangeRate)
      .where(
        and(
          eq(exchangeRate.organisation, of.organisation),
          eq(exchangeRate.currency, before.currency),
          eq(exchangeRate.date, before.date),
        ),
      )
      .run();
    recordRates(context, of, before.currency, {}, rateParticulars(before));
  },
);

function checked(context: WriteContext, of: OfPerson, request: CurrencyRequest): CurrencyKept {
  const { baseCurrency } = organisationOf(context.db, of.organisation);
  const read = checkCurrencyKept(request, baseCurrency, loadChart(context.db, of.organisation));
  if (!read.ok) throw new Refusal(422, read.problems);
  return read.value;
}

function currencyIn(context: WriteContext, of: OfPerson, code: string): KeptCurrency {
  const found = loadCurrencies(context.db, of.organisation).find(({ currency }) => currency === code);
  if (!found) throw notFound('currency');
  return found;
}

function whole(of: OfPerson, currency: CurrencyCode) {
  return and(eq(currencyKept.organisation, of.organisation), eq(currencyKept.currency, currency));
}

function rowOf({ currency, accounts }: CurrencyKept) {
  const { realisedGain = null, realisedLoss = null, unrealisedGain = null, unrealisedLoss = null } = accounts;
  return { currency, realisedGain, realisedLoss, unrealisedGain, unrealisedLoss };
}

function keep(context: WriteContext, of: OfPerson, rate: ExchangeRate): void {
  context.db
    .insert(exchangeRate)
    .values(rateRow(of.organisation, rate))
    .onConflictDoUpdate({
      target: [exchangeRate.organisation, exchangeRate.currency, exchangeRate.date],
      set: { rate: sql`excluded.rate`, ratePerBase: sql`excluded.rate_per_base` },
    })
    .run();
}

function fieldOf({ date }: ExchangeRate): string {
  return `rate of ${date}`;
}

function rateParticulars(rate: ExchangeRate): Particulars {
  return { [fieldOf(rate)]: rateInWords(rate) };
}

/** What of a currency's rates has become different. */
function recordRates(
  context: WriteContext,
  of: OfPerson,
  currency: CurrencyCode,
  after: Particulars,
  before: Particulars = {},
): void {
  recordChange(context, { ...of, ...inTrail(currency), before, after });
}

function record(context: WriteContext, of: OfPerson, after: CurrencyKept | undefined, before?: CurrencyKept): void {
  const chart = loadChart(context.db, of.organisation);
  recordChange(context, {
    ...of,
    ...inTrail(((after ?? before) as CurrencyKept).currency),
    before: before && currencyKeptParticulars(before, chart),
    after: after && currencyKeptParticulars(after, chart),
  });
}
