import type { SidesResponse, WorksheetQuery, WorksheetResponse, WorksheetSides } from '@just-ledger/contract';
import {
  accountIn,
  balancesAtStage,
  type Chart,
  type CivilDate,
  formatAmount,
  inHeadingOrder,
  keyedBy,
  minor,
  type Minor,
  NO_SIDES,
  type Sides,
  STATEMENT_WORDS,
  statementOf,
  type TrialBalanceFlows,
  worksheet,
  type Worksheet,
  WORKSHEET_COLUMNS,
  type WorksheetAccount,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsKnownAt } from '../earlier-years/old-books.js';
import type { LedgerView } from '../ledger/flow-store.js';
import { ledgerView, stageStart } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { adjustmentsBefore, adjustmentsFrom } from './adjusting-entries.js';
import { type AskedValues, askedValues, flowsWithin } from './values-asked.js';

/** So many adjusting entries are named one by one. */
const MOST_NAMED = 200;

const NOTHING: TrialBalanceFlows = { earlier: [], year: [] };

/** The worksheet that a query asks for. */
export function worksheetReport(
  db: Db,
  organisation: Organisation,
  query: WorksheetQuery,
  today: CivilDate,
): WorksheetResponse {
  const asAt = reportDate(query.asAt, 'asAt', organisation, today, today);
  const against = query.against ? reportDate(query.against, 'against', organisation, today, today) : undefined;
  const view = ledgerView(db, organisation, query.asKnownOn);
  const chart = loadChart(db, organisation.id);
  const asked = askedValues(db, organisation, query);
  const start = stageStart(db, organisation, view, asAt) ?? asAt;
  const first = reportDate(query.adjustmentsFrom, 'adjustmentsFrom', organisation, today, start);
  const from = first > start && first <= asAt ? first : start;
  const { flows, note } = flowsFor(db, organisation, view, asAt, asked);
  const adjusting = adjustmentsFrom(db, organisation, view, {
    start,
    from,
    asAt,
    combinations: asked.within,
  });
  const kept =
    from > start
      ? adjustmentsBefore(db, organisation, view, { start, before: from, asAt, combinations: asked.within })
      : [];
  const unadjusted = balancesAtStage(chart, { ...flows, keptAdjustments: kept }, 'unadjusted');
  const postClosing = balancesAtStage(chart, flows, 'post-closing');
  const compared = against && flowsFor(db, organisation, view, against, asked).flows;
  const before = compared && balancesAtStage(chart, compared, 'adjusted');
  const across = asked.across.map(({ combinations }) =>
    balancesAtStage(chart, flowsWithin(db, organisation, view, asAt, combinations), 'adjusted'),
  );
  const sums = new Map<number, Sides>();
  for (const { account, debit, credit } of adjusting.lines) {
    const held = sums.get(account) ?? NO_SIDES;
    sums.set(account, { debit: minor(held.debit + debit), credit: minor(held.credit + credit) });
  }
  const accounts = inHeadingOrder(chart)
    .filter(({ id }) => !chart.headings.has(id))
    .map((account): WorksheetAccount => ({
      account: account.number,
      name: account.name,
      parent: account.parent === undefined ? null : accountIn(chart, account.parent).number,
      statement: statementOf(account),
      unadjusted: unadjusted.balanceOf(account),
      adjustments: sums.get(account.id) ?? NO_SIDES,
      postClosing: postClosing.balanceOf(account),
      against: before?.balanceOf(account),
      across: across.map(({ balanceOf }) => balanceOf(account)),
    }));
  const earlier: WorksheetAccount = {
    account: '',
    name: 'Earlier results not yet closed',
    parent: null,
    statement: 'balance-sheet',
    unadjusted: unadjusted.earlierResults,
    adjustments: NO_SIDES,
    postClosing: postClosing.earlierResults,
    against: before?.earlierResults,
    across: across.map(({ earlierResults }) => earlierResults),
  };
  const isEarlier = [earlier.unadjusted, earlier.against ?? ZERO, ...earlier.across].some((amount) => amount !== 0);
  const sheet = worksheet(isEarlier ? [...accounts, earlier] : accounts, headingsOf(chart), query.zeros === 'true');
  const words = STATEMENT_WORDS[organisation.kind];
  const write = (amount: number): string => formatAmount(minor(amount), organisation.baseCurrency);
  const statements = new Map(accounts.map(({ account, statement }) => [account, statement]));
  const entryOf = new Map(adjusting.entries.map((entry) => [entry.place, entry]));
  const named = adjusting.entries.length <= MOST_NAMED ? adjusting.lines : [];
  return {
    asAt,
    adjustmentsFrom: from,
    against: against ?? null,
    rows: sheet.rows.map((row) => ({
      account: row.account,
      name: row.name,
      heading: row.isHeading,
      parent: row.parent,
      depth: row.depth,
      statement: row.isHeading ? null : (statements.get(row.account) ?? 'balance-sheet'),
      columns: columnsResponse(row.columns, write),
      adjustments: row.isHeading
        ? []
        : named
            .filter(({ account }) => accountIn(chart, account).number === row.account)
            .flatMap(({ entry, debit, credit }) => {
              const adjustingEntry = entryOf.get(entry);
              return adjustingEntry
                ? [
                    {
                      letter: adjustingEntry.letter,
                      entry: adjustingEntry.number,
                      reversal: adjustingEntry.isReversal,
                      ...written({ debit, credit }, write),
                    },
                  ]
                : [];
            }),
      across: row.across.map(write),
    })),
    totals: columnsResponse(sheet.totals, write),
    result: write(sheet.result),
    resultName: sheet.result < 0 ? words.loss : words.profit,
    adjustingEntries: adjusting.entries.slice(0, MOST_NAMED).map((entry) => ({
      letter: entry.letter,
      entry: entry.number,
      date: entry.date,
      explanation: entry.explanation,
      reversal: entry.isReversal,
    })),
    adjustingEntriesInAll: adjusting.entries.length,
    values: asked.across.map(({ value }, index) => ({ value, sum: write(sheet.across[index] ?? 0) })),
    selfBalancing: asked.selfBalancing,
    closed: flows.year.some(({ stage }) => stage === 'closing'),
    note,
  };
}

/** Flows of a date, of all books or of what names the value that is asked for. */
function flowsFor(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  date: CivilDate,
  { within }: AskedValues,
): { flows: TrialBalanceFlows; note: string | null } {
  const { of: flows = NOTHING, note } = flowsKnownAt(db, organisation, view, date);
  if (within === undefined) return { flows, note };
  return { flows: flowsWithin(db, organisation, view, date, within), note };
}

function headingsOf(chart: Chart) {
  return chart.accounts
    .filter(({ id }) => chart.headings.has(id))
    .map(({ number, name, parent }) => ({
      account: number,
      name,
      parent: parent === undefined ? null : accountIn(chart, parent).number,
    }));
}

type Write = (amount: Minor) => string;

function written({ debit, credit }: Sides, write: Write): SidesResponse {
  return { debit: debit === 0 ? '' : write(debit), credit: credit === 0 ? '' : write(credit) };
}

function columnsResponse(columns: Worksheet['totals'], write: Write): WorksheetSides {
  return keyedBy(WORKSHEET_COLUMNS, (column) => written(columns[column], write));
}

/** The columns of a worksheet file. */
export function worksheetHeads(sheet: WorksheetResponse): string[] {
  const pairs = WORKSHEET_COLUMNS.filter((column) => isCompared(sheet, column)).flatMap((column) => [
    `${COLUMN_NAMES[column]}_debit`,
    `${COLUMN_NAMES[column]}_credit`,
  ]);
  return ['account', 'name', ...pairs, ...sheet.values.map(({ value }) => value ?? 'no value')];
}

/** The rows of a worksheet file: accounts, totals (`total`), the result (`result`) as it balances the statements. */
export function worksheetRows(sheet: WorksheetResponse): string[][] {
  const columns = WORKSHEET_COLUMNS.filter((column) => isCompared(sheet, column));
  const row = (account: string, name: string, sides: WorksheetSides, across: string[]): string[] => [
    account,
    name,
    ...columns.flatMap((column) => [sides[column].debit, sides[column].credit]),
    ...across,
  ];
  const isLoss = sheet.result.startsWith('-');
  const amount = sheet.result.replace('-', '');
  const none = { debit: '', credit: '' };
  const result = keyedBy(WORKSHEET_COLUMNS, (column) => {
    if (column === 'incomeStatement') return isLoss ? { ...none, credit: amount } : { ...none, debit: amount };
    if (column === 'balanceSheet') return isLoss ? { ...none, debit: amount } : { ...none, credit: amount };
    return none;
  });
  return [
    ...sheet.rows
      .filter(({ heading }) => !heading)
      .map((worksheetRow) =>
        row(worksheetRow.account || 'earlier-results', worksheetRow.name, worksheetRow.columns, worksheetRow.across),
      ),
    row(
      'result',
      sheet.resultName,
      result,
      sheet.values.map(() => ''),
    ),
    row(
      '',
      'Total',
      sheet.totals,
      sheet.values.map(({ sum }) => sum),
    ),
  ];
}

const COLUMN_NAMES: Record<(typeof WORKSHEET_COLUMNS)[number], string> = {
  unadjusted: 'unadjusted',
  adjustments: 'adjustments',
  adjusted: 'adjusted',
  incomeStatement: 'income_statement',
  balanceSheet: 'balance_sheet',
  postClosing: 'post_closing',
  against: 'against',
  change: 'change',
};

function isCompared(sheet: WorksheetResponse, column: (typeof WORKSHEET_COLUMNS)[number]): boolean {
  return sheet.against !== null || (column !== 'against' && column !== 'change');
}
