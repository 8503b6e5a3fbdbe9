import type { AccountChangeQuery, AccountChangeResponse, ChangePartResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  entryNumber,
  formatAmount,
  groupsOf,
  GROWS_ON,
  minor,
  type Minor,
  sumOf,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { notFound } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate, reportSpan } from '../organisations/report-dates.js';

/** So many contacts are told at most, and so many entries of each. */
const [MOST_CONTACTS, MOST_TOLD] = [30, 5];

interface Part {
  contact: string | null;
  whose: number | null;
  isNow: number;
  lines: number;
  amount: number;
}

interface Told {
  whose: number | null;
  isNow: number;
  year: string;
  number: number;
  date: CivilDate;
  explanation: string;
  amount: number;
}

/** Why the figure of an account is another than before: by contact, with the largest entries. @throws {Refusal} 404 */
export function accountChangeReport(
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
  const hasBefore = query.beforeFrom !== undefined && query.beforeTo !== undefined;
  const [beforeFrom, beforeTo] = hasBefore
    ? [date(query.beforeFrom ?? '', 'beforeFrom'), date(query.beforeTo ?? '', 'beforeTo')]
    : [from, from];
  const since = query.knownSince ? ledgerView(db, organisation, query.knownSince, 'knownSince').knownTo : undefined;
  const side = GROWS_ON[account.element] === 'debit' ? 1 : -1;
  const lines = sql`(
    SELECT 1 AS is_now, l.* FROM line AS l INDEXED BY line_account
      WHERE l.organisation = ${organisation.id} AND l.account = ${account.id} AND l.date BETWEEN ${from} AND ${to}
    UNION ALL SELECT 0, l.* FROM line AS l INDEXED BY line_account
      WHERE ${hasBefore ? 1 : 0} AND l.organisation = ${organisation.id} AND l.account = ${account.id}
        AND l.date BETWEEN ${beforeFrom} AND ${beforeTo})`;
  const whose = sql`coalesce(c.merged_into, c.id)`;
  const isCounted = sql`l.stage <> 'closing' AND l.entry <= ${knownTo} AND l.entry > ${since ?? 0}`;
  const sums = db.all<Part>(sql`
    SELECT ${whose} AS whose, coalesce(m.name, c.name) AS contact, l.is_now AS isNow, count(*) AS lines, sum(l.amount) * ${side} AS amount
    FROM ${lines} AS l LEFT JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
      LEFT JOIN contact AS m ON m.organisation = c.organisation AND m.id = c.merged_into
    WHERE ${isCounted} GROUP BY ${whose}, l.is_now`);
  const rows = db.all<Told>(sql`
    SELECT t.whose, t.isNow, e.year AS year, e.number AS number, e.date AS date, e.explanation AS explanation, t.amount
    FROM (SELECT ${whose} AS whose, l.is_now AS isNow, l.entry AS entry, l.amount * ${side} AS amount,
        row_number() OVER (PARTITION BY ${whose} ORDER BY abs(l.amount) DESC, l.entry DESC) AS place
      FROM ${lines} AS l LEFT JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
      WHERE ${isCounted}) AS t
      JOIN entry AS e ON e.organisation = ${organisation.id} AND e.place = t.entry
    WHERE t.place <= ${MOST_TOLD} ORDER BY abs(t.amount) DESC, t.entry DESC`);
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const toldOf = groupsOf(rows, (rows) => rows.whose);
  const parts = [...groupsOf(sums, (part) => part.whose)].map(([contact, own]) => {
    const amountOf = (isNow: number): number => own.find((part) => part.isNow === isNow)?.amount ?? 0;
    const entries = toldOf.get(contact) ?? [];
    const change = amountOf(1) - amountOf(0);
    const known = entries.reduce((sum, entry) => sum + (entry.isNow ? entry.amount : -entry.amount), 0);
    const answer: ChangePartResponse = {
      contact: own[0]?.contact ?? null,
      now: write(amountOf(1)),
      before: write(amountOf(0)),
      change: write(change),
      entries: entries.map(({ year, number, date: on, explanation, amount, isNow }) => ({
        entry: entryNumber(year, number),
        date: on,
        explanation,
        amount: write(isNow ? amount : -amount),
      })),
      others: {
        lines: own.reduce((sum, part) => sum + part.lines, 0) - entries.length,
        amount: write(change - known),
      },
    };
    return { change, answer };
  });
  parts.sort((a, b) => Math.abs(b.change) - Math.abs(a.change));
  const rest = parts.slice(MOST_CONTACTS);
  const total = (isNow: number): Minor =>
    sumOf(sums.filter((sum) => sum.isNow === isNow).map(({ amount }) => minor(amount)));
  return {
    account: account.number,
    now: write(total(1)),
    before: write(total(0)),
    change: write(total(1) - total(0)),
    parts: parts.slice(0, MOST_CONTACTS).map(({ answer }) => answer),
    rest: { contacts: rest.length, change: write(rest.reduce((sum, { change }) => sum + change, 0)) },
  };
}
