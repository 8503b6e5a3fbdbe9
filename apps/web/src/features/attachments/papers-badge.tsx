import { useQuery } from '@tanstack/react-query';
import { waitingPapersQuery } from '../../api/attachment-queries.js';
import { useBooks } from '../../api/books-queries.js';
import { Waits } from '../../ui/waits.js';
import { countedPapers } from './paper-size.js';

/** How many papers wait for their entry. */
export function PapersBadge() {
  const { organisation } = useBooks();
  const { data: papers = 0 } = useQuery(waitingPapersQuery(organisation.id));
  return papers === 0 ? null : <Waits on="papers">{countedPapers(papers)}</Waits>;
}
