import { type FigureLinesQuery, paths, withQuery } from '@just-ledger/contract';
import { infiniteQueryOptions, queryOptions } from '@tanstack/react-query';
import { api } from '../../api/request.js';
import type { FigureAsked } from './asked-figure.js';

/** What a figure is made of. */
export const figureQuery = (id: number, figure: FigureAsked, asKnownOn: string | undefined) =>
  queryOptions({
    queryKey: ['organisation', String(id), 'figure', figure, asKnownOn],
    queryFn: () => api.get(withQuery(paths.figure(id), { ...figure, asKnownOn: figure.asKnownOn ?? asKnownOn })),
  });

/** The lines that a figure is made of, page by page, the latest first. */
export const figureLinesQuery = (id: number, lines: FigureLinesQuery, asKnownOn: string | undefined) =>
  infiniteQueryOptions({
    queryKey: ['organisation', String(id), 'figure-lines', lines, asKnownOn],
    queryFn: ({ pageParam }) => api.get(withQuery(paths.figureLines(id), { ...lines, asKnownOn, after: pageParam })),
    initialPageParam: '',
    getNextPageParam: (page) => page.next ?? undefined,
  });
