import type { FiscalYearResponse, PeriodToDoResponse } from '@just-ledger/contract';
import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { toDoQuery } from '../../api/closing-queries.js';
import { LeftToDo } from './left-to-do.js';

/** What is left to be done in a year, up to the day to which it is closed, with the ways to it; nothing where nothing is. */
export function YearToDo({ year, to }: { year: FiscalYearResponse; to: string }) {
  const { organisation } = useBooks();
  const { data } = useQuery(toDoQuery(organisation.id, year.year));
  const closed = new Set(year.periods.filter((month) => month.to <= to).map(({ period }) => period));
  const toDo = data && sumOf(data.filter(({ period }) => closed.has(period)));
  if (!toDo || Object.values(toDo).every((count) => count === 0)) return null;
  return (
    <p className="small" aria-label="Left to be done">
      <span className="brass">Before it is closed:</span> <LeftToDo dates={{ from: year.from, to }} toDo={toDo} />
    </p>
  );
}

/** Of all months together; entries without paper are no reason to wait. */
function sumOf(months: readonly PeriodToDoResponse[]): Omit<PeriodToDoResponse, 'period'> {
  const sum = (key: 'drafts' | 'due' | 'adjustments' | 'findings'): number =>
    months.reduce((total, month) => total + month[key], 0);
  return {
    drafts: sum('drafts'),
    due: sum('due'),
    adjustments: sum('adjustments'),
    findings: sum('findings'),
    withoutPaper: 0,
  };
}
