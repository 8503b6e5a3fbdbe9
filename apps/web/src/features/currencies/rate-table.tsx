import { type ExchangeRateResponse, paths } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { PrintedRows } from '../../ui/printed.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { VirtualList } from '../../ui/virtual-list.js';
import styles from './currencies.module.css';
import { NextRate } from './next-rate.js';
import { EMPTY_RATE } from './typed-rate.js';

/** The rates of a currency, the latest first, under a row in which the next one is typed, whichever way it is quoted. */
export function RateTable({ currency, rates }: { currency: string; rates: readonly ExchangeRateResponse[] }) {
  const { organisation } = useBooks();
  const base = organisation.baseCurrency;
  const [typed, setTyped] = useState(EMPTY_RATE);
  const latest = [...rates].reverse();
  const remove = useOrganisationMutation(({ date, version }: ExchangeRateResponse) =>
    api.delete(paths.exchangeRate(organisation.id, currency, date), { version }),
  );
  return (
    <section aria-label={`Rates of ${currency}`} className={layout.below}>
      <div className={clsx(styles.rateRow, 'soft small')}>
        <span>Day</span>
        <span className="num">
          1 {currency} in {base}
        </span>
        <span className="num">
          1 {base} in {currency}
        </span>
        <span />
      </div>
      <Allowed act="setUp">
        <NextRate currency={currency} rates={rates} typed={typed} onType={setTyped} />
      </Allowed>
      <ErrorMessage error={remove.error} />
      <VirtualList items={latest} keyOf={({ date }) => date} className={styles.rates} rowClass={() => styles.rateRow}>
        {(exchangeRate) => (
          <>
            <span>{shortDate(parseCivilDate(exchangeRate.date))}</span>
            <span className={exchangeRate.rate === null ? 'num soft' : 'num'}>
              {exchangeRate.rate ?? exchangeRate.inverse}
            </span>
            <span className={exchangeRate.rate === null ? 'num' : 'num soft'}>
              {exchangeRate.ratePerBase ?? exchangeRate.inverse}
            </span>
            <Allowed act="setUp">
              <span className={clsx(layout.row, layout.unwrapped, layout.toEnd, 'small')}>
                <button
                  className="act small"
                  type="button"
                  aria-label={`Change the rate of ${shortDate(parseCivilDate(exchangeRate.date))}`}
                  onClick={() =>
                    setTyped({
                      date: exchangeRate.date,
                      rate: exchangeRate.rate ?? '',
                      ratePerBase: exchangeRate.ratePerBase ?? '',
                    })
                  }
                >
                  change
                </button>
                <button
                  className="act small"
                  type="button"
                  aria-label={`Remove the rate of ${shortDate(parseCivilDate(exchangeRate.date))}`}
                  onClick={() => remove.mutate(exchangeRate)}
                >
                  remove
                </button>
              </span>
            </Allowed>
          </>
        )}
      </VirtualList>
      {rates.length === 0 && <p className="soft small">No rate yet. Type one above, or read a CSV file.</p>}
    </section>
  );
}

/** The rates of a currency on paper, the latest first. */
export function PrintedRates({
  currency,
  base,
  rates,
}: {
  currency: string;
  base: string;
  rates: readonly ExchangeRateResponse[];
}) {
  const heads = [
    { label: 'Day' },
    { label: `1 ${currency} in ${base}`, isFigure: true },
    { label: `1 ${base} in ${currency}`, isFigure: true },
  ];
  const rows = [...rates]
    .reverse()
    .map(({ date, rate, ratePerBase, inverse }) => [
      shortDate(parseCivilDate(date)),
      rate ?? inverse,
      ratePerBase ?? inverse,
    ]);
  return <PrintedRows heads={heads} rows={rows} />;
}
