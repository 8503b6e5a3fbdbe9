import {
  type AgedBalancesResponse,
  type AgedItemResponse,
  type OpenItemsResponse,
  paths,
  withQuery,
} from '@just-ledger/contract';
import { api } from '../../api/request.js';
import { printablePages } from '../../ui/print-limit.js';
import { documentsByContact } from './documents-by-contact.js';

/** Aged balances to their end: their pages, and each contact's documents, if they are asked for. */
export interface WholeAged {
  readonly pages: readonly AgedBalancesResponse[];
  readonly documents: ReadonlyMap<string, readonly AgedItemResponse[]>;
}

/** All of the aged balances. */
export async function wholeAged(
  organisation: number,
  ledger: 'receivables' | 'payables',
  asAt: string,
  isDetailed: boolean,
): Promise<WholeAged> {
  const pages = await printablePages<AgedBalancesResponse>(
    (after) => api.get(withQuery(paths.agedBalances(organisation), { ledger, asAt, after })),
    ({ contacts }) => contacts.length,
    'contacts',
  );
  if (!isDetailed) return { pages, documents: new Map() };
  const documents = await printablePages<OpenItemsResponse>(
    (after) => api.get(withQuery(paths.openItems(organisation), { ledger, asAt, after })),
    ({ contacts }) => contacts.reduce((sum, { items }) => sum + items.length, 0),
    'documents',
  );
  return { pages, documents: documentsByContact(documents) };
}
