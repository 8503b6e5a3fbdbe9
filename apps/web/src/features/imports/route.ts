import type { ScreenRoute } from '../../ui/screen-route.js';

export const filesRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'files',
  label: 'Files',
  lazy: () => import('./files-screen.js'),
  isWhole: true,
};
