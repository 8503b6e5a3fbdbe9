import type { CashFlowResponse, SpanQuery } from '@just-ledger/contract';
import {
  cashFlowStatement,
  type CashFlowStatement,
  type CivilDate,
  earlierOf,
  entryNumber,
  formatAmount,
  laterOf,
  longDate,
  minor,
  type Minor,
  rounded,
  type Rounding,
  roundingUnit,
  spanLine,
  type WithoutCash,
  sumOf,
  ZERO,
} from '@just-ledger/core';
import { and, eq, inArray } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { entry } from '../../platform/database/schema.js';
import { loadChart } from '../accounts/account-store.js';
import { beforeTheseBooks, type Figures, oldBooksOf } from '../earlier-years/old-books.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportSpan } from '../organisations/report-dates.js';
import { arrangementOf } from './arrangement-store.js';
import { cashFlowBases } from './cash-flow-basis.js';
import { columnsAsked } from './columns-asked.js';
import { roundedFigures } from './rounded-figures.js';
import { columnAnswers, drawColumns, heading, mainFigures, rowAnswers } from './statement-answers.js';

/** The cash-flow statement that a query asks for. */
export function cashFlowReport(
  db: Db,
  organisation: Organisation,
  query: SpanQuery,
  today: CivilDate,
  arrangement = arrangementOf(db, organisation.id),
): CashFlowResponse {
  const { from, to } = reportSpan(query, organisation, today);
  const chart = loadChart(db, organisation.id);
  const { changeover } = oldBooksOf(db, organisation);
  const columns = columnsAsked(db, organisation, { from, to }, query, 'nothing');
  const reach = {
    from: columns.map((column) => column.from).reduce(earlierOf),
    to: columns.map((column) => column.to).reduce(laterOf),
  };
  const views = [...new Set(columns.map(({ view }) => view))];
  const bases = new Map(views.map((view) => [view, cashFlowBases(db, view, chart, reach)]));
  const rounding = roundedFigures(db, organisation, chart, query);
  const drawn = drawColumns(columns, query, (column): Figures<CashFlowStatement> => {
    if (column.to < changeover) return { of: undefined, note: beforeTheseBooks(changeover, column.to) };
    const basis = bases.get(column.view)?.(column.from, column.to);
    if (!basis) return { of: undefined, note: null };
    const { firstDay } = organisation.calendar;
    return {
      of: rounding.cashFlow(cashFlowStatement(chart, organisation.kind, basis, query.zeros === 'true'), column),
      note: column.from < firstDay ? `Only from ${longDate(firstDay)} on.` : null,
    };
  });
  const now = mainFigures(drawn);
  const write = (amount: Minor | undefined): string => formatAmount(amount ?? ZERO, organisation.baseCurrency);
  return {
    ...heading(
      organisation,
      arrangement,
      { key: 'cash-flow-statement', usual: 'Cash-flow statement' },
      spanLine(organisation.calendar, from, to),
      now,
      query,
    ),
    from,
    to,
    columns: columnAnswers(drawn),
    rows: rowAnswers(organisation, chart, arrangement, drawn),
    totals: {
      operating: write(now.of?.operating),
      investing: write(now.of?.investing),
      financing: write(now.of?.financing),
      change: write(now.of?.change),
      cashAtBeginning: write(now.of?.cashAtBeginning),
      cashAtEnd: write(now.of?.cashAtEnd),
    },
    ...toldEntries(db, organisation, now.of?.withoutCash ?? [], query.rounding),
  };
}

/** So many entries that moved no cash are told one by one, the largest of them. */
const MOST_TOLD = 100;

function toldEntries(
  db: Db,
  organisation: Organisation,
  all: readonly WithoutCash[],
  rounding: Rounding | undefined,
): Pick<CashFlowResponse, 'withoutCash' | 'withoutCashInAll'> {
  const unit = rounding ? roundingUnit(organisation.baseCurrency, rounding) : minor(1);
  const write = (amount: Minor): string => formatAmount(rounded(amount, unit), organisation.baseCurrency);
  const listed = [...all]
    .sort((a, b) => b.amount - a.amount)
    .slice(0, MOST_TOLD)
    .sort((a, b) => a.place - b.place);
  const places = listed.map(({ place }) => place);
  const rows = db
    .select()
    .from(entry)
    .where(and(eq(entry.organisation, organisation.id), inArray(entry.place, places)))
    .all();
  const byPlace = new Map(rows.map((row) => [row.place, row]));
  return {
    withoutCash: listed.flatMap(({ place, amount }) => {
      const row = byPlace.get(place);
      if (!row) return [];
      const { year, number, date, explanation } = row;
      return [{ entry: entryNumber(year, number), date, explanation, amount: write(amount) }];
    }),
    withoutCashInAll: { entries: all.length, amount: write(sumOf(all.map(({ amount }) => amount))) },
  };
}
