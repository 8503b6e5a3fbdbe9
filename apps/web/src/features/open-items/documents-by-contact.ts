import type { AgedItemResponse, OpenItemsResponse } from '@just-ledger/contract';

/** The documents on some pages by the number of their contact; those of one contact can stand on two pages. */
export function documentsByContact(pages: readonly OpenItemsResponse[]): ReadonlyMap<string, AgedItemResponse[]> {
  const documents = new Map<string, AgedItemResponse[]>();
  for (const { number, items } of pages.flatMap(({ contacts }) => contacts)) {
    documents.set(number, [...(documents.get(number) ?? []), ...items]);
  }
  return documents;
}
