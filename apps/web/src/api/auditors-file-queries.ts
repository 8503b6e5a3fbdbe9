import { paths, withQuery } from '@just-ledger/contract';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** What the auditor's file of a year would hold. @param year its label */
export const auditorsFileQuery = (id: number, year: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'auditors-file', year],
    queryFn: () => api.get(withQuery(paths.auditorsFile(id), { year })),
  });
