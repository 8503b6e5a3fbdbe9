import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { Waits } from '../../ui/waits.js';
import { plannedReversalsQuery } from '../../api/journal-queries.js';
import { recurringStandingQuery } from '../../api/recurring-queries.js';

/** How many dates are due, with reversals that wait for their month, and what was done by itself and not read yet. */
export function RecurringBadge() {
  const { organisation } = useBooks();
  const { data: status } = useQuery(recurringStandingQuery(organisation.id));
  const { data: planned = [] } = useQuery(plannedReversalsQuery(organisation.id));
  const due = (status?.due ?? 0) + planned.filter(({ isDue }) => isDue).length;
  const done = status?.done ?? 0;
  const parts = [due > 0 && `${due} due`, done > 0 && `${done} done by itself`].filter(Boolean);
  return parts.length === 0 ? null : <Waits on="recurring">{parts.join(' · ')}</Waits>;
}
