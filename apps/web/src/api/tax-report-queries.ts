import { paths, type TaxLinesResponse, type TaxReportRowResponse, withQuery } from '@just-ledger/contract';
import type { TaxGroup } from '@just-ledger/core';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** The tax of a period. */
export const taxReportQuery = (id: number, from: string, to: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'tax-report', from, to],
    queryFn: () => api.get(withQuery(paths.taxReport(id), { from, to })),
  });

/** Every settlement, the latest first. */
export const taxSettlementsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'tax-settlements'],
    queryFn: () => api.get(paths.taxSettlements(id)),
  });

/** A row of the report of a period. */
export interface TaxRowKey extends Pick<TaxReportRowResponse, 'code' | 'rate'> {
  readonly from: string;
  readonly to: string;
  readonly group: TaxGroup;
}

/** The entries behind a row, page by page. */
export const taxLinesQuery = (id: number, { from, to, code, rate, group }: TaxRowKey) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'tax-lines', from, to, code, rate, group],
    queryFn: ({ pageParam }): Promise<TaxLinesResponse> =>
      api.get(withQuery(paths.taxLines(id), { from, to, code, rate, group, ...(pageParam && { after: pageParam }) })),
    initialPageParam: '',
    getNextPageParam: ({ next }) => next ?? undefined,
  });
