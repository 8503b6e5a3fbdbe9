import type { TrialBalanceQuery, TrialBalanceResponse } from '@just-ledger/contract';
import {
  type CivilDate,
  type CurrencyCode,
  formatAmount,
  minor,
  trialBalance,
  type TrialBalance,
  type TrialBalanceStage,
  ZERO,
} from '@just-ledger/core';
import type { Db } from '../../platform/database/connection.js';
import { loadChart } from '../accounts/account-store.js';
import { flowsKnownAt } from '../earlier-years/old-books.js';
import { ledgerView, stageStart } from '../ledger/ledger-view.js';
import type { Organisation } from '../organisations/organisation-store.js';
import { reportDate } from '../organisations/report-dates.js';
import { adjustmentsBefore } from './adjusting-entries.js';

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
  const start = stageStart(db, organisation, view, asAt);
  const adjustmentsFrom = reportDate(query.adjustmentsFrom, 'adjustmentsFrom', organisation, today, start ?? asAt);
  const keptAdjustments =
    stage === 'unadjusted' && start !== undefined && adjustmentsFrom > start
      ? adjustmentsBefore(db, organisation, view, { start, before: adjustmentsFrom, asAt })
      : [];
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
