import { type ChangeRateRequest, type ExchangeRateResponse, paths } from '@just-ledger/contract';
import { exchangeRateOn, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, useEffect, useRef } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { problemPlaces } from '../../api/problem-places.js';
import { api } from '../../api/request.js';
import { useOrganisationMutation } from '../../api/use-organisation-mutation.js';
import { Cell } from '../../ui/cell.js';
import { plainDecimal, typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './currencies.module.css';
import { doubtOf, EMPTY_RATE, inverseTyped } from './typed-rate.js';

/** The line in which the next rate is typed, one way or the other. */
export function NextRate({
  currency,
  rates,
  typed,
  onType,
}: {
  currency: string;
  rates: readonly ExchangeRateResponse[];
  typed: typeof EMPTY_RATE;
  onType: (typed: typeof EMPTY_RATE) => void;
}) {
  const { organisation, to } = useBooks();
  const row = useRef<HTMLFormElement>(null);
  // just added: its first rate is what comes next
  useEffect(() => {
    if (document.activeElement === document.body) row.current?.querySelector('input')?.focus();
  }, []);
  const date = typedDay(typed.date, to) ?? typed.date;
  const keep = useOrganisationMutation((body: ChangeRateRequest) =>
    api.put(paths.exchangeRate(organisation.id, currency, encodeURIComponent(date)), body),
  );
  const { at, elsewhere } = problemPlaces(keep.error, ['date', 'rate', 'ratePerBase']);
  const replaced = rates.find((rate) => rate.date === date);
  const before = exchangeRateOn(rates, date) ?? rates[0];
  const doubt = before && doubtOf(typed, before);
  const send = (): void => {
    if (typed.date.trim() === '') return row.current?.querySelector('input')?.focus();
    const body = {
      version: replaced?.version ?? 0,
      ...(typed.rate.trim() && { rate: plainDecimal(typed.rate) }),
      ...(typed.ratePerBase.trim() && { ratePerBase: plainDecimal(typed.ratePerBase) }),
    };
    keep.mutate(body, {
      onSuccess: () => {
        onType(EMPTY_RATE);
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
      <div className={clsx(styles.rateRow, styles.typed)}>
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
