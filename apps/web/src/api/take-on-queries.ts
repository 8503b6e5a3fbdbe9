import { paths, type TakeOnResponse, type TrayRowsResponse } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { request } from './request.js';

/** How the take-on stands. */
export const takeOnQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'take-on'],
    queryFn: () => request<TakeOnResponse>('GET', paths.takeOn(id)),
  });

/** The rows of a tray, and what explains its difference. */
export const trayQuery = (id: number, tray: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'take-on', 'tray', tray],
    queryFn: () => request<TrayRowsResponse>('GET', paths.tray(id, tray)),
  });
