import type { ScreenRoute } from '../../ui/screen-route.js';

export const statementsRoute: ScreenRoute = {
  stage: 'report',
  path: 'statements',
  label: 'Statements',
  lazy: () => import('./statements-screen.js'),
  goKey: 's',
  isWhole: true,
};
