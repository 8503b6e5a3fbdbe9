import type { ScreenRoute } from '../../ui/screen-route.js';

export const keptReportsRoute: ScreenRoute = {
  stage: 'report',
  path: 'kept',
  label: 'Kept',
  lazy: () => import('./kept-reports-screen.js'),
  goKey: 'k',
  isWhole: true,
  keys: [
    ['↑ ↓', 'report before, after'],
    ['Enter', 'open it'],
  ],
};
