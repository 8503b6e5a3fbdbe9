import type { ScreenRoute } from '../../ui/screen-route.js';

const statementsRoute: ScreenRoute = {
  stage: 'report',
  path: 'statements',
  label: 'Statements',
  lazy: () => import('./statements-screen.js'),
  goKey: 's',
  isWhole: true,
  keys: [
    ['↑ ↓ ← →', 'from figure to figure'],
    ['Enter', 'where a figure comes from, why it changed'],
  ],
};

const chartsRoute: ScreenRoute = {
  stage: 'report',
  path: 'charts',
  label: 'Charts',
  lazy: () => import('./charts-screen.js'),
  goKey: 'i',
  isWhole: true,
};

/** What reports are drawn up on, in their order. */
export const statementRoutes: readonly ScreenRoute[] = [statementsRoute, chartsRoute];
