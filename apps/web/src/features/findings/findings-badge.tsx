import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { Waits } from '../../ui/waits.js';
import { toldFindingsQuery } from '../../api/finding-queries.js';

/** How many findings nobody has looked at yet, in the days that are chosen. */
export function FindingsBadge() {
  const { organisation, from, to } = useBooks();
  const { data } = useQuery(toldFindingsQuery(organisation.id, from, to));
  if (!data || data.open === 0) return null;
  return <Waits on="findings">{data.open === 1 ? '1 finding' : `${data.open} findings`}</Waits>;
}
