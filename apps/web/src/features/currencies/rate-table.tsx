import { type ExchangeRateResponse, paths } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useRef, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { PrintedRows } from '../../ui/printed.js';
import { ErrorMessage } from '../../ui/sheet.js';
import { NextRate } from './next-rate.js';
import { EMPTY_RATE } from './typed-rate.js';

/** The rates of a currency, the latest first, under a row in which the next one is typed, whichever way it is quoted. */
export function RateTable({ currency, rates }: { currency: string; rates: readonly ExchangeRateResponse[] }) {
  const { organisation } = useBooks();
  const base = organisation.baseCurrency;
  const scroller = useRef<HTMLDivElement>(null);
  const [typed, setTyped] = useState(EMPTY_RATE);
  const latest = [...rates].reverse();
  const virtual = useVirtualizer({
    count: latest.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 28,
    overscan: 20,
    getItemKey: (at) => latest[at]?.date ?? at,
  });
  const remove = useOrganisationMutation((date: string) =>
    api.delete(paths.exchangeRate(organisation.id, currency, date)),
  );
  return (
    <section aria-label={`Rates of ${currency}`} style={{ marginBottom: 18 }}>
      <div className="rate-row soft small">
        <span>Day</span>
        <span className="num">
          1 {currency} in {base}
        </span>
        <span className="num">
          1 {base} in {currency}
        </span>
        <span />
      </div>
      <Allowed>
        <NextRate currency={currency} rates={rates} typed={typed} onType={setTyped} />
      </Allowed>
      <ErrorMessage error={remove.error} />
      <div ref={scroller} role="list" className="rates">
        <div style={{ height: virtual.getTotalSize(), position: 'relative' }} role="presentation">
          {virtual.getVirtualItems().map(({ key, index, start }) => {
            const one = latest[index];
            if (!one) return null;
            return (
              <div
                key={key}
                role="listitem"
                className="rate-row"
                style={{ position: 'absolute', insetInline: 0, transform: `translateY(${start}px)` }}
              >
                <span>{shortDate(parseCivilDate(one.date))}</span>
                <span className={one.rate === null ? 'num soft' : 'num'}>{one.rate ?? one.inverse}</span>
                <span className={one.rate === null ? 'num' : 'num soft'}>{one.ratePerBase ?? one.inverse}</span>
                <Allowed>
                  <span className="row small" style={{ flexWrap: 'nowrap', justifyContent: 'flex-end' }}>
                    <button
                      className="act small"
                      type="button"
                      aria-label={`Change the rate of ${shortDate(parseCivilDate(one.date))}`}
                      onClick={() =>
                        setTyped({ date: one.date, rate: one.rate ?? '', ratePerBase: one.ratePerBase ?? '' })
                      }
                    >
                      change
                    </button>
                    <button
                      className="act small"
                      type="button"
                      aria-label={`Remove the rate of ${shortDate(parseCivilDate(one.date))}`}
                      onClick={() => remove.mutate(one.date)}
                    >
                      remove
                    </button>
                  </span>
                </Allowed>
              </div>
            );
          })}
        </div>
      </div>
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
