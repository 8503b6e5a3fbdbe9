import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { Waits } from '../../ui/waits.js';
import { draftsQuery } from '../../api/journal-queries.js';

/** How many drafts there are. */
export function DraftsBadge() {
  const { organisation } = useBooks();
  const { data: drafts = [] } = useQuery(draftsQuery(organisation.id));
  if (drafts.length === 0) return null;
  return <Waits on="drafts">{drafts.length === 1 ? '1 draft' : `${drafts.length} drafts`}</Waits>;
}
