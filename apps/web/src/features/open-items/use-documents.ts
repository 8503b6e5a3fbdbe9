import type { AgedItemResponse } from '@just-ledger/contract';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { openItemsQuery } from '../../api/open-item-queries.js';

/** Open documents as far as they have been fetched. */
export interface Documents {
  /** Those of a contact; undefined where they are not asked for, or not there yet. */
  readonly of: (contact: string) => readonly AgedItemResponse[] | undefined;
  /** After whose documents more of them can be asked for. */
  readonly moreAfter: string | undefined;
  readonly isReading: boolean;
  readonly readMore: () => void;
}

/**
 * The documents that aged balances are made of, page by page.
 *
 * @param whose `all`, the number of a contact, or nothing
 */
export function useDocuments(ledger: 'receivables' | 'payables', whose: string): Documents {
  const { organisation, to } = useBooks();
  const { data, hasNextPage, isFetching, fetchNextPage } = useInfiniteQuery({
    ...openItemsQuery(organisation.id, ledger, to, whose === 'all' ? undefined : whose),
    enabled: whose !== '',
  });
  const found = new Map<string, AgedItemResponse[]>();
  let last: string | undefined;
  for (const { number, items } of (whose === '' ? [] : (data?.pages ?? [])).flatMap(({ contacts }) => contacts)) {
    found.set(number, [...(found.get(number) ?? []), ...items]);
    last = number;
  }
  return {
    of: (contact) => found.get(contact),
    moreAfter: hasNextPage ? last : undefined,
    isReading: isFetching,
    readMore: () => void fetchNextPage(),
  };
}
