import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { recurringQuery } from '../../api/recurring-queries.js';

/** How many occurrences are due. */
export function RecurringBadge() {
  const { organisation, today } = useBooks();
  const { data: journals = [] } = useQuery(recurringQuery(organisation.id, today));
  const due = journals.flatMap(({ occurrences }) => occurrences).filter(({ state }) => state === 'due').length;
  return due === 0 ? null : `${due} due`;
}
