import type { TrialBalanceQuery, TrialBalanceResponse } from '@just-ledger/contract';
import {
  type AccountId,
  type CivilDate,
  type CurrencyCode,
  formatAmount,
  type LedgerFlow,
  minor,
  trialBalance,
  type TrialBalance,
  type TrialBalanceStage,
  ZERO,
} from '@just-ledger/core';
import { sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsKnownAt } from '../earlier-years/old-books.js';
import type { LedgerView } from '../ledger/flow-store.js';
import { ledgerView } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate, yearStart } from '../organisations/report-dates.js';

const NOTHING = { earlier: [], year: [] };

/** The trial balance that a query asks for. */
export function trialBalanceReport(
  db: Db,
  organisation: Organisation,
  query: TrialBalanceQuery,
  today: CivilDate,
): TrialBalanceResponse {
  const asAt = reportDate(query.asAt, 'asAt', organisation, today, today);
  const stage = query.stage ?? 'adjusted';
  const view = ledgerView(db, organisation, query.asKnownOn);
  const { of: flows = NOTHING, note } = flowsKnownAt(db, organisation, view, asAt);
  const start = yearStart(organisation, asAt);
  const adjustmentsFrom = reportDate(query.adjustmentsFrom, 'adjustmentsFrom', organisation, today, start ?? asAt);
  const kept = stage === 'unadjusted' && start !== undefined && adjustmentsFrom > start;
  const keptAdjustments = kept ? adjustmentsBefore(db, organisation, view, start, adjustmentsFrom, asAt) : [];
  const balance = trialBalance(
    loadChart(db, organisation.id),
    { ...flows, keptAdjustments },
    stage,
    query.zeros === 'true',
  );
  return { ...trialBalanceResponse(balance, asAt, stage, organisation.baseCurrency), note };
}

/** A trial balance as it goes over the wire; earlier results are the row without an account. */
export function trialBalanceResponse(
  balance: TrialBalance,
  asAt: CivilDate,
  stage: TrialBalanceStage,
  currency: CurrencyCode,
): TrialBalanceResponse {
  const write = (amount: number): string => (amount === 0 ? '' : formatAmount(minor(amount), currency));
  const { earlierResults } = balance;
  const rows = balance.rows.map(({ account, debit, credit }) => ({
    account: account.number,
    name: account.name,
    debit: write(debit),
    credit: write(credit),
  }));
  if (earlierResults !== ZERO) {
    rows.push({
      account: '',
      name: 'Earlier results not yet closed',
      debit: write(Math.max(earlierResults, 0)),
      credit: write(Math.max(-earlierResults, 0)),
    });
  }
  return {
    asAt,
    stage,
    rows,
    totalDebit: formatAmount(balance.totalDebit, currency),
    totalCredit: formatAmount(balance.totalCredit, currency),
    note: null,
  };
}

/** The rows of a trial balance file; the last has no account and holds the totals. */
export function trialBalanceRows(balance: TrialBalanceResponse): string[][] {
  return [
    ...balance.rows.map((row) => [row.account || 'earlier-results', row.name, row.debit, row.credit]),
    ['', 'Total', balance.totalDebit, balance.totalCredit],
  ];
}

/**
 * Adjusting flows of the year from before a date, with the later reversals that take them back: a reversal counts
 * exactly when what it reverses does.
 */
function adjustmentsBefore(
  db: Db,
  organisation: Organisation,
  view: LedgerView,
  start: CivilDate,
  before: CivilDate,
  asAt: CivilDate,
): LedgerFlow[] {
  const known = view.knownTo ?? Number.MAX_SAFE_INTEGER;
  const rows = db.all<{ account: AccountId; amount: number }>(sql`
    SELECT l.account AS account, sum(l.amount) AS amount
    FROM entry AS e
      LEFT JOIN entry AS o ON o.organisation = e.organisation AND o.place = e.reverses
      JOIN line AS l ON l.organisation = e.organisation AND l.entry = e.place
    WHERE e.organisation = ${organisation.id} AND e.stage = 'adjusting' AND e.date BETWEEN ${start} AND ${asAt}
      AND coalesce(o.date, e.date) < ${before} AND e.place <= ${known}
    GROUP BY l.account`);
  return rows.map((row) => ({
    account: row.account,
    stage: 'adjusting',
    amount: minor(row.amount),
  }));
}
