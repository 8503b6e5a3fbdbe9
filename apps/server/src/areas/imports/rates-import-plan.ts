import {
  type ExchangeRate,
  longDate,
  problem,
  type Problem,
  rateFromRow,
  rateInWords,
  RATES_READ,
} from '@just-ledger/core';
import { recordChanges } from '../audit-trail/record-change.js';
import { loadCurrencies, loadRates } from '../currencies/currency-store.js';
import { inTrail, rateRow } from '../currencies/rate-row.js';
import type { PlanImport } from './import-plan.js';

/** Compares the rows of a file of rates with the rates: known by currency and day. */
export const planRatesImport: PlanImport = (db, { organisation }, rows, step) => {
  const currencies = new Set(loadCurrencies(db, organisation).map(({ currency }) => currency));
  const problems: Problem[] = [];
  const seen = new Map<string, number>();
  const rates = rows.flatMap((row): ExchangeRate[] => {
    step();
    const read = rateFromRow(row, currencies);
    if (!read.ok) {
      problems.push(...read.problems);
      return [];
    }
    const duplicate = seen.get(keyOf(read.value));
    seen.set(keyOf(read.value), row.line);
    if (duplicate !== undefined) {
      const message = `${read.value.currency} already has a rate of this day in row ${duplicate}.`;
      problems.push(problem('row-twice', `rows.${row.line}.date`, message));
    }
    return [read.value];
  });
  const before = new Map(loadRates(db, organisation).map((rate) => [keyOf(rate), rateInWords(rate)]));
  const differing = rates.filter((rate) => before.get(keyOf(rate)) !== rateInWords(rate));
  const added = differing.filter((rate) => !before.has(keyOf(rate))).length;
  return {
    added,
    changed: differing.length - added,
    unchanged: rates.length - differing.length,
    problems,
    write: (context, actor) => {
      const statement = context.db.$client.prepare(
        `INSERT INTO exchange_rate (organisation, currency, date, rate, rate_per_base) VALUES (?, ?, ?, ?, ?)
          ON CONFLICT DO UPDATE SET rate = excluded.rate, rate_per_base = excluded.rate_per_base`,
      );
      for (const rate of differing) {
        const { currency, date, rate: perUnit, ratePerBase } = rateRow(organisation, rate);
        statement.run(organisation, currency, date, perUnit, ratePerBase);
      }
      recordChanges(
        context,
        actor,
        [...new Set(differing.map(({ currency }) => currency))].map((currency) => {
          const days = differing.filter((rate) => rate.currency === currency).map(({ date }) => date);
          days.sort();
          const [first, last] = [days[0], days.at(-1)];
          const span = first && last ? `${days.length}, from ${longDate(first)} to ${longDate(last)}` : undefined;
          return { ...inTrail(currency), before: {}, after: { [RATES_READ]: span } };
        }),
      );
    },
  };
};

function keyOf({ currency, date }: ExchangeRate): string {
  return `${currency} ${date}`;
}
