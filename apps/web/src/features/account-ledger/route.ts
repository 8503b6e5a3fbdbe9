import type { ScreenRoute } from '../../ui/screen-route.js';

export const accountRoute: ScreenRoute = {
  stage: 'check',
  path: 'account',
  isReport: true,
  label: 'Account',
  lazy: () => import('./account-screen.js'),
  isOfLines: true,
};
