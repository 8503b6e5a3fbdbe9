import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { plannedReversalsQuery } from '../../api/journal-queries.js';
import { recurringQuery } from '../../api/recurring-queries.js';

/** How many occurrences are due, and reversals that wait for their month. */
export function RecurringBadge() {
  const { organisation, today } = useBooks();
  const { data: journals = [] } = useQuery(recurringQuery(organisation.id, today));
  const due = journals.flatMap(({ occurrences }) => occurrences).filter(({ state }) => state === 'due').length;
  const { data: planned = [] } = useQuery(plannedReversalsQuery(organisation.id));
  const waiting = due + planned.filter(({ isDue }) => isDue).length;
  return waiting === 0 ? null : `${waiting} due`;
}
