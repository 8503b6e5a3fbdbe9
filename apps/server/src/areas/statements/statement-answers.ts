import type { BalanceSheetResponse, StatementRowResponse } from '@just-ledger/contract';
import {
  type Chart,
  type ComparedRow,
  comparedRows,
  formatAmount,
  type Minor,
  type StatementRow,
} from '@just-ledger/core';
import type { Organisation } from '../organisations/organisation-store.js';

/** The columns of an income statement or balance sheet file; the last only if another stands beside it. */
export const STATEMENT_COLUMNS = ['row', 'key', 'label', 'account', 'amount', 'earlier'] as const;

/** The rows of an income statement or balance sheet file. */
export function statementRows({ rows, beside }: Pick<BalanceSheetResponse, 'rows' | 'beside'>): string[][] {
  return rows.map(({ row, key, label, account, amount, earlier }) => [
    row,
    key,
    label,
    account ?? '',
    amount ?? '',
    ...(beside ? [earlier ?? ''] : []),
  ]);
}

/** What stands over a statement. */
export function heading(organisation: Organisation, title: string, dateLine: string, note: string | null) {
  return { organisation: organisation.name, title, dateLine, currency: organisation.baseCurrency, note };
}

/** Rows as they go over the wire, with those of an earlier statement beside them if there is one. */
export function rowAnswers(
  organisation: Organisation,
  chart: Chart,
  now: readonly StatementRow[],
  earlier: readonly StatementRow[] | undefined,
): StatementRowResponse[] {
  const write = (amount: Minor | undefined): string | null =>
    amount === undefined ? null : formatAmount(amount, organisation.baseCurrency);
  const rows: readonly ComparedRow[] = earlier ? comparedRows(chart, now, earlier) : now;
  return rows.map((row) => ({
    row: row.row,
    key: row.key,
    label: row.label,
    account: row.account?.number ?? null,
    amount: write(row.amount),
    earlier: write(row.earlier),
  }));
}
