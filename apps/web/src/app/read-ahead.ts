import type { QueryClient } from '@tanstack/react-query';
import type { LoaderFunctionArgs } from 'react-router';
import { fiscalYearsQuery, organisationQuery } from '../api/books-queries.js';
import { screenAt } from './screens.js';

/**
 * Begins to fetch what an address of the books needs, all at once: books and screens, while it is still asked who is signed
 * in. Nobody waits for it. What is refused is forgotten, so that it is asked again by whoever signs in.
 */
export function readAhead(client: QueryClient, { params, request }: LoaderFunctionArgs): null {
  const { organisation = '', screen = '' } = params;
  const itself = organisationQuery(organisation);
  const years = fiscalYearsQuery(organisation);
  client.ensureQueryData(itself).catch(() => client.removeQueries({ queryKey: itself.queryKey }));
  client.ensureQueryData(years).catch(() => client.removeQueries({ queryKey: years.queryKey }));
  for (const path of [screen, new URL(request.url).searchParams.get('beside') ?? '']) {
    // what cannot be fetched is said where it is shown
    screenAt(path)
      ?.lazy()
      .catch(() => undefined);
  }
  return null;
}
