import type { ScreenRoute } from '../../ui/screen-route.js';

export const currenciesRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'currencies',
  label: 'Currencies',
  lazy: () => import('./currencies-screen.js'),
  isWhole: true,
};
