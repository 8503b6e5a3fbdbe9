import type { ScreenRoute } from '../../ui/screen-route.js';

export const taxCodesRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'tax-codes',
  label: 'Tax codes',
  lazy: () => import('./tax-codes-screen.js'),
  isWhole: true,
};
