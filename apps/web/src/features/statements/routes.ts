import type { ScreenRoute } from '../../ui/screen-route.js';

const statementsRoute: ScreenRoute = {
  stage: 'report',
  path: 'statements',
  isReport: true,
  label: 'Statements',
  lazy: () => import('./statements-screen.js'),
  goKey: 's',
  isWhole: true,
  keys: [
    ['↑ ↓ ← →', 'from figure to figure'],
    ['Enter', 'where a figure comes from, why it changed'],
    ['t', 'a note on the figure whose source is open'],
  ],
};

const chartsRoute: ScreenRoute = {
  stage: 'report',
  path: 'charts',
  isReport: true,
  label: 'Charts',
  lazy: () => import('./charts-screen.js'),
  goKey: 'i',
  isWhole: true,
};

const arrangementRoute: ScreenRoute = {
  stage: 'report',
  path: 'arrangement',
  label: 'Arrangement',
  lazy: () => import('./arrangement-screen.js'),
  goKey: 'o',
  isWhole: true,
  keys: [
    ['↑ ↓', 'row before, after'],
    ['Alt ↑ ↓', 'move it'],
    ['Space', 'mark it; Shift ↑ ↓ marks on'],
    ['t', 'put what is marked under a name'],
    ['o', 'draw a name as one figure, or list its accounts'],
    ['Del', 'take it out of its name'],
    ['Enter', 'other words'],
    ['u', 'as usual'],
    ['Ctrl Z', 'take the last step back'],
    ['Ctrl Enter', 'save it'],
  ],
};

/** What reports are drawn up on, in their order. */
export const statementRoutes: readonly ScreenRoute[] = [statementsRoute, chartsRoute, arrangementRoute];
