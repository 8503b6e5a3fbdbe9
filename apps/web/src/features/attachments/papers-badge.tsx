import { useQuery } from '@tanstack/react-query';
import { attachmentsQuery } from '../../api/attachment-queries.js';
import { useBooks } from '../../api/books-queries.js';

/** How many papers wait for their entry. */
export function PapersBadge() {
  const { organisation } = useBooks();
  const { data: papers = [] } = useQuery(attachmentsQuery(organisation.id, 'waiting'));
  if (papers.length === 0) return null;
  return papers.length === 1 ? '1 paper' : `${papers.length} papers`;
}
