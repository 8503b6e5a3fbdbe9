import {
  type BoardPapersRequest,
  type BoardPapersResponse,
  type IssuePapersRequest,
  type PapersSendingRequest,
  paths,
  type SendPapersRequest,
  withQuery,
} from '@just-ledger/contract';
import type { PaperSize } from '@just-ledger/core';
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

/** Issues papers as they are drawn now, and sends them where that is said. */
export function useIssuePapers(organisation: number) {
  return useOrganisationMutation(
    ({ papers, message, size }: { papers: BoardPapersResponse; message: IssuePapersRequest; size: PaperSize }) =>
      api.post(withQuery(paths.issuePapers(organisation, papers.id), { size }), message),
  );
}

/** Says where papers go when they are issued, and when that happens by itself. */
export function useSetPapersSending(organisation: number, papers: number) {
  return useOrganisationMutation((request: PapersSendingRequest) =>
    api.put(paths.papersSending(organisation, papers), request),
  );
}

/** Sends papers that were issued. */
export function useSendPapers(organisation: number, index: number) {
  return useOrganisationMutation((request: SendPapersRequest) =>
    api.post(paths.sendPapers(organisation, index), request),
  );
}

/** Takes board papers apart. */
export function useDropPapers(organisation: number) {
  return useOrganisationMutation(({ id, version }: BoardPapersResponse) =>
    api.delete(paths.boardPapers(organisation, id), { version }),
  );
}
