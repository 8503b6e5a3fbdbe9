import type { AccountChangeQuery, AccountChangeResponse, ChangePartResponse } from '@just-ledger/contract';
import { type CivilDate, entryNumber, formatAmount, GROWS_ON, minor } from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { keptWhile } from '../../platform/database/kept-reading.js';
import { oncePerConnection } from '../../platform/database/once-per-connection.js';
import { notFound } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { booksVersion } from '../ledger/books-version.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate, reportSpan } from '../organisations/report-dates.js';

/** So many contacts are told at most, and so many entries of each. */
const [MOST_CONTACTS, MOST_TOLD] = [30, 5];

/** Lines of the account as far as they are looked at: of all the contacts, the entries and the amounts, each a JSON list. */
type Lines = readonly [contacts: string, entries: string, amounts: string];

/** An amount of an entry, debit or credit as the account grows; one of the days before counts against the change. */
interface Told {
  readonly entry: number;
  readonly amount: number;
  readonly isNow: boolean;
}

/** What the lines of a contact come to, or those of none; minor units. */
interface Part {
  readonly contact: number | null;
  now: number;
  before: number;
  lines: number;
  /** The largest of its lines, the largest first. */
  readonly told: Told[];
}

/** Why the figure of an account is another than before: by contact, with the largest entries. @throws {Refusal} 404 */
export function accountChangeReport(
  db: Db,
  organisation: Organisation,
  query: AccountChangeQuery,
  today: CivilDate,
): AccountChangeResponse {
  const key = `change of account ${organisation.id} ${today} ${JSON.stringify(query)}`;
  return keptWhile(db, key, booksVersion(db, organisation.id), () => readChange(db, organisation, query, today));
}

function readChange(
  db: Db,
  organisation: Organisation,
  query: AccountChangeQuery,
  today: CivilDate,
): AccountChangeResponse {
  const account = loadChart(db, organisation.id).byNumber.get(query.account);
  if (!account) throw notFound('account');
  const date = (text: string, path: string): CivilDate => reportDate(text, path, organisation, today, today);
  const { knownTo = Number.MAX_SAFE_INTEGER } = ledgerView(db, organisation, query.asKnownOn);
  const { from, to } = reportSpan(query, organisation, today);
  const { beforeFrom, beforeTo } = query;
  const before =
    beforeFrom !== undefined && beforeTo !== undefined
      ? { from: date(beforeFrom, 'beforeFrom'), to: date(beforeTo, 'beforeTo') }
      : undefined;
  const since = query.knownSince ? ledgerView(db, organisation, query.knownSince, 'knownSince').knownTo : undefined;
  const side = GROWS_ON[account.element] === 'debit' ? 1 : -1;
  const { lines, takers } = statements(db);
  const taken = new Map(takers.all(organisation.id));
  const parts = new Map<number | null, Part>();
  const add = (isNow: boolean, first: CivilDate, last: CivilDate): void => {
    const found = lines.get(organisation.id, account.id, first, last, knownTo, since ?? 0);
    const [contacts = [], entries = [], amounts = []] = (found ?? []).map((list) => JSON.parse(list) as number[]);
    entries.forEach((entry, index) => {
      const id = contacts[index] ?? null;
      const contact = id === null ? null : (taken.get(id) ?? id);
      let part = parts.get(contact);
      if (!part) parts.set(contact, (part = { contact, now: 0, before: 0, lines: 0, told: [] }));
      const amount = side * (amounts[index] ?? 0);
      part[isNow ? 'now' : 'before'] += amount;
      part.lines += 1;
      const least = part.told[MOST_TOLD - 1];
      if (!least || Math.abs(amount) >= Math.abs(least.amount)) keepLargest(part.told, { entry, amount, isNow });
    });
  };
  add(true, from, to);
  if (before) add(false, before.from, before.to);
  const largest = [...parts.values()].sort(
    (a, b) => Math.abs(changeOf(b)) - Math.abs(changeOf(a)) || (a.contact ?? 0) - (b.contact ?? 0),
  );
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const sum = (amountOf: (part: Part) => number, among: readonly Part[]): string =>
    write(among.reduce((total, part) => total + amountOf(part), 0));
  const rest = largest.slice(MOST_CONTACTS);
  return {
    account: account.number,
    now: sum(({ now }) => now, largest),
    before: sum(({ before }) => before, largest),
    change: sum(changeOf, largest),
    parts: largest.slice(0, MOST_CONTACTS).map((part) => partResponse(db, organisation, part)),
    rest: { contacts: rest.length, change: sum(changeOf, rest) },
  };
}

function changeOf({ now, before }: Pick<Part, 'now' | 'before'>): number {
  return now - before;
}

/** Keeps an amount among the largest where it belongs there; of two that are as large the later entry first. */
function keepLargest(told: Told[], further: Told): void {
  const index = told.findIndex(
    ({ entry, amount }) =>
      Math.abs(amount) < Math.abs(further.amount) ||
      (Math.abs(amount) === Math.abs(further.amount) && entry < further.entry),
  );
  if (index === -1 && told.length === MOST_TOLD) return;
  told.splice(index === -1 ? told.length : index, 0, further);
  if (told.length > MOST_TOLD) told.pop();
}

function partResponse(db: Db, organisation: Organisation, part: Part): ChangePartResponse {
  const { contact, told, lines } = part;
  const { name, entry: entryAt } = statements(db);
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const signed = ({ amount, isNow }: Told): number => (isNow ? amount : -amount);
  return {
    contact: contact === null ? null : (name.get(organisation.id, contact) ?? null),
    now: write(part.now),
    before: write(part.before),
    change: write(changeOf(part)),
    entries: told.flatMap((amount) => {
      const row = entryAt.get(organisation.id, amount.entry);
      if (!row) return [];
      const { year, number, date, explanation } = row;
      return [{ entry: entryNumber(year, number), date, explanation, amount: write(signed(amount)) }];
    }),
    others: {
      lines: lines - told.length,
      amount: write(changeOf(part) - told.reduce((total, amount) => total + signed(amount), 0)),
    },
  };
}

const statements = oncePerConnection(({ $client }) => ({
  // hundreds of thousands are there in a third of the time as three texts
  lines: $client
    .prepare<[number, number, CivilDate, CivilDate, number, number], Lines>(
      `SELECT json_group_array(contact), json_group_array(entry), json_group_array(amount)
      FROM line INDEXED BY line_account
      WHERE organisation = ? AND account = ? AND date BETWEEN ? AND ? AND stage <> 'closing' AND entry <= ? AND entry > ?`,
    )
    .raw(),
  takers: $client
    .prepare<[number], readonly [id: number, taker: number]>(
      'SELECT id, merged_into FROM contact WHERE organisation = ? AND merged_into IS NOT NULL',
    )
    .raw(),
  name: $client
    .prepare<[number, number], string>('SELECT name FROM contact WHERE organisation = ? AND id = ?')
    .pluck(),
  entry: $client.prepare<[number, number], { year: string; number: number; date: CivilDate; explanation: string }>(
    'SELECT year, number, date, explanation FROM entry WHERE organisation = ? AND place = ?',
  ),
}));
