import type { ScreenRoute } from '../../ui/screen-route.js';

export const breakdownsRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'breakdowns',
  label: 'Breakdowns',
  lazy: () => import('./breakdowns-screen.js'),
  isWhole: true,
};
