import type { ScreenRoute } from '../../ui/screen-route.js';
import { RecurringBadge } from './recurring-badge.js';

export const recurringRoute: ScreenRoute = {
  stage: 'record',
  path: 'recurring',
  label: 'Recurring',
  lazy: () => import('./recurring-screen.js'),
  isWhole: true,
  keys: [
    ['↑ ↓', 'date before, after'],
    ['Enter', 'open the date; in it, post it'],
  ],
  Badge: RecurringBadge,
};
