import type { AgedItemResponse } from '@just-ledger/contract';
import { useInfiniteQuery } from '@tanstack/react-query';
import { useBooks } from '../../api/books-queries.js';
import { openItemsQuery } from '../../api/open-item-queries.js';
import { documentsByContact } from './documents-by-contact.js';

/** Open documents as far as they have been fetched. */
export interface Documents {
  /** Those of a contact; undefined where they are not asked for, or not there yet. */
  readonly of: (contact: string) => readonly AgedItemResponse[] | undefined;
  /** After whose documents more of them can be asked for. */
  readonly moreAfter: string | undefined;
  /** Why they could not be read. */
  readonly error: Error | null;
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
  const { data, error, hasNextPage, isFetching, fetchNextPage } = useInfiniteQuery({
    ...openItemsQuery(organisation.id, ledger, to, whose === 'all' ? undefined : whose),
    enabled: whose !== '',
  });
  const pages = whose === '' ? [] : (data?.pages ?? []);
  const found = documentsByContact(pages);
  return {
    of: (contact) => found.get(contact),
    moreAfter: hasNextPage ? pages.at(-1)?.contacts.at(-1)?.number : undefined,
    error,
    isReading: isFetching,
    readMore: () => void fetchNextPage(),
  };
}
