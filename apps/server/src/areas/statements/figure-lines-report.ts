import type { FigureEntryResponse, FigureLinesQuery, FigureLinesResponse } from '@just-ledger/contract';
import { type CivilDate, entryNumber, formatAmount, minor } from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { notFound } from '../../platform/problems/refusal.js';
import { loadChart } from '../accounts/account-store.js';
import { papersOf } from '../attachments/attachment-store.js';
import { fundsByCombination } from '../ledger/fund-flows.js';
import { ledgerView } from '../ledger/ledger-view.js';
import { readLineCursor, writeLineCursor } from '../ledger/line-cursor.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { rulesOfSpan } from '../periods/rules-of-years.js';
import { askedValues } from '../trial-balance/values-asked.js';

/** So many lines are told at a time. */
const PAGE = 100;

/** As lines of no movement, and those of no fund, are asked for. */
export const NONE = '-';

interface Told {
  readonly entry: number;
  readonly place: number;
  readonly year: string;
  readonly number: number;
  readonly date: CivilDate;
  readonly explanation: string;
  readonly contact: string | null;
  readonly amount: number;
}

/** The lines of an account that a figure is made of, the latest first, and what all of them come to. @throws {Refusal} 404 */
export function figureLinesReport(
  db: Db,
  organisation: Organisation,
  query: FigureLinesQuery,
  today: CivilDate,
): FigureLinesResponse {
  const account = loadChart(db, organisation.id).byNumber.get(query.account);
  if (!account) throw notFound('account');
  const to = reportDate(query.to, 'to', organisation, today, today);
  const from = query.from ? reportDate(query.from, 'from', organisation, today, today) : undefined;
  const { knownTo = Number.MAX_SAFE_INTEGER } = ledgerView(db, organisation, query.asKnownOn);
  const counted = sql`l.organisation = ${organisation.id} AND l.account = ${account.id} AND l.date <= ${to}
    ${from === undefined ? sql`` : sql`AND l.date >= ${from}`} AND l.entry <= ${knownTo}
    ${stagesOf(query)} ${withinValue(db, organisation, query)} ${ofFund(db, organisation, query.fund, from ?? to)}`;
  const all = db.get<{ lines: number; amount: number }>(sql`
    SELECT count(*) AS lines, coalesce(sum(l.amount), 0) AS amount FROM line AS l INDEXED BY line_account WHERE ${counted}`);
  const after = query.after ? readLineCursor(query.after) : undefined;
  const fetched = db.all<Told>(sql`
    SELECT l.entry AS entry, l.place AS place, e.year AS year, e.number AS number, l.date AS date,
      e.explanation AS explanation, coalesce(m.name, c.name) AS contact, l.amount AS amount
    FROM line AS l INDEXED BY line_account JOIN entry AS e ON e.organisation = l.organisation AND e.place = l.entry
      LEFT JOIN contact AS c ON c.organisation = l.organisation AND c.id = l.contact
      LEFT JOIN contact AS m ON m.organisation = c.organisation AND m.id = c.merged_into
    WHERE ${counted} ${
      after
        ? sql`AND l.date <= ${after.date} AND (l.date < ${after.date} OR l.entry < ${after.entry}
          OR (l.entry = ${after.entry} AND l.place < ${after.place}))`
        : sql``
    }
    ORDER BY l.date DESC, l.entry DESC, l.place DESC LIMIT ${PAGE + 1}`);
  const shown = fetched.slice(0, PAGE);
  const last = shown.at(-1);
  return {
    lines: all.lines,
    sum: formatAmount(minor(all.amount), organisation.baseCurrency),
    rows: entriesTold(db, organisation, shown),
    next: fetched.length > PAGE && last ? writeLineCursor(last) : null,
  };
}

/** Lines that name a value of a breakdown, or none. */
function withinValue(db: Db, organisation: Organisation, query: FigureLinesQuery): SQL {
  const { within } = askedValues(db, organisation, query);
  return within ? sql`AND l.combination IN (SELECT value FROM json_each(${JSON.stringify(within)}))` : sql``;
}

/** Lines by the fund that takes their result, under the rules of a day. */
function ofFund(db: Db, organisation: Organisation, fund: string | undefined, on: CivilDate): SQL {
  if (!fund) return sql``;
  const funds = [...fundsByCombination(db, organisation.id, rulesOfSpan(db, organisation, on))];
  const account = loadChart(db, organisation.id).byNumber.get(fund);
  const own = funds.flatMap(([combination, fundAccount]) =>
    fund === NONE || fundAccount === account?.id ? [combination] : [],
  );
  const isAmong = sql`coalesce(l.combination, 0) IN (SELECT value FROM json_each(${JSON.stringify(own)}))`;
  return fund === NONE ? sql`AND NOT ${isAmong}` : sql`AND ${isAmong}`;
}

function stagesOf({ stages = 'all', movement }: FigureLinesQuery): SQL {
  const ofMovement = movement ? sql`AND coalesce(l.movement, '') = ${movement === NONE ? '' : movement}` : sql``;
  switch (stages) {
    case 'all':
      return ofMovement;
    case 'flows':
      return sql`AND l.stage <> 'closing' ${ofMovement}`;
    case 'within':
      return sql`AND l.stage NOT IN ('opening', 'closing') ${ofMovement}`;
    case 'opening':
      return sql`AND l.stage = 'opening' ${ofMovement}`;
    default:
      return stages satisfies never;
  }
}

/** Entries with an amount each, as they are told under a figure. */
export function entriesTold(
  db: Db,
  organisation: Organisation,
  entries: readonly Pick<Told, 'entry' | 'year' | 'number' | 'date' | 'explanation' | 'contact' | 'amount'>[],
): FigureEntryResponse[] {
  const papers = papersOf(
    db,
    organisation.id,
    entries.map(({ entry }) => entry),
  );
  return entries.map(({ entry, year, number, date, explanation, contact, amount }) => ({
    entry: entryNumber(year, number),
    date,
    explanation,
    contact,
    papers: papers.get(entry)?.length ?? 0,
    amount: formatAmount(minor(amount), organisation.baseCurrency),
  }));
}
