import type { ScreenRoute } from '../../ui/screen-route.js';
import { DraftsBadge } from './drafts-badge.js';

export const journalRoute: ScreenRoute = {
  stage: 'record',
  path: 'journal',
  isReport: true,
  label: 'Journal',
  lazy: () => import('./journal-screen.js'),
  goKey: 'r',
  isOfferedBeside: true,
  keys: [
    ['↑ ↓', 'entry before, after'],
    ['Enter', 'open or close the entry'],
    ['/', 'find'],
  ],
};

export const entryRoute: ScreenRoute = {
  stage: 'record',
  path: 'entry',
  label: 'Entry',
  lazy: () => import('./entry-screen.js'),
  isWhole: true,
  keys: [
    ['Tab, Enter', 'next cell; with Shift the one before'],
    ['↑ ↓', 'the cell above, below'],
    ['← →', 'the cell beside, while all of one is marked'],
    ['1200/3 or 15%*800', 'worked out in an amount'],
    ['=', 'put the missing amount in'],
    ['Alt ↑', 'repeat the line above'],
    ['Alt Shift ↑ ↓', 'move the line'],
    ['Alt Enter', 'put a line in above'],
    ['Alt Backspace', 'remove the line'],
    ['Alt .', 'breakdowns of the line'],
    ['Alt T', 'tax of the line'],
    ['Alt ↓', 'all accounts, those used before first'],
    ['Alt A', 'attach papers; they can be dropped too, also onto a line, or pasted'],
    ['Alt P', 'to the paper and back'],
    ['Alt R', 'reverse it by itself on the first of the next month, or not'],
    ['Alt L', 'the lines of the entry before with the same explanation'],
    ['Ctrl V', 'lines of a spreadsheet, with headings or without'],
    ['Ctrl Z', 'take the last step back'],
    ['Ctrl Y', 'do it again'],
    ['Ctrl Enter', 'post; in one line all that is held'],
    ['Alt S', 'one line or full entry'],
    ['Enter in one line', 'the next empty blank; where none is, holds the line, or keeps its correction'],
    ['↓ ↑ in one line', 'to the held lines and among them; Enter corrects one where it stands'],
    ['Alt ↑ in one line', 'the last held line again'],
    ['Alt Backspace in one line', 'drops the held line'],
    ['Esc in one line', 'leaves a held line as it was'],
  ],
};

export const draftsRoute: ScreenRoute = {
  stage: 'record',
  path: 'drafts',
  label: 'Drafts',
  lazy: () => import('./drafts-screen.js'),
  isWhole: true,
  keys: [
    ['↑ ↓', 'draft before, after'],
    ['Enter', 'open it'],
    ['Space', 'mark it'],
    ['Ctrl Enter', 'post it, or all that are marked'],
    ['b', 'send it back'],
    ['t', 'write a note on it'],
    ['Delete', 'discard it'],
  ],
  Badge: DraftsBadge,
};
