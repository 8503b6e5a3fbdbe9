import '@fontsource-variable/public-sans/wght.css';
import '@fontsource-variable/source-serif-4/wght.css';
import './theme/ledger.css';
import { StrictMode, Suspense, useState } from 'react';
import { createRoot } from 'react-dom/client';
import { ThemeProvider } from '@mui/material/styles';
import { MutationCache, QueryCache, QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { BrowserRouter, Route, Routes } from 'react-router';
import { ErrorBoundary } from './frame/error-boundary.js';
import { setOwnWays } from './fields/own-ways.js';
import { Frame } from './frame/frame.js';
import { ServerNotice } from './frame/server-notice.js';
import { FromArchiveScreen } from './archives/from-archive-screen.js';
import { BeginScreen } from './organisations/begin-screen.js';
import { OrganisationsScreen } from './organisations/organisations-screen.js';
import { InvitationScreen } from './people/invitation-screen.js';
import { NewPasswordScreen } from './people/new-password-screen.js';
import { RequestRefused } from './request/request.js';
import { SessionEnded } from './sessions/session-ended.js';
import { sessionQuery, useSession } from './sessions/session-queries.js';
import { SignInScreen } from './sessions/sign-in-screen.js';
import { theme } from './theme/theme.js';

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

/** Who is let in; a session that ends is taken up again over the desk, which stays as it is. */
function Door() {
  const session = useSession();
  setOwnWays(session.person?.preferences);
  const [email, setEmail] = useState(session.person?.email);
  if (session.person && session.person.email !== email) setEmail(session.person.email);
  if (!email) return <SignInScreen firstRun={session.firstRun} />;
  return (
    <>
      <ServerNotice />
      <Routes>
        <Route path="/" element={<OrganisationsScreen />} />
        <Route path="/begin" element={<BeginScreen />} />
        <Route path="/from-archive" element={<FromArchiveScreen />} />
        <Route path="/:organisation/:stage?/:screen?" element={<Frame />} />
      </Routes>
      {!session.person && <SessionEnded email={email} />}
    </>
  );
}

createRoot(document.getElementById('root') as HTMLElement).render(
  <StrictMode>
    <ThemeProvider theme={theme}>
      <QueryClientProvider client={client}>
        <BrowserRouter>
          <ErrorBoundary>
            <Suspense fallback={<p className="visually-hidden">Loading</p>}>
              <Routes>
                <Route path="/invitation/:token" element={<InvitationScreen />} />
                <Route path="/new-password/:token" element={<NewPasswordScreen />} />
                <Route path="*" element={<Door />} />
              </Routes>
            </Suspense>
          </ErrorBoundary>
        </BrowserRouter>
      </QueryClientProvider>
    </ThemeProvider>
  </StrictMode>,
);
