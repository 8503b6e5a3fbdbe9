import type { ScreenRoute } from '../../ui/screen-route.js';

export const changesRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'changes',
  label: 'Changes',
  lazy: () => import('./changes-screen.js'),
  isWhole: true,
};
