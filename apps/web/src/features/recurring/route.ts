import type { ScreenRoute } from '../../ui/screen-route.js';
import { RecurringBadge } from './recurring-badge.js';

export const recurringRoute: ScreenRoute = {
  stage: 'record',
  path: 'recurring',
  label: 'Recurring',
  lazy: () => import('./recurring-screen.js'),
  isWhole: true,
  Badge: RecurringBadge,
};
