import type { TaxLinesQuery, TaxLinesResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  entryNumber,
  formatAmount,
  minor,
  type Side,
  TAX_SIDES,
  type TaxSide,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { unprocessable } from '../../platform/problems/refusal.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { loadTaxCodes } from '../tax-codes/tax-code-store.js';
import { settlementsOf, settledNow } from './settlement-store.js';
import { countedLines, reportedPeriod } from './tax-sums.js';

/** So many entries are a page. */
const PAGE = 100;

interface EntrySums {
  readonly entry: number;
  readonly date: string;
  readonly year: string;
  readonly number: number;
  readonly explanation: string;
  /** Minor units, debit positive. */
  readonly base: number;
  readonly own: number;
  readonly debit: number;
  readonly credit: number;
}

/** The entries behind a row of the report, in the order of their dates; together they make its figures. */
export function taxLinesOf(
  db: Db,
  organisation: Organisation,
  query: TaxLinesQuery,
  today: CivilDate,
): TaxLinesResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const { id, baseCurrency } = organisation;
  const named = query.code.trim().toLowerCase();
  const code = loadTaxCodes(db, id).find((loadTaxCode) => loadTaxCode.code.toLowerCase() === named);
  if (!code) throw unprocessable('tax-code-unknown', 'code', `There is no tax code ${query.code}.`);
  const limit = query.limit ?? PAGE;
  const { group = 'period', rate } = query;
  const period = reportedPeriod(from, to, settledNow(settlementsOf(db, id)));
  const [afterDate = '', afterPlace = '0'] = query.after?.split(' ') ?? [];
  const sumOn = (side: Side) => sql`sum(CASE WHEN c.side = ${side} THEN c.amount ELSE 0 END)`;
  const rows = db.all<EntrySums>(sql`
    SELECT c.entry AS entry, c.date AS date, e.year AS year, e.number AS number, e.explanation AS explanation,
      sum(CASE WHEN c.side IS NULL THEN c.base ELSE 0 END) AS base,
      sum(CASE WHEN c.side IS NULL THEN c.amount ELSE 0 END) AS own,
      ${sumOn('debit')} AS debit, ${sumOn('credit')} AS credit
    FROM (${countedLines(id, code.id, period)}) AS c
      JOIN entry AS e ON e.organisation = ${id} AND e.place = c.entry
    WHERE c."group" = ${group} AND c.rate = ${rate} AND (c.date, c.entry) > (${afterDate}, ${Number(afterPlace) || 0})
    GROUP BY c.date, c.entry ORDER BY c.date, c.entry LIMIT ${limit + 1}`);
  const shown = (amount: number): string => formatAmount(minor(amount), baseCurrency);
  const page = rows.slice(0, limit);
  const last = page.at(-1);
  return {
    entries: page.map((row) => {
      const { year, number, date, explanation, base, own, debit, credit } = row;
      return {
        number: entryNumber(year, number),
        date,
        explanation,
        base: shown(onSide(code.side, base)),
        owed: shown(-credit || 0),
        reclaimed: shown(debit),
        cost: shown(onSide(code.side, own - base)),
      };
    }),
    next: rows.length > limit && last ? `${last.date} ${last.entry}` : null,
  };
}

/** An amount as seen from the side that ordinary lines stand on. */
function onSide(side: TaxSide, amount: number): number {
  return TAX_SIDES[side].lineStandsOn === 'debit' || amount === 0 ? amount : -amount;
}
