import { type ExchangeRateResponse, paths, type RateRequest } from '@just-ledger/contract';
import { exchangeRateOn, inverseOf, isRate, parseCivilDate, seemsInverted, shortDate } from '@just-ledger/core';
import { useVirtualizer } from '@tanstack/react-virtual';
import { type KeyboardEvent, useEffect, useRef, useState } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Allowed } from '../../ui/allowed.js';
import { Cell } from '../../ui/cell.js';
import { plainDecimal, typedDay } from '../../ui/own-ways.js';
import { PrintedRows } from '../../ui/printed.js';
import { ErrorMessage } from '../../ui/sheet.js';

const EMPTY = { date: '', rate: '', ratePerBase: '' };

/** The rates of a currency, the latest first, under a row in which the next one is typed, whichever way it is quoted. */
export function RateTable({ currency, rates }: { currency: string; rates: readonly ExchangeRateResponse[] }) {
  const { organisation } = useBooks();
  const base = organisation.baseCurrency;
  const scroller = useRef<HTMLDivElement>(null);
  const [typed, setTyped] = useState(EMPTY);
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

function NextRate({
  currency,
  rates,
  typed,
  onType,
}: {
  currency: string;
  rates: readonly ExchangeRateResponse[];
  typed: typeof EMPTY;
  onType: (typed: typeof EMPTY) => void;
}) {
  const { organisation, to } = useBooks();
  const row = useRef<HTMLFormElement>(null);
  // just added: its first rate is what comes next
  useEffect(() => {
    if (document.activeElement === document.body) row.current?.querySelector('input')?.focus();
  }, []);
  const date = typedDay(typed.date, to) ?? typed.date;
  const keep = useOrganisationMutation((body: RateRequest) =>
    api.put(paths.exchangeRate(organisation.id, currency, encodeURIComponent(date)), body),
  );
  const { at, elsewhere } = problemPlaces(keep.error, ['date', 'rate', 'ratePerBase']);
  const replaced = rates.find((rate) => rate.date === date);
  const before = exchangeRateOn(rates, date) ?? rates[0];
  const doubt = before && doubtOf(typed, before);
  const send = (): void => {
    if (typed.date.trim() === '') return row.current?.querySelector('input')?.focus();
    const body = {
      ...(typed.rate.trim() && { rate: plainDecimal(typed.rate) }),
      ...(typed.ratePerBase.trim() && { ratePerBase: plainDecimal(typed.ratePerBase) }),
    };
    keep.mutate(body, {
      onSuccess: () => {
        onType(EMPTY);
        row.current?.querySelector('input')?.focus();
      },
    });
  };
  const walk = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter') return;
    const cells = [...(row.current?.querySelectorAll('input') ?? [])];
    const [, rate] = cells;
    if (event.target !== cells[0] || typed.rate || typed.ratePerBase) return;
    event.preventDefault();
    rate?.focus();
  };
  const problems = ['date', 'rate', 'ratePerBase'].flatMap((field) => at(field).helperText ?? []);
  return (
    <form
      ref={row}
      aria-label={`Set a rate of ${currency}`}
      onKeyDown={walk}
      onSubmit={(event) => {
        event.preventDefault();
        send();
      }}
    >
      <div className="rate-row typed">
        <Cell
          label="Day of the rate"
          value={typed.date}
          placeholder="day"
          wrong={at('date').helperText}
          onChange={(day) => onType({ ...typed, date: day })}
        />
        <Cell
          label={`1 ${currency} in ${organisation.baseCurrency}`}
          value={typed.rate}
          placeholder={inverseTyped(typed.ratePerBase) || 'rate'}
          isAmount
          wrong={at('rate').helperText}
          onChange={(rate) => onType({ ...typed, rate, ratePerBase: '' })}
        />
        <Cell
          label={`1 ${organisation.baseCurrency} in ${currency}`}
          value={typed.ratePerBase}
          placeholder={inverseTyped(typed.rate) || 'or the other way'}
          isAmount
          wrong={at('ratePerBase').helperText}
          onChange={(ratePerBase) => onType({ ...typed, rate: '', ratePerBase })}
        />
        <span className="num">
          <button className="act small" type="submit" disabled={keep.isPending}>
            {replaced ? 'replace' : 'keep'}
          </button>
        </span>
      </div>
      {problems.length > 0 && (
        <p className="brick small" role="alert">
          {problems.join(' ')}
        </p>
      )}
      {doubt && (
        <p className="brass small" role="status">
          {doubt}
        </p>
      )}
      {replaced && !keep.isPending && (
        <p className="soft small" role="status">
          In the place of {replaced.rate ?? replaced.ratePerBase} of {shortDate(parseCivilDate(replaced.date))}.
        </p>
      )}
      <ErrorMessage error={elsewhere} />
    </form>
  );
}

function inverseTyped(text: string): string {
  const rate = text.trim();
  return isRate(rate) ? inverseOf(rate) : '';
}

/** A word of warning where a rate was probably typed into the other column. */
function doubtOf(typed: typeof EMPTY, before: ExchangeRateResponse): string | undefined {
  const [given, usual] = typed.rate
    ? [typed.rate.trim(), before.rate ?? before.inverse]
    : [typed.ratePerBase.trim(), before.ratePerBase ?? before.inverse];
  if (!isRate(given) || !isRate(usual) || !seemsInverted(given, usual)) return undefined;
  return `On ${shortDate(parseCivilDate(before.date))} it was ${usual} this way round. Is ${given} meant the other way?`;
}
