import type { ScreenRoute } from '../../ui/screen-route.js';

const statementsRoute: ScreenRoute = {
  stage: 'report',
  path: 'statements',
  label: 'Statements',
  lazy: () => import('./statements-screen.js'),
  goKey: 's',
  isWhole: true,
};

/** What reports are drawn up on, in their order. */
export const statementRoutes: readonly ScreenRoute[] = [statementsRoute];
