import type { ScreenRoute } from '../../ui/screen-route.js';

export const proofsRoute: ScreenRoute = {
  stage: 'check',
  path: 'proofs',
  label: 'Proofs',
  lazy: () => import('./proofs-screen.js'),
  goKey: 'v',
  isOfferedBeside: true,
};
