import { type KeptReportRequest, type KeptReportResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { useContext } from 'react';
import { StageOfScreen } from './address.js';
import { api } from './request.js';
import { useOrganisationMutation } from './use-organisation-mutation.js';

/** The reports that everybody has and one's own, by name. */
export const keptReportsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'kept-reports'],
    queryFn: () => api.get(paths.keptReports(id)),
  });

/** Keeps a report, or another in the place of one. */
export function useKeepReport(organisation: number, kept: KeptReportResponse | undefined) {
  return useOrganisationMutation((request: KeptReportRequest) =>
    kept
      ? api.put(paths.keptReport(organisation, kept.id), request)
      : api.post(paths.keptReports(organisation), request),
  );
}

/** Keeps a report no longer. */
export function useDropKeptReport(organisation: number) {
  return useOrganisationMutation(({ id, version }: KeptReportResponse) =>
    api.delete(paths.keptReport(organisation, id), { version }),
  );
}

/** What was kept, to be kept again or otherwise. */
export function requestOfKept({ span, from, to, ...kept }: KeptReportResponse): KeptReportRequest {
  const { name, screen, settings, shared } = kept;
  const days = span ? { span } : { ...(from && { from }), ...(to && { to }) };
  return { name, screen, settings, shared, ...days };
}

/** Where a kept report is shown, with its settings and the days that it has today. */
export function useKeptReportHref(organisation: number): (kept: KeptReportResponse) => string {
  const stageOf = useContext(StageOfScreen);
  return ({ id, screen, settings, from, to }) => {
    const query = new URLSearchParams(settings.map(({ key, value }) => [key, value]));
    if (from) query.set('from', from);
    if (to) query.set('to', to);
    query.set('kept', String(id));
    return `/${organisation}/${stageOf(screen)}/${screen}?${query.toString()}`;
  };
}
