import { type Comparison, paths, withQuery } from '@just-ledger/contract';
import type { IncomeStatementForm } from '@just-ledger/core';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The income statement of a span. */
export const incomeStatementQuery = (
  id: number,
  from: string,
  to: string,
  form: IncomeStatementForm,
  beside?: Comparison,
) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'income-statement', from, to, form, beside],
    queryFn: () => api.get(withQuery(paths.incomeStatement(id), { from, to, form, beside })),
  });

/** The statement of changes in equity of a span. */
export const equityStatementQuery = (id: number, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'equity-statement', from, to],
    queryFn: () => api.get(withQuery(paths.equityStatement(id), { from, to })),
  });

/** The balance sheet at a date. */
export const balanceSheetQuery = (id: number, asAt: string, beside?: Comparison) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'balance-sheet', asAt, beside],
    queryFn: () => api.get(withQuery(paths.balanceSheet(id), { asAt, beside })),
  });
