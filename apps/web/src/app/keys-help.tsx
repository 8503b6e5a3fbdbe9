import { Dialog, DialogContent, DialogTitle } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { useAddress } from '../api/address.js';
import { isInField } from '../ui/is-in-field.js';
import { screenAt, SCREENS } from './screens.js';

const EVERYWHERE: readonly (readonly [string, string])[] = [
  ['?', 'these keys'],
  ['g then p t r c l s', 'go to Prepare, Take on, Record, Check, Close (l), Report (s)'],
  ['n', 'a new entry'],
  ['Esc', 'leave a field, close what is open'],
];

/** Where the key after g leads. */
const GO = new Map(SCREENS.flatMap(({ goKey, path }) => (goKey ? [[goKey, path] as const] : [])));

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
      const target = going.current ? GO.get(event.key) : undefined;
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
            {[...(screenAt(screen)?.keys ?? []), ...EVERYWHERE].map(([key, does]) => (
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
