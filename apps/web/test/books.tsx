import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { type ReactNode, Suspense, useState } from 'react';
import { MemoryRouter, Route, Routes } from 'react-router';

/** Books that were read already, around a part of a screen: nothing is asked of a server. */
export function Books({ children, client: given }: { children: ReactNode; client?: QueryClient }) {
  const [client] = useState(() => given ?? booksRead());
  return (
    <QueryClientProvider client={client}>
      <MemoryRouter initialEntries={['/1/record/journal']}>
        <Suspense>
          <Routes>
            <Route path=":organisation/:stage/:screen" element={children} />
          </Routes>
        </Suspense>
      </MemoryRouter>
    </QueryClientProvider>
  );
}

/** What was read of the books; more can be put beside it. */
export function booksRead(): QueryClient {
  const client = new QueryClient({ defaultOptions: { queries: { staleTime: Infinity, retry: false } } });
  client.setQueryData(['session'], {
    person: { email: 'wren@sallow-reach.test', name: 'Wren' },
    today: '2027-01-18',
  });
  client.setQueryData(['organisation', '1', 'itself'], {
    id: 1,
    name: 'Sallow Reach',
    baseCurrency: 'EUR',
    firstDay: '2026-01-01',
    fiscalYearStartMonth: 1,
    fiscalYearStartDay: 1,
    role: 'owner',
  });
  client.setQueryData(['organisation', '1', 'fiscal-years'], {
    today: '2027-01-18',
    years: [{ year: '2027', from: '2027-01-01', to: '2027-12-31', periods: [] }],
  });
  return client;
}
