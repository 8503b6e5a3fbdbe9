import type { ScreenRoute } from '../../ui/screen-route.js';
import { TakeOnBadge } from './take-on-badge.js';

export const benchRoute: ScreenRoute = {
  stage: 'take-on',
  path: 'bench',
  label: 'Opening balances',
  lazy: () => import('./bench-screen.js'),
  goKey: 't',
  isWhole: true,
  Badge: TakeOnBadge,
  keys: [
    ['Tab, Enter', 'next cell; the last row leads to a new one'],
    ['Alt Backspace', 'remove the row'],
    ['Ctrl Enter', 'post the tray'],
    ['Ctrl V', 'paste cells of a spreadsheet, with or without headings'],
  ],
};
