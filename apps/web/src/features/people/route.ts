import type { ScreenRoute } from '../../ui/screen-route.js';

export const peopleRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'people',
  label: 'People',
  lazy: () => import('./people-screen.js'),
  isWhole: true,
};
