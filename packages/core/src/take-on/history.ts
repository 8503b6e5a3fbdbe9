import type { CivilDate } from '../dates/civil-date.js';
import { minor, type Minor } from '../money/minor.js';
import type { ReadTrays } from './read-trays.js';

/** The balances brought in for an earlier date, as they add up. */
export interface HistoryDate {
  readonly date: CivilDate;
  readonly rows: number;
  /** Minor units. */
  readonly debit: Minor;
  readonly credit: Minor;
  /** Debits less credits: each date balances by itself. */
  readonly outBy: Minor;
}

/** How the balances of earlier dates add up, the latest first. */
export function historyDates(trays: ReadTrays): HistoryDate[] {
  const dates = new Map<CivilDate, { rows: number; debit: number; credit: number }>();
  for (const { date, lines } of trays.history.facts) {
    const sums = dates.get(date) ?? { rows: 0, debit: 0, credit: 0 };
    for (const { amount } of lines) {
      if (amount > 0) sums.debit += amount;
      else sums.credit -= amount;
    }
    dates.set(date, { ...sums, rows: sums.rows + 1 });
  }
  return [...dates]
    .map(([date, { rows, debit, credit }]) => ({
      date,
      rows,
      debit: minor(debit),
      credit: minor(credit),
      outBy: minor(debit - credit),
    }))
    .sort((a, b) => (a.date < b.date ? 1 : -1));
}
