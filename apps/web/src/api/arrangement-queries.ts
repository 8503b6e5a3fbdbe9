import { type ArrangedDaysQuery, type ArrangementRequest, paths, withQuery } from '@just-ledger/contract';
import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api } from './request.js';
import { useOrganisationMutation } from './use-organisation-mutation.js';

/** How the statements are arranged. */
export const arrangementQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'arrangement'],
    queryFn: () => api.get(paths.arrangement(id)),
  });

/** The statements as an arrangement would draw them; the ones before stay until they are there. */
export const arrangedStatementsQuery = (id: number, days: ArrangedDaysQuery, request: ArrangementRequest) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'arranged-statements', days, request],
    queryFn: () => api.post(withQuery(paths.arrangedStatements(id), { ...days }), request),
    placeholderData: keepPreviousData,
  });

/** Puts an arrangement in the place of the one before. */
export function useArrange(id: number) {
  return useOrganisationMutation((request: ArrangementRequest) => api.put(paths.arrangement(id), request));
}
