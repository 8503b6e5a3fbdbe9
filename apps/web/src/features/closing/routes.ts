import type { ScreenRoute } from '../../ui/screen-route.js';
import { YearEndBadge } from './year-end-badge.js';

export const monthsRoute: ScreenRoute = {
  stage: 'close',
  path: 'months',
  label: 'Months',
  lazy: () => import('./months-screen.js'),
  goKey: 'l',
};

export const yearEndRoute: ScreenRoute = {
  stage: 'close',
  path: 'year-end',
  label: 'Year end',
  lazy: () => import('./year-end-screen.js'),
  isWhole: true,
  Badge: YearEndBadge,
  keys: [['Ctrl Enter', 'post the closing entries']],
};
