import { useEffect, useRef, useState } from 'react';
import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useAddress } from './address.js';

const EVERYWHERE: readonly (readonly [string, string])[] = [
  ['?', 'these keys'],
  ['g then p t r c l s', 'go to Prepare, Take on, Record, Check, Close (l), Report (s)'],
  ['n', 'a new entry'],
  ['Esc', 'leave a field, put away what is open'],
];

const OF_SCREEN: Readonly<Record<string, readonly (readonly [string, string])[]>> = {
  entry: [
    ['Tab, Enter', 'next cell'],
    ['1200/3 or 15%*800', 'worked out in an amount'],
    ['=', 'put the missing amount in'],
    ['Alt ↑', 'repeat the line above'],
    ['Alt Backspace', 'take the line away'],
    ['Alt .', 'breakdowns of the line'],
    ['Ctrl Enter', 'post'],
  ],
  bench: [
    ['Tab, Enter', 'next cell; the last row leads to a new one'],
    ['Alt Backspace', 'take the row away'],
    ['Ctrl Enter', 'post the tray'],
    ['Ctrl V', 'paste cells of a spreadsheet, with or without headings'],
  ],
  journal: [
    ['↑ ↓', 'entry before, after'],
    ['Enter', 'open or close the entry'],
    ['/', 'find'],
  ],
  chart: [
    ['↑ ↓ Home End', 'account before, after, first, last'],
    ['Enter', 'write number and name; Enter again keeps and goes on, Shift Enter stays, Esc leaves'],
    ['d', 'its other particulars'],
    ['a', 'add an account here'],
    ['>', 'put it under the account above'],
    ['<', 'take it out of its heading'],
    ['← →', 'fold a heading, unfold it'],
    ['l', 'its ledger'],
  ],
  'trial-balance': [['↑ ↓ Enter', 'account, open its ledger']],
  'year-end': [['Ctrl Enter', 'post the closing entries']],
};

const GO: Readonly<Record<string, string>> = {
  p: 'chart',
  t: 'bench',
  r: 'journal',
  c: 'trial-balance',
  l: 'months',
  s: 'statements',
};

/** The keys of the screen at hand, and those that work everywhere; none of them acts inside a field. */
export function KeysHelp({ screen }: { screen: string }) {
  const address = useAddress();
  const [isOpen, setOpen] = useState(false);
  const going = useRef(false);
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key === 'Escape' && isInField(event.target) && !isChoosing(event.target))
        (event.target as HTMLElement).blur();
      if (event.ctrlKey || event.metaKey || event.altKey || isInField(event.target)) return;
      const target = going.current ? GO[event.key] : undefined;
      going.current = event.key === 'g';
      if (event.key === '?') setOpen(true);
      else if (target) address.go(target);
      else if (event.key === 'n') {
        event.preventDefault();
        address.go('entry');
        document.querySelector<HTMLElement>('[data-typing] input')?.focus();
      }
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [address]);
  return (
    <Dialog open={isOpen} onClose={() => setOpen(false)} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <table className="ruled">
          <tbody>
            {[...(OF_SCREEN[screen] ?? []), ...EVERYWHERE].map(([key, does]) => (
              <tr key={key}>
                <td className="nowrap">
                  <kbd>{key}</kbd>
                </td>
                <td>{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </DialogContent>
    </Dialog>
  );
}

/** Whether a list hangs open under the field, or a dialog holds it: Escape is theirs then. */
function isChoosing(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.getAttribute('aria-expanded') === 'true' || target.closest('[role="dialog"]') !== null)
  );
}

/** Whether a key is being typed into something; within a sheet that is typed into every key is. */
export function isInField(target: EventTarget | null): boolean {
  return (
    target instanceof HTMLElement &&
    (target.isContentEditable ||
      /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) ||
      target.closest('[role="dialog"], [data-typing]') !== null)
  );
}
