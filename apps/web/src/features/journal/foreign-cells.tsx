import { type CivilDate, impliedRate, isCurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { clsx } from 'clsx';
import { type Dispatch, useEffect } from 'react';
import { useBooks } from '../../api/books-queries.js';
import { heldRateQuery } from '../../api/currency-queries.js';
import { Cell } from '../../ui/cell.js';
import layout from '../../ui/layout.module.css';
import { readTyped } from '../../ui/own-ways.js';
import grid from '../../ui/typed-grid.module.css';
import type { FormEvent } from './entry-form.js';
import type { FormLine, QuotedRate } from './form-line.js';

/** What a line says in the account's own currency: the amount there, and the rate, proposed from the table at the date. */
export function ForeignCells({
  line,
  at,
  own,
  date,
  wrong,
  dispatch,
}: {
  line: FormLine;
  at: number;
  /** The account's own currency, or that of the document that the line settles. */
  own: string;
  date: CivilDate | undefined;
  wrong: (field: string) => string | undefined;
  dispatch: Dispatch<FormEvent>;
}) {
  const { organisation, currency } = useBooks();
  const { data: rate } = useQuery({
    ...heldRateQuery(organisation.id, own, date ?? ''),
    enabled: date !== undefined && own !== '',
  });
  const held: QuotedRate | undefined = rate
    ? rate.rate === null
      ? { way: 'ratePerBase', text: rate.ratePerBase ?? '' }
      : { way: 'rate', text: rate.rate }
    : undefined;
  // a rate that was proposed is always that of the entry's date
  const [heldWay, heldText] = [held?.way, held?.text];
  useEffect(() => {
    if (heldWay && heldText) dispatch({ type: 'rate-of-day', at, currency, held: { way: heldWay, text: heldText } });
  }, [heldWay, heldText, line.settles, line.foreignAmount, at, currency, dispatch]);
  const settle = (): void => dispatch({ type: 'foreign-settled', at, currency, held });
  const way = line.rate.trim() === '' && held ? held.way : line.rateWay;
  const [amount, foreign] = [
    readTyped(line.debit || line.credit, currency),
    isCurrencyCode(own) ? readTyped(line.foreignAmount, own) : undefined,
  ];
  const implied =
    line.rate === '' && amount.ok && foreign?.ok && isCurrencyCode(own)
      ? impliedRate(foreign.amount, own, amount.amount, currency)
      : undefined;
  return (
    <div className={clsx(grid.cell, layout.row, layout.unwrapped, 'small soft')}>
      <span className="nowrap">in {own}:</span>{' '}
      <Cell
        label={`Amount in ${own}, line ${at + 1}`}
        value={line.foreignAmount}
        wrong={wrong('foreignAmount')}
        placeholder="amount, − for credit"
        onChange={(foreignAmount) => dispatch({ type: 'line', at, change: { foreignAmount, currency: own } })}
        onBlur={settle}
      />{' '}
      at{' '}
      <Cell
        label={`Rate, line ${at + 1}`}
        value={line.rate}
        wrong={wrong('rate') ?? wrong('ratePerBase')}
        placeholder={implied ? '' : (held?.text ?? 'rate')}
        onChange={(typed) => dispatch({ type: 'line', at, change: { rate: typed, rateWay: way, isRateTyped: true } })}
        onBlur={settle}
      />
      <button
        className="plain soft small nowrap"
        type="button"
        tabIndex={-1}
        title="Quote it the other way"
        onClick={() =>
          dispatch({
            type: 'line',
            at,
            change: { rate: '', isRateTyped: false, rateWay: way === 'rate' ? 'ratePerBase' : 'rate' },
          })
        }
      >
        {way === 'rate' ? `${currency} for one ${own}` : `${own} for one ${currency}`}
      </button>{' '}
      <span className="nowrap">
        {implied
          ? `comes to ${implied}`
          : rate && date && rate.date !== date
            ? `of ${shortDate(parseCivilDate(rate.date))}`
            : ''}
      </span>
    </div>
  );
}
