import type { ChangeCurrencyRequest, ChangeRateRequest, CurrencyRequest } from '@just-ledger/contract';
import {
  checkCurrencyKept,
  checkRate,
  type CurrencyCode,
  type CurrencyKept,
  currencyKeptParticulars,
  type ExchangeRate,
  type Particulars,
  problem,
  rateField,
  rateInWords,
} from '@just-ledger/core';
import { and, eq, sql } from 'drizzle-orm';
import { currencyKept, exchangeRate } from '../../platform/database/schema.js';
import { assertVersion, notFound, Refusal } from '../../platform/problems/refusal.js';
import type { Actor } from '../../platform/sessions/session-guard.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { loadChart } from '../accounts/account-store.js';
import { recordChange } from '../audit-trail/record-change.js';
import { organisationOf } from '../organisations/organisation-store.js';
import { type KeptCurrency, loadCurrencies, loadRates, versionOfRate } from './currency-store.js';
import { inTrail, rateRow } from './rate-row.js';

/** Begins to know rates of a currency. */
export const addCurrency = defineCommand(
  'addCurrency',
  (context: WriteContext, { request, ...actor }: Actor & { request: CurrencyRequest }): void => {
    const added = checked(context, actor, request);
    if (loadCurrencies(context.db, actor.organisation).some(({ currency }) => currency === added.currency)) {
      throw new Refusal(422, [problem('currency-taken', 'currency', `${added.currency} is there already.`)]);
    }
    context.db
      .insert(currencyKept)
      .values({ organisation: actor.organisation, ...rowOf(added) })
      .run();
    record(context, actor, added);
  },
);

/** Puts other accounts for gains and losses in the place of a currency's old ones. */
export const changeCurrency = defineCommand(
  'changeCurrency',
  (context: WriteContext, { request, ...actor }: Actor & { request: ChangeCurrencyRequest }): void => {
    const before = currencyIn(context, actor, request.currency);
    assertVersion('currency', request.version, before.version);
    const after = checked(context, actor, request);
    context.db
      .update(currencyKept)
      .set({ ...rowOf(after), version: before.version + 1 })
      .where(whole(actor, before.currency))
      .run();
    record(context, actor, after, before);
  },
);

/** Forgets a currency with its rates. Posted lines keep the rates they were posted with. */
export const removeCurrency = defineCommand(
  'removeCurrency',
  (context: WriteContext, { currency, version, ...actor }: Actor & { currency: string; version: number }): void => {
    const gone = currencyIn(context, actor, currency);
    assertVersion('currency', version, gone.version);
    context.db.delete(currencyKept).where(whole(actor, gone.currency)).run();
    record(context, actor, undefined, gone);
  },
);

/** Sets the rate of a day. */
export const setRate = defineCommand(
  'setRate',
  (
    context: WriteContext,
    { currency, date, request, ...actor }: Actor & { currency: string; date: string; request: ChangeRateRequest },
  ): void => {
    const kept = currencyIn(context, actor, currency);
    const { version, ...quoted } = request;
    const read = checkRate({ ...quoted, date });
    if (!read.ok) throw new Refusal(422, read.problems);
    const rate: ExchangeRate = { currency: kept.currency, ...read.value };
    const before = loadRates(context.db, actor.organisation, kept.currency).find(
      (loadRate) => loadRate.date === rate.date,
    );
    assertVersion('rate', version, versionOfRate(before?.quote));
    keep(context, actor, rate);
    recordRates(context, actor, kept.currency, rateParticulars(rate), before && rateParticulars(before));
  },
);

/** Takes the rate of a day away. */
export const removeRate = defineCommand(
  'removeRate',
  (
    context: WriteContext,
    { currency, date, version, ...actor }: Actor & { currency: string; date: string; version: number },
  ): void => {
    const before = loadRates(context.db, actor.organisation, currency).find((rate) => rate.date === date);
    if (!before) throw notFound('rate');
    assertVersion('rate', version, versionOfRate(before.quote));
    context.db
      .delete(exchangeRate)
      .where(
        and(
          eq(exchangeRate.organisation, actor.organisation),
          eq(exchangeRate.currency, before.currency),
          eq(exchangeRate.date, before.date),
        ),
      )
      .run();
    recordRates(context, actor, before.currency, {}, rateParticulars(before));
  },
);

function checked(context: WriteContext, actor: Actor, request: CurrencyRequest): CurrencyKept {
  const { baseCurrency } = organisationOf(context.db, actor.organisation);
  const read = checkCurrencyKept(request, baseCurrency, loadChart(context.db, actor.organisation));
  if (!read.ok) throw new Refusal(422, read.problems);
  return read.value;
}

function currencyIn(context: WriteContext, actor: Actor, code: string): KeptCurrency {
  const found = loadCurrencies(context.db, actor.organisation).find(({ currency }) => currency === code);
  if (!found) throw notFound('currency');
  return found;
}

function whole(actor: Actor, currency: CurrencyCode) {
  return and(eq(currencyKept.organisation, actor.organisation), eq(currencyKept.currency, currency));
}

function rowOf({ currency, accounts }: CurrencyKept) {
  const { realisedGain = null, realisedLoss = null, unrealisedGain = null, unrealisedLoss = null } = accounts;
  return { currency, realisedGain, realisedLoss, unrealisedGain, unrealisedLoss };
}

function keep(context: WriteContext, actor: Actor, rate: ExchangeRate): void {
  context.db
    .insert(exchangeRate)
    .values(rateRow(actor.organisation, rate))
    .onConflictDoUpdate({
      target: [exchangeRate.organisation, exchangeRate.currency, exchangeRate.date],
      set: { rate: sql`excluded.rate`, ratePerBase: sql`excluded.rate_per_base` },
    })
    .run();
}

function rateParticulars(rate: ExchangeRate): Particulars {
  return { [rateField(rate.date)]: rateInWords(rate) };
}

/** What of a currency's rates has become different. */
function recordRates(
  context: WriteContext,
  actor: Actor,
  currency: CurrencyCode,
  after: Particulars,
  before: Particulars = {},
): void {
  recordChange(context, { ...actor, ...inTrail(currency), before, after });
}

function record(context: WriteContext, actor: Actor, after: CurrencyKept | undefined, before?: CurrencyKept): void {
  const named = after ?? before;
  if (!named) return;
  const chart = loadChart(context.db, actor.organisation);
  recordChange(context, {
    ...actor,
    ...inTrail(named.currency),
    before: before && currencyKeptParticulars(before, chart),
    after: after && currencyKeptParticulars(after, chart),
  });
}
