import type {
  AgedBalancesResponse,
  AgedContactResponse,
  ContactItemsResponse,
  OpenItemsResponse,
} from '@just-ledger/contract';
import type { RunningServer } from './running-server.js';

type AgedWithItems = Omit<AgedBalancesResponse, 'contacts'> & {
  contacts: (AgedContactResponse & ContactItemsResponse)[];
};

/** Aged balances, each contact with its open documents: all of them, however many pages they are. */
export async function agedWithItems(
  server: RunningServer,
  path: string,
  ledger: string,
  asAt: string,
): Promise<AgedWithItems> {
  const query = `ledger=${ledger}&asAt=${asAt}`;
  const { body: sums } = await server.request('GET', `${path}/reports/aged-balances?${query}`);
  const items = new Map<string, ContactItemsResponse['items']>();
  let after = '';
  do {
    const reply = await server.request('GET', `${path}/reports/open-items?${query}${after && `&after=${after}`}`);
    const page: OpenItemsResponse = reply.body;
    for (const contact of page.contacts)
      items.set(contact.number, [...(items.get(contact.number) ?? []), ...contact.items]);
    after = page.next ?? '';
  } while (after !== '');
  const { contacts }: AgedBalancesResponse = sums;
  return { ...sums, contacts: contacts.map((contact) => ({ ...contact, items: items.get(contact.number) ?? [] })) };
}
