import type { ScreenRoute } from '../../ui/screen-route.js';

export const agedRoute: ScreenRoute = {
  stage: 'check',
  path: 'aged',
  isReport: true,
  label: 'Aged balances',
  lazy: () => import('./aged-screen.js'),
  isOfLines: true,
};

export const contactRoute: ScreenRoute = {
  stage: 'check',
  path: 'contact',
  label: 'Statement of account',
  lazy: () => import('./statement-of-account-screen.js'),
  isOfLines: true,
};
