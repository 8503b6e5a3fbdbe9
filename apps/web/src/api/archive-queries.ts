import { type ArchiveResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api, RequestRefused } from './request.js';

/** An archive on its way in, looked at again as long as it works; null once it is no longer there. */
export const archiveQuery = (archive: string) =>
  queryOptions({
    queryKey: ['archive', archive],
    queryFn: async (): Promise<ArchiveResponse | null> => {
      try {
        return await api.get(paths.archive(archive));
      } catch (error) {
        if (error instanceof RequestRefused && error.details.status === 404) return null;
        throw error;
      }
    },
    enabled: archive !== '',
    refetchInterval: ({ state: { data } }) => (data?.state === 'reading' || data?.state === 'writing' ? 250 : false),
  });
