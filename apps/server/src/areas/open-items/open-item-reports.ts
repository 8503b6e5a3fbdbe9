import type {
  AgedBalancesQuery,
  AgedBalancesResponse,
  AgedItemResponse,
  StatementOfAccountQuery,
  StatementOfAccountResponse,
} from '@just-ledger/contract';
import {
  type Age,
  agedBalances,
  type AgedItem,
  AGES,
  type CivilDate,
  type ControlLedger,
  type CurrencyCode,
  dayBefore,
  formatAmount,
  minor,
  openItems,
  sumByAccount,
  sumsByAge,
  keysOf,
  keyedBy,
} from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contact } from '../../platform/database/schema.js';
import { contactNamed } from '../contacts/contact-named.js';
import { flowsBetween } from '../ledger/flow-store.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate, reportSpan } from '../organisations/report-dates.js';
import { type ContactBalance, contactBalances } from './contact-sums.js';
import { controlAccounts, controlLines, openLines } from './control-lines.js';

/** What is owed to the organisation, or by it, by contact and age, and the accounts that it must equal. */
export function agedBalancesReport(
  db: Db,
  organisation: Organisation,
  { ledger, asAt: text, items: detail }: AgedBalancesQuery,
  today: CivilDate,
): AgedBalancesResponse {
  const asAt = reportDate(text, 'asAt', organisation, today, today);
  const accounts = controlAccounts(db, organisation.id, ledger);
  const sign = ledger === 'receivables' ? 1 : -1;
  const write = (amount: number): string => formatAmount(minor(sign * amount), organisation.baseCurrency);
  const names = new Map(
    db
      .select({ id: contact.id, number: contact.number, name: contact.name })
      .from(contact)
      .where(eq(contact.organisation, organisation.id))
      .all()
      .map((row) => [row.id, row]),
  );
  const aged = agedBalances(openItems(openLines(db, organisation.id, accounts, asAt)), asAt)
    .map((one) => ({
      ...one,
      name: names.get(one.contact)?.name ?? '',
      number: names.get(one.contact)?.number ?? '',
    }))
    .sort((a, b) => a.name.localeCompare(b.name, 'en'));
  const all = aged.flatMap(({ items }) => items);
  const balances = sumByAccount(
    flowsBetween(db, { organisation: organisation.id, calendar: organisation.calendar }, undefined, asAt),
  );
  return {
    ledger,
    asAt,
    contacts: aged.map(({ number, name, ages, total, items }) => ({
      number,
      name,
      ages: writtenAges(ages, write),
      total: write(total),
      items: detail === 'false' ? [] : items.map((item) => itemResponse(item, sign, organisation.baseCurrency)),
    })),
    ages: writtenAges(sumsByAge(all), write),
    total: write(all.reduce((sum, item) => sum + item.open, 0)),
    control: write(accounts.reduce((sum, id) => sum + (balances.get(id) ?? 0), 0)),
  };
}

/** The rows of the report as a file: one a document, then the totals with an empty contact. */
export function agedBalancesRows({ contacts, ages, total }: AgedBalancesResponse): string[][] {
  const columns = (age: Age | undefined, open: string): string[] =>
    keysOf(AGES).map((key) => (key === age ? open : ''));
  return [
    ...contacts.flatMap(({ number, name, items }) =>
      items.map((item) => [
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
      ]),
    ),
    ['', ...NONE, '', ...keysOf(AGES).map((age) => ages[age]), total],
  ];
}

/** What passed between the organisation and a contact in a span, and what is open at its end. */
export function statementOfAccountReport(
  db: Db,
  organisation: Organisation,
  query: StatementOfAccountQuery,
  today: CivilDate,
): StatementOfAccountResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const found = contactNamed(db, organisation.id, query.contact);
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const accounts = controlAccounts(db, organisation.id);
  const lines = controlLines(db, organisation.id, accounts, to, found.id, from);
  const before = sumOf(contactBalances(db, organisation, accounts, dayBefore(from), found.id));
  let balance = before;
  const [aged] = agedBalances(openItems(openLines(db, organisation.id, accounts, to, found.id)), to);
  const sumOn = (ledger: ControlLedger): number =>
    sumOf(contactBalances(db, organisation, controlAccounts(db, organisation.id, ledger), to, found.id));
  return {
    number: found.number,
    name: found.name,
    address: found.address,
    from,
    to,
    broughtForward: write(before),
    lines: lines.map(({ date, entry, explanation, document, documentDate, ownNumber, dueDate, amount }) => {
      balance += amount;
      return {
        date,
        entry,
        explanation,
        document: document ?? null,
        documentDate: documentDate !== undefined && documentDate !== date ? documentDate : null,
        ownNumber: ownNumber ?? null,
        dueDate: dueDate ?? null,
        debit: amount > 0 ? write(amount) : null,
        credit: amount < 0 ? write(-amount) : null,
        balance: write(balance),
      };
    }),
    closing: write(balance),
    owed: write(sumOn('receivables')),
    owing: write(-sumOn('payables')),
    items: (aged?.items ?? []).map((item) => itemResponse(item, 1, organisation.baseCurrency)),
  };
}

/** The columns between the explanation and the balance, where a row has none of them. */
const NONE = Array<string>(6).fill('');

/** The rows of a statement as a file: brought forward, its lines, the balance at the end. */
export function statementOfAccountRows({
  from,
  to,
  broughtForward,
  lines,
  closing,
}: StatementOfAccountResponse): string[][] {
  return [
    [from, '', 'brought forward', ...NONE, broughtForward],
    ...lines.map((line) => [
      line.date,
      line.entry,
      line.explanation,
      line.document ?? '',
      line.ownNumber ?? '',
      line.documentDate ?? '',
      line.dueDate ?? '',
      line.debit ?? '',
      line.credit ?? '',
      line.balance,
    ]),
    [to, '', 'balance', ...NONE, closing],
  ];
}

function itemResponse(item: AgedItem, sign: 1 | -1, base: CurrencyCode): AgedItemResponse {
  const { document, ownNumber, date, dueDate, daysOverdue, age, open, foreign, entries, unallocated, isPayment } =
    item;
  const notAllocated = isPayment ? open : (unallocated ?? 0);
  const isForeign = foreign !== undefined && foreign.currency !== base;
  return {
    document: document ?? null,
    ownNumber: ownNumber ?? null,
    date,
    dueDate,
    daysOverdue: Math.max(0, daysOverdue),
    age,
    open: formatAmount(minor(sign * open), base),
    currency: isForeign ? foreign.currency : null,
    foreignOpen: isForeign ? formatAmount(minor(sign * foreign.open), foreign.currency) : null,
    entries: [...entries],
    notAllocated: notAllocated === 0 ? null : formatAmount(minor(-sign * notAllocated), base),
  };
}

function writtenAges(ages: Readonly<Record<Age, number>>, write: (amount: number) => string): Record<Age, string> {
  return keyedBy(keysOf(AGES), (age) => write(ages[age]));
}

function sumOf(balances: readonly ContactBalance[]): number {
  return balances.reduce((sum, { amount }) => sum + amount, 0);
}
