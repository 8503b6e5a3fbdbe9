import type { ClosingRehearsalResponse } from '@just-ledger/contract';
import { addDays, type CivilDate, entryNumber, fiscalYearOf, formatAmount, minor, yearName } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import type { Organisation } from '../organisations/organisation-store.js';
import type { ClosingSpan } from './closing-span.js';

/** What is reversed by itself, as the file tells it. */
interface ReversalRow {
  readonly year: string;
  readonly number: number;
  readonly explanation: string;
  readonly debit: number;
  readonly date: CivilDate;
  readonly reversedYear: string | null;
  readonly reversedNumber: number | null;
}

/** What begins after the days that are closed: on which day, and what is reversed by itself in the year in which it lies. */
export function nextOpening(
  db: Db,
  organisation: Organisation,
  { year, end, isWhole }: ClosingSpan,
): ClosingRehearsalResponse['opening'] {
  const date = addDays(end, 1);
  const next = isWhole ? fiscalYearOf(organisation.calendar, date) : year;
  const rows = db.$client
    .prepare<object, ReversalRow>(
      `SELECT e.year, e.number, e.explanation, e.debit, p.date, r.year AS reversedYear, r.number AS reversedNumber
      FROM reversal_plan AS p
      JOIN entry AS e ON e.organisation = p.organisation AND e.place = p.entry
      LEFT JOIN entry AS r ON r.organisation = p.organisation AND r.reverses = p.entry
      WHERE p.organisation = @organisation AND p.date BETWEEN @date AND @last AND e.date <= @end
        AND NOT EXISTS (SELECT 1 FROM reversal_plan AS later
          WHERE later.organisation = p.organisation AND later.entry = p.entry AND later.place > p.place)
      ORDER BY p.date, p.entry`,
    )
    .all({ organisation: organisation.id, date, last: next.last, end });
  return {
    date,
    yearName: isWhole ? yearName(next) : null,
    reversals: rows.map((row) => ({
      entry: entryNumber(row.year, row.number),
      explanation: row.explanation,
      reversesOn: row.date,
      amount: formatAmount(minor(row.debit), organisation.baseCurrency),
      reversedBy:
        row.reversedYear === null || row.reversedNumber === null
          ? null
          : entryNumber(row.reversedYear, row.reversedNumber),
    })),
  };
}
