import { type ImportResponse, paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api, RequestRefused } from './request.js';

/** Whether an import works by itself just now. */
export function isBusy({ state }: ImportResponse): boolean {
  return ['reading', 'checking', 'writing', 'posting'].includes(state);
}

/** An import on its way, looked at again as long as it works; null once it is no longer there. */
export const importQuery = (id: number, job: string) =>
  queryOptions({
    // not under the organisation: what the import itself changes shall not make it be read again
    queryKey: ['import', id, job],
    queryFn: async (): Promise<ImportResponse | null> => {
      try {
        return await api.get(paths.import(id, job));
      } catch (error) {
        if (error instanceof RequestRefused && error.details.status === 404) return null;
        throw error;
      }
    },
    enabled: job !== '',
    refetchInterval: ({ state: { data } }) => (data && isBusy(data) ? 250 : false),
  });
