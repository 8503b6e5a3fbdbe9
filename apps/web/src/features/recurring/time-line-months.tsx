import { addMonths, daysBetween, firstOfMonth, type FiscalYear, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import styles from './time-line.module.css';

/** The months over the line of time. */
export function TimeLineMonths({ year }: { year: FiscalYear }) {
  const days = daysBetween(year.first, year.last) + 1;
  const months: { name: string; left: number }[] = [];
  for (let at = year.first; at <= year.last;) {
    months.push({ name: shortDate(at).split(' ')[1] ?? '', left: (daysBetween(year.first, at) / days) * 100 });
    at = firstOfMonth(addMonths(at, 1));
  }
  return (
    <div className={clsx(styles.timeline, styles.months)}>
      {months.map((month) => (
        <span key={month.left} style={{ left: `${month.left}%` }}>
          {month.name}
        </span>
      ))}
    </div>
  );
}
