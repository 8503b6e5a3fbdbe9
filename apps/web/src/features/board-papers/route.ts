import type { ScreenRoute } from '../../ui/screen-route.js';

export const boardPapersRoute: ScreenRoute = {
  stage: 'report',
  path: 'board-papers',
  label: 'Board papers',
  lazy: () => import('./board-papers-screen.js'),
  goKey: 'b',
  isWhole: true,
  keys: [
    ['Alt ↑ ↓', 'move a report'],
    ['Del', 'take a report out'],
  ],
};
