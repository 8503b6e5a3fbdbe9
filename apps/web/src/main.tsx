import '@fontsource-variable/public-sans/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { StrictMode } from 'react';
import { createRoot } from 'react-dom/client';
import { createBrowserRouter } from 'react-router';
import { RouterProvider } from 'react-router/dom';
import { joinTabs } from './api/open-tabs.js';
import { RequestRefused } from './api/request.js';
import { sessionQuery } from './api/session-queries.js';
import { routesFor } from './app/routes.js';
import './ui/theme/base.css';
import { Look } from './ui/theme/look.js';

/** A session that has ended is noticed by whatever asks next. */
const onError = (error: Error): void => {
  if (
    error instanceof RequestRefused &&
    error.details.status === 401 &&
    error.details.problems[0]?.code === 'signed-out'
  ) {
    void client.invalidateQueries({ queryKey: sessionQuery.queryKey });
  }
};
const client = new QueryClient({
  queryCache: new QueryCache({ onError }),
  mutationCache: new MutationCache({ onError }),
  defaultOptions: {
    // the server may run on this very machine: whether there is a network says nothing about it
    mutations: { networkMode: 'always' },
    queries: {
      networkMode: 'always',
      retry: (count, error) => !(error instanceof RequestRefused) && count < 2,
      staleTime: 15_000,
      refetchOnWindowFocus: true,
    },
  },
});

joinTabs();
void client.prefetchQuery(sessionQuery);

const router = createBrowserRouter(routesFor(client));

const root = document.getElementById('root');
if (!root) throw new Error('index.html has no element for the application');

createRoot(root).render(
  <StrictMode>
    <Look>
      <QueryClientProvider client={client}>
        <RouterProvider router={router} />
      </QueryClientProvider>
    </Look>
  </StrictMode>,
);
