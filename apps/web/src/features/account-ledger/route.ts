import type { ScreenRoute } from '../../ui/screen-route.js';

export const accountRoute: ScreenRoute = {
  stage: 'check',
  path: 'account',
  label: 'Account',
  lazy: () => import('./account-screen.js'),
  isOfLines: true,
};
