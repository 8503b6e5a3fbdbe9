import { paths, withQuery } from '@just-ledger/contract';
import type { IncomeStatementForm, Rounding } from '@just-ledger/core';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** What stands beside the days of a statement, as the address keeps it; see `columnsOf`. */
export interface StatementColumnsAsked {
  readonly columns?: string | undefined;
  readonly change?: 'true' | undefined;
  readonly rounding?: Rounding | undefined;
  readonly asKnownOn?: string | undefined;
}

/** The days of a statement, and what stands beside them. */
export interface StatementAsked extends StatementColumnsAsked {
  readonly from: string;
  readonly to: string;
}

/** The income statement of a span. */
export const incomeStatementQuery = (id: number, asked: StatementAsked & { readonly form: IncomeStatementForm }) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'income-statement', asked],
    queryFn: () => api.get(withQuery(paths.incomeStatement(id), { ...asked })),
  });

/** The statement of changes in equity of a span. */
export const equityStatementQuery = (id: number, asked: StatementAsked) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'equity-statement', asked],
    queryFn: () => api.get(withQuery(paths.equityStatement(id), { ...asked })),
  });

/** The balance sheet at the end of a span. */
export const balanceSheetQuery = (id: number, { to: asAt, ...asked }: StatementAsked) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'balance-sheet', asAt, asked],
    queryFn: () => api.get(withQuery(paths.balanceSheet(id), { ...asked, asAt })),
  });

/** The cash-flow statement of a span. */
export const cashFlowQuery = (id: number, asked: StatementAsked) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'cash-flow-statement', asked],
    queryFn: () => api.get(withQuery(paths.cashFlow(id), { ...asked })),
  });

/** The charts of some days. */
export const chartsQuery = (id: number, days: { readonly from: string; readonly to: string }) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'charts', days],
    queryFn: () => api.get(withQuery(paths.charts(id), days)),
  });
