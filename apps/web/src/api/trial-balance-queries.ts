import { paths, withQuery } from '@just-ledger/contract';
import type { TrialBalanceStage } from '@just-ledger/core';
import { queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** A trial balance at a date, in one of its stages. */
export const trialBalanceQuery = (
  id: number,
  asAt: string,
  stage: TrialBalanceStage,
  zeros: boolean,
  asKnownOn: string,
) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'trial-balance', asAt, stage, zeros, asKnownOn],
    queryFn: () =>
      api.get(withQuery(paths.trialBalance(id), { asAt, stage, zeros: zeros ? 'true' : undefined, asKnownOn })),
  });
