import { paths } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** How the take-on stands. */
export const takeOnQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'take-on'],
    queryFn: () => api.get(paths.takeOn(id)),
  });

/** The rows of a tray, and what explains its difference. */
export const trayQuery = (id: number, tray: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'take-on', 'tray', tray],
    queryFn: () => api.get(paths.tray(id, tray)),
  });
