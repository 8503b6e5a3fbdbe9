import type { ScreenRoute } from '../../ui/screen-route.js';
import { PapersBadge } from './papers-badge.js';

export const papersRoute: ScreenRoute = {
  stage: 'record',
  path: 'papers',
  label: 'Papers',
  lazy: () => import('./papers-screen.js'),
  keys: [
    ['↑ ↓', 'paper before, after'],
    ['Enter', 'write its entry'],
    ['Ctrl V', 'a file or picture from the clipboard'],
    ['← →', 'page before, after, while the paper is looked at'],
    ['+ −', 'larger, smaller'],
    ['r', 'turn it'],
  ],
  Badge: PapersBadge,
};
