import type {
  AgedBalancesQuery,
  AgedBalancesResponse,
  ContactItemsResponse,
  OpenItemsQuery,
  OpenItemsResponse,
} from '@just-ledger/contract';
import {
  type Age,
  agedBalances,
  AGES,
  type CivilDate,
  type ContactId,
  formatAmount,
  keyedBy,
  keysOf,
  minor,
  sumByAccount,
  sumOfAges,
  sumsByAge,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import { contactDirectory, type ListedContact } from '../contacts/contact-directory.js';
import { contactNamed } from '../contacts/contact-named.js';
import { flowsBetween } from '../ledger/flow-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { agedItemResponse } from './aged-item-response.js';
import { controlAccounts, type OpenItemsAt } from './open-documents.js';
import { agedSumsAt, openItemsAt } from './open-items-at.js';
import { NOTHING_OPEN, openDocumentCounts, type OpenList, openListOf, openListsOf } from './open-lists.js';

/** So many documents are told at a time. */
const DOCUMENTS = 200;

/** The documents of so many contacts are read at a time. */
const TOGETHER = 20;

/** So many documents of a contact are read at once; of more, a page is. */
const FEW = 50;

/** So many contacts are told at a time. */
const CONTACTS = 500;

/** A page of what is owed to the organisation, or by it, by contact and age, and the accounts that it must equal. */
export function agedBalancesReport(
  db: Db,
  organisation: Organisation,
  query: AgedBalancesQuery,
  today: CivilDate,
): AgedBalancesResponse {
  const { at, sign } = asked(db, organisation, query, today);
  const write = (amount: number): string => formatAmount(minor(sign * amount), organisation.baseCurrency);
  const writeAges = (ages: Readonly<Record<Age, number>>): Record<Age, string> =>
    keyedBy(keysOf(AGES), (age) => write(ages[age]));
  const sums = agedSumsAt(db, at);
  const all = sumsByAge([...sums.values()].flatMap((ages) => keysOf(AGES).map((age) => ({ age, open: ages[age] }))));
  const everyone = byName(db, organisation, [...sums.keys()], query.after);
  const { id, calendar } = organisation;
  const balances = sumByAccount(flowsBetween(db, { organisation: id, calendar }, undefined, at.asAt));
  return {
    ledger: query.ledger,
    asAt: at.asAt,
    contacts: everyone.slice(0, CONTACTS).map(({ id: contact, number, name }) => {
      const ages = sums.get(contact) ?? sumsByAge([]);
      return { number, name, ages: writeAges(ages), total: write(sumOfAges(ages)) };
    }),
    next: everyone[CONTACTS]?.number ?? null,
    ages: writeAges(all),
    total: write(sumOfAges(all)),
    control: write(at.accounts.reduce((sum, account) => sum + (balances.get(account.id) ?? 0), 0)),
  };
}

/** The open documents of contacts in the order of their names, of each by due date; of one contact, or of all. */
export function openItemsReport(
  db: Db,
  organisation: Organisation,
  query: OpenItemsQuery,
  today: CivilDate,
): OpenItemsResponse {
  const { at, sign } = asked(db, organisation, query, today);
  const only = query.contact === undefined ? undefined : contactNamed(db, organisation.id, query.contact);
  const after = query.after === undefined ? undefined : readCursor(query.after);
  const everyone = byName(db, organisation, only ? [only.id] : [...agedSumsAt(db, at).keys()], after?.contact);
  const contacts: ContactItemsResponse[] = [];
  const answer = (next: string | null): OpenItemsResponse => ({
    ledger: query.ledger,
    asAt: at.asAt,
    contacts,
    next,
  });
  let left = DOCUMENTS;
  for (const { number, name, list } of withItems(db, at, everyone)) {
    if (left === 0) return answer(`${number}.0`);
    const skipped = number === after?.contact ? after.skipped : 0;
    const { items: all, read } = list();
    const items = read(all.slice(skipped, skipped + left));
    left -= items.length;
    contacts.push({
      number,
      name,
      items: items.map((item) => agedItemResponse(item, sign, organisation.baseCurrency)),
    });
    const listed = skipped + items.length;
    if (listed < all.length) return answer(`${number}.${listed}`);
  }
  return answer(null);
}

/** Contacts with what is open of them: of those with little it is read together, of those with much page by page. */
function* withItems(
  db: Db,
  asked: OpenItemsAt,
  everyone: readonly ListedContact[],
): Generator<ListedContact & { readonly list: () => OpenList }> {
  for (let first = 0; first < everyone.length; first += TOGETHER) {
    const some = everyone.slice(first, first + TOGETHER);
    const counts = openDocumentCounts(db, { ...asked, contacts: some.map(({ id }) => id) });
    const few = some.filter(({ id }) => (counts.get(id) ?? 0) <= FEW).map(({ id }) => id);
    const lists = openListsOf(db, { ...asked, contacts: few });
    for (const listedContact of some) {
      const { id } = listedContact;
      const list = (): OpenList =>
        few.includes(id) ? (lists.get(id) ?? NOTHING_OPEN) : openListOf(db, { ...asked, contacts: [id] });
      yield { ...listedContact, list };
    }
  }
}

/** The rows of aged balances as a file: one a document, then the totals with an empty contact. */
export function agedBalancesRows(
  db: Db,
  organisation: Organisation,
  query: AgedBalancesQuery,
  today: CivilDate,
): string[][] {
  const { at, sign } = asked(db, organisation, query, today);
  const aged = new Map(
    agedBalances(openItemsAt(db, at), at.asAt).map((agedBalance) => [agedBalance.contact, agedBalance.items]),
  );
  const { ages, total } = agedBalancesReport(db, organisation, query, today);
  const columns = (age: Age, open: string): string[] => keysOf(AGES).map((key) => (key === age ? open : ''));
  return [
    ...byName(db, organisation, [...aged.keys()]).flatMap(({ id: contact, number, name }) =>
      (aged.get(contact) ?? []).map((agedItem) => {
        const item = agedItemResponse(agedItem, sign, organisation.baseCurrency);
        return [
          number,
          name,
          item.document ?? '',
          item.ownNumber ?? '',
          item.date,
          item.dueDate,
          item.currency ?? '',
          item.foreignOpen ?? '',
          ...columns(item.age, item.open),
          item.open,
        ];
      }),
    ),
    [...Array<string>(8).fill(''), ...keysOf(AGES).map((age) => ages[age]), total],
  ];
}

function asked(
  db: Db,
  organisation: Organisation,
  { ledger, asAt: text }: AgedBalancesQuery,
  today: CivilDate,
): { readonly at: OpenItemsAt; readonly sign: 1 | -1 } {
  const asAt = reportDate(text, 'asAt', organisation, today, today);
  const accounts = controlAccounts(db, organisation.id, ledger);
  return { at: { organisation: organisation.id, accounts, asAt }, sign: ledger === 'receivables' ? 1 : -1 };
}

/** Some contacts in the order of their names, from one on, whether or not it is one of them. */
function byName(db: Db, { id }: Organisation, contacts: readonly ContactId[], from?: string): ListedContact[] {
  const wanted = new Set(contacts);
  const inOrder = contactDirectory(db, id).inOrder();
  const begin = from === undefined ? 0 : inOrder.findIndex(({ number }) => number === from);
  if (begin < 0) throw unprocessable('cursor', 'after', 'This is not where a page ended.');
  return inOrder.slice(begin).filter((listedContact) => wanted.has(listedContact.id));
}

/** Where a page ended: at a contact, after some of its documents. */
function readCursor(text: string): { readonly contact: string; readonly skipped: number } {
  const [, number, skipped] = /^(.{1,40})\.(\d{1,9})$/.exec(text) ?? [];
  if (number === undefined) throw unprocessable('cursor', 'after', 'This is not where a page ended.');
  return { contact: number, skipped: Number(skipped) };
}
