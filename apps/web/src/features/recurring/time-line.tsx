import type { OccurrenceResponse } from '@just-ledger/contract';
import { type RecurringJournalResponse } from '@just-ledger/contract';
import { type CivilDate, daysBetween, type FiscalYear, parseCivilDate, shortDate } from '@just-ledger/core';
import { clsx } from 'clsx';
import styles from './time-line.module.css';

/** A recurring journal’s occurrences in the year, each a dot at its date. */
export function TimeLine({
  journal,
  year,
  today,
}: {
  journal: RecurringJournalResponse;
  year: FiscalYear;
  today: CivilDate;
}) {
  const days = daysBetween(year.first, year.last) + 1;
  const at = (date: string): string => `${((daysBetween(year.first, parseCivilDate(date)) + 0.5) / days) * 100}%`;
  const inYear = journal.occurrences.filter(
    (occurrence) => occurrence.date >= year.first && occurrence.date <= year.last,
  );
  return (
    <div
      className={styles.timeline}
      role="img"
      aria-label={inYear.map((occurrence) => `${occurrence.date} ${occurrence.state}`).join(', ')}
    >
      {today >= year.first && today <= year.last && <span className={styles.now} style={{ left: at(today) }} />}
      {inYear.map((occurrence) => (
        <span
          key={occurrence.date}
          className={clsx(styles.dot, styles[occurrence.state])}
          style={{ left: at(occurrence.date) }}
          title={dotTitle(occurrence)}
        />
      ))}
    </div>
  );
}

function dotTitle(one: OccurrenceResponse): string {
  return [shortDate(parseCivilDate(one.date)), one.state === 'to-come' ? 'to come' : one.state, one.entry, one.reason]
    .filter(Boolean)
    .join(' · ');
}
