import type { ScreenRoute } from '../../ui/screen-route.js';

export const gatherRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'gather',
  label: 'To gather',
  lazy: () => import('./gathering-screen.js'),
  isWhole: true,
};
