import type { ScreenRoute } from '../../ui/screen-route.js';

export const trialBalanceRoute: ScreenRoute = {
  stage: 'check',
  path: 'trial-balance',
  label: 'Trial balance',
  lazy: () => import('./trial-balance-screen.js'),
  goKey: 'c',
  isOfferedBeside: true,
  keys: [['↑ ↓ Enter', 'account, open its ledger']],
};
