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
  return related.map((relatedEntries) => (
    <p
      key={JSON.stringify([
        relatedEntries.by,
        relatedEntries.document,
        relatedEntries.contact,
        relatedEntries.amount,
      ])}
      className="small"
    >
      <span className="soft">{inCommon(relatedEntries, (amount) => shown(amount, currency))}: </span>
      {relatedEntries.entries.map((other, index) => (
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

function inCommon(relatedEntries: RelatedEntriesResponse, written: (amount: string | null) => string): string {
  switch (relatedEntries.by) {
    case 'reference':
      return `Same reference ${relatedEntries.text}`;
    case 'document':
      return `Same document ${relatedEntries.document} of ${relatedEntries.contact}`;
    case 'amount':
      return `${written(relatedEntries.amount)} with ${relatedEntries.contact} too`;
    default:
      return relatedEntries.by satisfies never;
  }
}
