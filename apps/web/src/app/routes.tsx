import { type ReactNode, Suspense } from 'react';
import { Outlet, type RouteObject } from 'react-router';
import type { QueryClient } from '@tanstack/react-query';
import { StageOfScreen } from '../api/address.js';
import { ErrorBoundary } from '../ui/error-boundary.js';
import { Frame } from './frame.js';
import { readAhead } from './read-ahead.js';
import { screenAt } from './screens.js';
import { SessionGate } from './session-gate.js';

const stageOf = (screen: string): string => screenAt(screen)?.stage ?? 'record';

function Loading(): ReactNode {
  return <p className="visually-hidden">Loading</p>;
}

/** What holds everything: what goes wrong is told, what is on its way is waited for. */
function Root() {
  return (
    <ErrorBoundary>
      <StageOfScreen value={stageOf}>
        <Suspense fallback={<Loading />}>
          <Outlet />
        </Suspense>
      </StageOfScreen>
    </ErrorBoundary>
  );
}

/** Every address: those for whoever has a link, and those for whoever is signed in. */
export const routesFor = (client: QueryClient): RouteObject[] => [
  {
    Component: Root,
    HydrateFallback: Loading,
    children: [
      {
        path: '/invitation/:token',
        lazy: async () => ({ Component: (await import('../features/people/invitation-screen.js')).InvitationScreen }),
      },
      {
        path: '/new-password/:token',
        lazy: async () => ({
          Component: (await import('../features/people/new-password-screen.js')).NewPasswordScreen,
        }),
      },
      {
        Component: SessionGate,
        children: [
          {
            path: '/',
            lazy: async () => ({
              Component: (await import('../features/overview/organisations-screen.js')).OrganisationsScreen,
            }),
          },
          {
            path: '/begin',
            lazy: async () => ({ Component: (await import('../features/beginning/begin-screen.js')).BeginScreen }),
          },
          {
            path: '/from-archive',
            lazy: async () => ({
              Component: (await import('../features/archives/from-archive-screen.js')).FromArchiveScreen,
            }),
          },
          {
            path: '/:organisation/:stage?/:screen?',
            Component: Frame,
            loader: (args) => readAhead(client, args),
            // later screens ask for what they need themselves
            shouldRevalidate: () => false,
          },
        ],
      },
    ],
  },
];
