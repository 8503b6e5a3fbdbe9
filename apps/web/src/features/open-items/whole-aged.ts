import {
  type AgedBalancesResponse,
  type AgedItemResponse,
  type OpenItemsResponse,
  paths,
  withQuery,
} from '@just-ledger/contract';
import { api } from '../../api/request.js';
import { assertPrintable } from '../../ui/print-limit.js';

/** Aged balances to their end: the sums of all, and each contact with its documents, if they are asked for. */
export interface WholeAged {
  readonly sums: AgedBalancesResponse;
  readonly contacts: AgedBalancesResponse['contacts'];
  readonly documents: ReadonlyMap<string, readonly AgedItemResponse[]>;
}

/** All pages of aged balances, whatever of them the screen has loaded. */
export async function wholeAged(
  organisation: number,
  ledger: 'receivables' | 'payables',
  asAt: string,
  isDetailed: boolean,
): Promise<WholeAged> {
  const page = (after: string): Promise<AgedBalancesResponse> =>
    api.get(withQuery(paths.agedBalances(organisation), { ledger, asAt, after }));
  const sums = await page('');
  const contacts = [...sums.contacts];
  for (let { next } = sums; next !== null;) {
    const further = await page(next);
    contacts.push(...further.contacts);
    assertPrintable(contacts.length, 'contacts');
    next = further.next;
  }
  return { sums, contacts, documents: isDetailed ? await allDocuments(organisation, ledger, asAt) : new Map() };
}

async function allDocuments(organisation: number, ledger: 'receivables' | 'payables', asAt: string) {
  const documents = new Map<string, AgedItemResponse[]>();
  let count = 0;
  let after: string | null = '';
  while (after !== null) {
    const page: OpenItemsResponse = await api.get(withQuery(paths.openItems(organisation), { ledger, asAt, after }));
    for (const { number, items } of page.contacts) {
      documents.set(number, [...(documents.get(number) ?? []), ...items]);
      count += items.length;
    }
    assertPrintable(count, 'documents');
    after = page.next;
  }
  return documents;
}
