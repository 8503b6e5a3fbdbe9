import { type FactsOfDateRequest, paths, withQuery } from '@just-ledger/contract';
import { keepPreviousData, queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** All recurring journals with their dates in the fiscal year of a day. */
export const recurringQuery = (id: number, asAt: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', asAt],
    queryFn: () => api.get(withQuery(paths.recurringJournals(id), { asAt })),
  });

/** What is late, the months that come, and what the server did by itself. */
export const timeLineQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', 'time-line'],
    queryFn: () => api.get(paths.recurringTimeLine(id)),
  });

/** The dates of a recurring journal up to a day, and what they come to. */
export const recurringPreviewQuery = (id: number, journal: number, until?: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', 'preview', journal, until ?? ''],
    queryFn: () => api.get(withQuery(paths.recurringPreview(id, journal), { until })),
  });

/** The days on which no business is done. */
export const holidaysQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'holidays'],
    queryFn: () => api.get(paths.holidays(id)),
  });

/** Entries that look as if they came from one schedule. */
export const alikeQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', 'alike'],
    queryFn: () => api.get(paths.recurringAlike(id)),
  });

/** How many dates are due, and what the server did by itself. */
export const recurringStandingQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', 'standing'],
    queryFn: () => api.get(paths.recurringStanding(id)),
  });

/** What a date would post, with what is known of it only. @param facts as JSON; empty for nothing */
export const reckoningQuery = (id: number, journal: number, date: string, facts: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'recurring', 'reckoning', journal, date, facts],
    queryFn: () => {
      const known: FactsOfDateRequest = JSON.parse(facts || '{}');
      return api.post(paths.reckonOccurrence(id, journal), { ...known, date });
    },
    enabled: facts !== '',
    retry: false,
    placeholderData: keepPreviousData,
  });
