import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { entryTrailQuery } from '../../api/journal-queries.js';
import { DraftTrail } from './draft-trail.js';

/** Who prepared, changed, reviewed and posted an entry that was a draft before. */
export function EntryTrail({ number }: { number: string }) {
  const { organisation } = useBooks();
  const { data: events = [] } = useQuery(entryTrailQuery(organisation.id, number));
  return events.length === 0 ? null : <DraftTrail events={events} />;
}
