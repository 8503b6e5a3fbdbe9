import type { EntryResponse, RelatedEntriesResponse } from '@just-ledger/contract';
import { parseCivilDate, shortDate } from '@just-ledger/core';
import { useQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { relatedEntriesQuery } from '../../api/journal-queries.js';
import { shown } from '../../ui/money.js';
import { EntryLink } from './entry-links.js';

/** Other entries that have the same reference, document, or contact and amount. */
export function RelatedEntries({ entry }: { entry: EntryResponse }) {
  const { organisation, currency } = useBooks();
  const { data: related = [] } = useQuery(relatedEntriesQuery(organisation.id, entry.number));
  return related.map((one) => (
    <p key={JSON.stringify([one.by, one.document, one.contact, one.amount])} className="small">
      <span className="soft">{inCommon(one, (amount) => shown(amount, currency))}: </span>
      {one.entries.map((other, index) => (
        <span key={other.number} title={other.explanation}>
          {index > 0 && ' · '}
          <EntryLink number={other.number} />
          <span className="soft">
            {' '}
            {shortDate(parseCivilDate(other.date))}, {shown(other.amount, currency)}
          </span>
        </span>
      ))}
    </p>
  ));
}

function inCommon(one: RelatedEntriesResponse, written: (amount: string | null) => string): string {
  switch (one.by) {
    case 'reference':
      return `Same reference ${one.text}`;
    case 'document':
      return `Same document ${one.document} of ${one.contact}`;
    case 'amount':
      return `${written(one.amount)} with ${one.contact} too`;
    default:
      return one.by satisfies never;
  }
}
