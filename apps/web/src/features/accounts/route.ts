import type { ScreenRoute } from '../../ui/screen-route.js';

export const chartRoute: ScreenRoute = {
  stage: 'prepare',
  path: 'chart',
  label: 'Chart of accounts',
  lazy: () => import('./chart-screen.js'),
  goKey: 'p',
  isOfferedBeside: true,
  keys: [
    ['↑ ↓ Home End', 'account before, after, first, last'],
    ['Enter', 'write number and name; Enter again keeps and goes on, Shift Enter stays, Esc leaves'],
    ['d', 'its other particulars'],
    ['a', 'add an account here'],
    ['>', 'put it under the account above'],
    ['<', 'take it out of its heading'],
    ['← →', 'fold a heading, unfold it'],
    ['l', 'its ledger'],
  ],
};
