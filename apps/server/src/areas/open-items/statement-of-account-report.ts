import type { StatementOfAccountQuery, StatementOfAccountResponse } from '@just-ledger/contract';
import { type CivilDate, type ControlLedger, dayBefore, formatAmount, minor } from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { contactNamed } from '../contacts/contact-named.js';
import { type LineCursor, readLineCursor, writeLineCursor } from '../ledger/line-cursor.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { agedItemResponse } from './aged-item-response.js';
import { type ContactBalance, contactBalances } from './contact-sums.js';
import { controlLinesAmong } from './control-lines.js';
import { controlAccounts, familiesOf, listed, type OpenItemsAt, places } from './open-documents.js';
import { openListOf } from './open-lists.js';

/** So many open documents are told under a statement. */
const ITEMS = 200;

/** A page of what passed between the organisation and a contact in a span, and what is open at its end. */
export function statementOfAccountReport(
  db: Db,
  organisation: Organisation,
  query: StatementOfAccountQuery,
  today: CivilDate,
  limit: number | undefined,
): StatementOfAccountResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const found = contactNamed(db, organisation.id, query.contact);
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const accounts = controlAccounts(db, organisation.id);
  const asked: OpenItemsAt = { organisation: organisation.id, accounts, asAt: to, contacts: [found.id] };
  const balanceOn = (day: CivilDate, ledger?: ControlLedger): number => {
    const ids = controlAccounts(db, organisation.id, ledger).map(({ id }) => id);
    return sumOf(contactBalances(db, organisation, ids, day, found.id));
  };
  const after = query.after === undefined ? undefined : readLineCursor(query.after);
  const further = placesAfter(db, asked, after ?? { date: from, entry: 0, place: 0 }, limit);
  const shown = limit === undefined ? further : further.slice(0, limit);
  const last = shown.at(-1);
  const before = balanceOn(dayBefore(after?.date ?? from)) + (after ? ofDayUntil(db, asked, after) : 0);
  let balance = before;
  const open = openListOf(db, asked);
  return {
    number: found.number,
    name: found.name,
    address: found.address,
    from,
    to,
    broughtForward: write(before),
    lines: controlLinesAmong(db, asked, sql`(${places(shown)})`).map(
      ({ date, entry, explanation, document, documentDate, ownNumber, dueDate, amount }) => {
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
      },
    ),
    next: last && shown.length < further.length ? writeLineCursor(last) : null,
    closing: write(balanceOn(to)),
    owed: write(balanceOn(to, 'receivables')),
    owing: write(-balanceOn(to, 'payables')),
    items: open.read(open.items.slice(0, ITEMS)).map((item) => agedItemResponse(item, 1, organisation.baseCurrency)),
    itemCount: open.items.length,
  };
}

/** The columns between the explanation and the balance, where a row has none of them. */
const NONE = Array<string>(6).fill('');

/** The rows of a statement as a file: brought forward, its lines, the balance at the end. */
export function statementOfAccountRows(statement: StatementOfAccountResponse): string[][] {
  const { from, to, broughtForward, lines, closing } = statement;
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

/** Where the lines after a cursor stand, one more than are wanted; their index has all that is asked for. */
function placesAfter(db: Db, asked: OpenItemsAt, after: LineCursor, limit: number | undefined): LineCursor[] {
  return db.all<LineCursor>(sql`
    SELECT date, entry, place FROM line INDEXED BY line_contact WHERE ${ofContact(db, asked)} AND date >= ${after.date}
      AND date <= ${asked.asAt} AND (date, entry, place) > (${after.date}, ${after.entry}, ${after.place})
    ORDER BY date, entry, place LIMIT ${limit === undefined ? -1 : limit + 1}`);
}

/** What the contact's lines come to on the day of a cursor, up to it. */
function ofDayUntil(db: Db, asked: OpenItemsAt, { date, entry, place }: LineCursor): number {
  return db.get<{ amount: number }>(sql`
    SELECT coalesce(sum(amount), 0) AS amount FROM line INDEXED BY line_contact
    WHERE ${ofContact(db, asked)} AND date = ${date} AND (entry, place) <= (${entry}, ${place})`).amount;
}

function ofContact(db: Db, { organisation, accounts, contacts = [] }: OpenItemsAt): SQL {
  return sql`organisation = ${organisation} AND contact IN (${familiesOf(db, organisation, contacts)})
    AND account IN (${listed(accounts.map(({ id }) => id))})`;
}

function sumOf(balances: readonly ContactBalance[]): number {
  return balances.reduce((sum, { amount }) => sum + amount, 0);
}
