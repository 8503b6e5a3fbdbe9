import { type BoardPapersRequest, type BoardPapersResponse, paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';
import { useOrganisationMutation } from './use-organisation-mutation.js';

/** The board papers of an organisation, by name. */
export const boardPapersQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'board-papers'],
    queryFn: () => api.get(paths.everyBoardPapers(id)),
  });

/** Puts board papers together, or otherwise. */
export function useComposePapers(organisation: number, papers: BoardPapersResponse | undefined) {
  return useOrganisationMutation((request: BoardPapersRequest) =>
    papers
      ? api.put(paths.boardPapers(organisation, papers.id), request)
      : api.post(paths.everyBoardPapers(organisation), request),
  );
}

/** The papers that were issued, the latest first. */
export const issuedPapersQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'issued-papers'],
    queryFn: () => api.get(paths.issuedPapers(id)),
  });

/** Issues papers as they are drawn now. */
export function useIssuePapers(organisation: number) {
  return useOrganisationMutation(({ id }: BoardPapersResponse) =>
    api.post(paths.issuePapers(organisation, id), undefined),
  );
}

/** Takes board papers apart. */
export function useDropPapers(organisation: number) {
  return useOrganisationMutation(({ id, version }: BoardPapersResponse) =>
    api.delete(withQuery(paths.boardPapers(organisation, id), { version })),
  );
}
