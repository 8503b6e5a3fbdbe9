import { paths, withQuery } from '@just-ledger/contract';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { api } from './request.js';

/** Which entries to list. */
export interface JournalFilter {
  readonly from: string;
  readonly to: string;
  readonly text?: string;
  readonly account?: string;
  readonly kind?: string;
  readonly source?: string;
  readonly contact?: string;
  readonly document?: string;
  readonly by?: string;
  readonly breakdowns?: string;
  readonly amount?: string;
  readonly amountFrom?: string;
  readonly amountTo?: string;
  readonly book?: string;
  readonly paper?: string;
  readonly reversed?: string;
}

/** Before all entries that there can be. */
const BEGINNING = '1900-01-01.0';

/** The journal, page by page: the newest first, or the oldest first. */
export const journalQuery = (id: number, filter: JournalFilter, order: 'newest' | 'oldest' = 'newest') =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'journal', filter, order],
    queryFn: async ({ pageParam }) => {
      const asked = { ...filter, limit: 100 };
      if (order === 'newest') return api.get(withQuery(paths.entries(id), { ...asked, after: pageParam }));
      const page = await api.get(withQuery(paths.entries(id), { ...asked, before: pageParam || BEGINNING }));
      return { ...page, entries: [...page.entries].reverse(), next: page.previous };
    },
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });

/** How many entries match, and what they come to. */
export const journalSumsQuery = (id: number, filter: JournalFilter) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'sums', filter],
    queryFn: () => api.get(withQuery(paths.entriesSums(id), { ...filter })),
  });

/** The latest entries that have the words of an explanation. */
export const entriesBeforeQuery = (id: number, text: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'before', text],
    queryFn: () => api.get(withQuery(paths.entries(id), { text, limit: 20 })),
    staleTime: 60_000,
  });

/** The latest entries that name a contact. */
export const entriesWithContactQuery = (id: number, contact: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'with contact', contact],
    queryFn: () => api.get(withQuery(paths.entries(id), { contact, limit: 20 })),
    staleTime: 60_000,
  });

/** What simple entries were said with before, the usual first. */
export const sentencesQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'sentences'],
    queryFn: () => api.get(paths.sentences(id)),
    staleTime: 60_000,
  });

/** Entries of a day that come to an amount. */
export const entriesOfAmountQuery = (id: number, day: string, amount: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'of amount', day, amount],
    queryFn: () => api.get(withQuery(paths.entries(id), { from: day, to: day, amount, limit: 50 })),
  });

/** Entries of a contact that may have a paper. */
export const entriesOfPaperQuery = (id: number, paper: string, contact: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'of paper', paper, contact],
    queryFn: () => api.get(withQuery(paths.entries(id), { text: paper, contact, limit: 50 })),
    retry: false,
  });

/** One entry. */
export const entryQuery = (id: number, number: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'entry', number],
    queryFn: () => api.get(paths.entry(id, number)),
  });

/** Entries that have something in common with one. */
export const relatedEntriesQuery = (id: number, number: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'related', number],
    queryFn: () => api.get(paths.relatedEntries(id, number)),
  });

/** What accounts usually see. @param accounts their numbers, parted by commas */
export const usualAmountsQuery = (id: number, accounts: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'usual amounts', accounts],
    queryFn: () => api.get(withQuery(paths.usualAmounts(id), { accounts })),
    staleTime: 60_000,
  });

/** The entries that are to be reversed by themselves and are not yet. */
export const plannedReversalsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'journal', 'planned reversals'],
    queryFn: () => api.get(paths.plannedReversals(id)),
  });

/** A draft as it was opened: it stays on its sheet as it is until somebody asks for it anew. */
export const openedDraftQuery = (id: number, draft: string) =>
  queryOptions({
    queryKey: ['opened draft', String(id), draft],
    queryFn: () => api.get(paths.draft(id, draft)),
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });

/** All patterns by their names. */
export const patternsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'patterns'],
    queryFn: () => api.get(paths.patterns(id)),
  });

/** All drafts that wait. */
export const draftsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'drafts'],
    queryFn: () => api.get(withQuery(paths.drafts(id), {})),
    staleTime: 0, // others prepare, send back and note as well
  });

/** A draft as it is by now. */
export const draftNowQuery = (id: number, draft: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'drafts', draft],
    queryFn: () => api.get(paths.draft(id, draft)),
    retry: false,
  });

/** Drafts that were discarded. */
export const discardedDraftsQuery = (id: number) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'drafts', 'discarded'],
    queryFn: () => api.get(withQuery(paths.drafts(id), { state: 'discarded' })),
  });

/** What happened to an entry before it was posted. */
export const entryTrailQuery = (id: number, number: string) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'entry', number, 'trail'],
    queryFn: () => api.get(paths.entryTrail(id, number)),
  });
