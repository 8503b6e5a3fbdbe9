import type { ScreenRoute } from '../../ui/screen-route.js';

export const trialBalanceRoute: ScreenRoute = {
  stage: 'check',
  path: 'trial-balance',
  isReport: true,
  label: 'Trial balance',
  lazy: () => import('./trial-balance-screen.js'),
  goKey: 'c',
  isOfferedBeside: true,
  keys: [
    ['↑ ↓ Enter', 'account, open its ledger'],
    ['→ ←', 'heading: open, fold; account: figure by figure, those of values too'],
    ['e', 'adjusting entry on the account, this beside it'],
  ],
};

export const changedSinceRoute: ScreenRoute = {
  stage: 'check',
  path: 'changed-since',
  isReport: true,
  label: 'Changed since',
  lazy: () => import('./changed-since-screen.js'),
  goKey: 'h',
  isOfferedBeside: true,
  isOfLines: true,
};
