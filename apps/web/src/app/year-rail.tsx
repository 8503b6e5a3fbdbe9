import { fiscalMonthOf, isCivilDate, parseCivilDate, shortMonthName, typedSpan } from '@just-ledger/core';
import { clsx } from 'clsx';
import { type KeyboardEvent, type MouseEvent, useState } from 'react';
import { useSearchParams } from 'react-router';
import { useAddress } from '../api/address.js';
import { useBooks } from '../api/books-queries.js';
import { ownDateOrder } from '../ui/own-ways.js';
import styles from './year-rail.module.css';

/** Which time am I looking at: the fiscal year as a column of months; one click a month, Shift and a click a span. */
export function YearRail() {
  const { setSpan } = useAddress();
  const { years, from, to, today, calendar } = useBooks();
  const [search, setSearch] = useSearchParams();
  const chosen =
    search.get('year') ?? years.years.find((year) => year.from <= to && to <= year.to)?.year ?? years.years[0]?.year;
  const position = Math.max(
    0,
    years.years.findIndex((year) => year.year === chosen),
  );
  const year = years.years[position];
  const [typed, setTyped] = useState('');
  const [refused, setRefused] = useState(false);
  if (!year) return null;
  const most = Math.max(1, ...year.periods.map((period) => period.entries));
  const isFirst = position === 0;

  const step = (by: number): void => {
    const next = years.years[position + by];
    if (!next) return;
    const params = new URLSearchParams(window.location.search);
    params.set('year', next.year);
    params.set('from', next.from);
    params.set('to', next.from <= today && today <= next.to ? today : next.to);
    setSearch(params);
  };
  const choose = (event: MouseEvent, begin: string, end: string): void => {
    if (event.shiftKey) setSpan(begin < from ? begin : from, end > to ? end : to);
    else setSpan(begin, end);
  };
  const read = (event: KeyboardEvent): void => {
    if (event.key !== 'Enter') return;
    // the address is ahead of what has been drawn when somebody types fast
    const end = new URLSearchParams(window.location.search).get('to') ?? to;
    const span = typedSpan(typed, isCivilDate(end) ? end : to, calendar, ownDateOrder());
    setRefused(!span);
    if (!span) return;
    setSpan(span.from, span.to);
    setTyped('');
  };
  return (
    <nav className={styles.rail} aria-label="Time">
      <div className={styles.years}>
        <button
          className="plain"
          type="button"
          aria-label="Year before"
          disabled={position === 0}
          onClick={() => step(-1)}
        >
          ‹
        </button>
        <button className="plain" type="button" title="The whole year" onClick={() => setSpan(year.from, year.to)}>
          {year.name}
        </button>
        <button
          className="plain"
          type="button"
          aria-label="Year after"
          disabled={position >= years.years.length - 1}
          onClick={() => step(1)}
        >
          ›
        </button>
      </div>
      <input
        className={styles.typed}
        aria-label="Type a date or span, such as 17/6 or jan-mar"
        aria-invalid={refused}
        placeholder={refused ? 'not a date' : 'type dates'}
        value={typed}
        onChange={(event) => setTyped(event.target.value)}
        onKeyDown={read}
      />
      <button
        type="button"
        className={clsx(styles.month, styles.end, 'plain')}
        aria-pressed={to < year.from}
        title={isFirst ? 'What was brought forward' : 'The day before the year'}
        onClick={() =>
          setSpan(isFirst ? years.broughtForward.to : undefined, isFirst ? years.broughtForward.to : undefined)
        }
      >
        b/f
        {isFirst && years.broughtForward.locked && <span className={styles.lock} title="Locked" />}
      </button>
      {year.periods.map((period) => {
        const isIn = (period.from ?? '') <= to && period.to >= from;
        return (
          <button
            key={period.period}
            type="button"
            className={clsx(styles.month, (period.from ?? '') <= today ? styles.past : '', 'plain')}
            aria-pressed={isIn}
            aria-label={`${period.name}, ${period.entries} entries${period.locked ? ', locked' : ''}`}
            onClick={(event) => choose(event, period.from ?? period.to, period.to)}
          >
            {shortMonthName(calendar, fiscalMonthOf(calendar, parseCivilDate(period.to)))}
            <span className={styles.trace} aria-hidden="true">
              {traceOf(period.entries, most).map((height, index) => (
                <i key={index} style={{ height }} />
              ))}
            </span>
            {period.locked && <span className={styles.lock} title="Locked" />}
          </button>
        );
      })}
      <button
        type="button"
        className={clsx(styles.month, styles.end, 'plain')}
        aria-pressed={false}
        onClick={() => setSpan(year.to, year.to)}
      >
        year end
      </button>
    </nav>
  );
}

/** A trace of a month's activity: more and taller strokes the more entries it has. */
function traceOf(entries: number, most: number): number[] {
  const strokes = entries === 0 ? 0 : Math.max(1, Math.round((entries / most) * 9));
  return Array.from({ length: strokes }, (_, index) => 3 + ((index * 5 + entries) % 7));
}
