import type { ScreenRoute } from '../../ui/screen-route.js';

export const taxReportRoute: ScreenRoute = {
  stage: 'report',
  path: 'tax',
  isReport: true,
  label: 'Tax',
  lazy: () => import('./tax-report-screen.js'),
  goKey: 'x',
  keys: [
    ['↑ ↓ Enter', 'code, the entries behind it'],
    ['Esc', 'back to the accounts of tax'],
  ],
};
