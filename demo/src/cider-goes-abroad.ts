import { addCurrency } from '@just-ledger/server/areas/currencies/currency-commands';
import { importRates } from '@just-ledger/server/areas/imports/import-commands';
import { readRateFile } from '@just-ledger/server/areas/imports/rate-file';
import { postEntry } from '@just-ledger/server/areas/journal/entry-commands';
import { addDays, parseCivilDate as d, type CivilDate } from '@just-ledger/core';
import { around, type SampleBooks, type StoryPlan } from './sample-books.js';

/** Since November 2026 the co-operative delivers across the Channel. */
export function goAbroad(books: SampleBooks, plan: StoryPlan, today: CivilDate): void {
  const actor = { organisation: books.organisation, person: books.person };
  plan.on(d('2026-11-02'), () => {
    for (const account of [
      { number: '1030', name: 'Pound account', role: 'cash', currency: 'GBP', parent: '100' },
      { number: '4520', name: 'Exchange gains', classification: 'other-income' },
      { number: '7020', name: 'Exchange losses', classification: 'other-expenses' },
    ])
      books.addAccount(account);
    const exchange = { realisedGain: '4520', realisedLoss: '7020', unrealisedGain: '4520', unrealisedLoss: '7020' };
    for (const currency of ['GBP', 'USD']) books.do(addCurrency, { ...actor, request: { currency, ...exchange } });
    books.contact('The Cooper’s Arms, Deptford', 'customer', { terms: '30', currency: 'GBP' });
    books.contact('Tri-State Press Parts', 'supplier', { terms: '30', currency: 'USD' });
  });
  for (let day = d('2026-11-02'); day <= today; day = addDays(day, 7)) {
    plan.on(day, (date) => books.do(importRates, { ...actor, rows: readRateFile(ratesOf(date)) }));
  }
  plan.on(d('2026-11-19'), (date) =>
    books.do(postEntry, {
      ...actor,
      request: {
        date,
        explanation: 'Pounds bought for freight and duty',
        lines: [
          { account: '1030', debit: '1178.00', currency: 'GBP', foreignAmount: '1000.00' },
          { account: '1010', credit: '1178.00' },
        ],
      },
    }),
  );
  plan.on(d('2026-12-10'), (date) =>
    books.do(postEntry, {
      ...actor,
      request: {
        date,
        explanation: 'Freight of the first pallets, Deptford',
        lines: [
          { account: '5900', debit: '281.84' },
          { account: '1030', credit: '281.84', currency: 'GBP', foreignAmount: '240.00' },
        ],
      },
    }),
  );
}

/** A week's rates as the bank sends them: foreign units for one euro. */
function ratesOf(date: CivilDate): string {
  const seed = Number(date.slice(5, 7)) * 31 + Number(date.slice(8));
  const textOf = (middle: number, seed: number): string => (middle + around(100, seed, 0.012) / 100 - 1).toFixed(4);
  return `currency,date,rate_per_base\nGBP,${date},${textOf(0.85, seed)}\nUSD,${date},${textOf(1.09, seed * 3)}\n`;
}
