import type { ScreenRoute } from '../../ui/screen-route.js';
import { FindingsBadge } from './findings-badge.js';

export const findingsRoute: ScreenRoute = {
  stage: 'check',
  path: 'findings',
  label: 'Findings',
  lazy: () => import('./findings-screen.js'),
  goKey: 'q',
  isOfferedBeside: true,
  Badge: FindingsBadge,
  keys: [
    ['↑ ↓', 'finding'],
    ['Enter', 'go to what it is about'],
    ['b', 'looked at, because …'],
  ],
};
