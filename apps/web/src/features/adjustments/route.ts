import type { ScreenRoute } from '../../ui/screen-route.js';

export const adjustmentsRoute: ScreenRoute = {
  stage: 'check',
  path: 'adjustments',
  label: 'Adjustments',
  lazy: () => import('./adjustments-screen.js'),
  goKey: 'a',
  isOfferedBeside: true,
  keys: [
    ['↑ ↓', 'date before, after'],
    ['Enter', 'open the date; in it, post it'],
  ],
};
