import { searchWords } from '@just-ledger/core';
import { Dialog, DialogContent, DialogTitle, TextField } from '@mui/material';
import { useState } from 'react';
import { type Options, useHotkeys } from 'react-hotkeys-hook';
import { useAddress } from '../api/address.js';
import { isInField } from '../ui/is-in-field.js';
import { KeyCap } from '../ui/key-cap.js';
import ruled from '../ui/ruled.module.css';
import { screenAt, SCREENS } from './screens.js';

const EVERYWHERE: readonly (readonly [string, string])[] = [
  ['?', 'these keys'],
  ['g then p t r c l s', 'go to Prepare, Take on, Record, Check, Close (l), Report (s)'],
  ['f', 'find anything: accounts, entries, contacts, papers, screens, an amount, a date'],
  ['Alt Q', 'the same, while something is typed'],
  ['n', 'a new entry'],
  ['Alt ↓', 'the calendar of a date'],
  ['Esc', 'leave a field, close what is open'],
];

/** None of these keys acts while something is typed. */
const OUTSIDE_FIELDS: Options = { useKey: true, ignoreEventWhen: ({ target }) => isInField(target) };

/** Where the key after g leads. */
const GO = new Map(SCREENS.flatMap(({ goKey, path }) => (goKey ? [[goKey, path] as const] : [])));

/** The keys of the screen at hand, and those that work everywhere; none of them acts inside a field. */
export function KeysHelp({ screen }: { screen: string }) {
  const address = useAddress();
  const [isOpen, setOpen] = useState(false);
  const [typed, setTyped] = useState('');
  useHotkeys(
    'esc',
    ({ target }) => {
      if (target instanceof HTMLElement && isInField(target) && !isChoosing(target)) target.blur();
    },
    { enableOnFormTags: true },
  );
  useHotkeys(
    ['?', 'shift+?'],
    () => {
      setTyped('');
      setOpen(true);
    },
    { ...OUTSIDE_FIELDS, preventDefault: true },
  );
  useHotkeys(
    [...GO.keys()].map((key) => `g>${key}`),
    ({ target }, { keys }) => {
      const screen = GO.get(keys?.at(-1) ?? '');
      if (screen && !isInField(target)) address.go(screen);
    },
    { useKey: true },
  );
  useHotkeys(
    'n',
    () => {
      address.go('entry');
      document.querySelector<HTMLElement>('[data-typing] input')?.focus();
    },
    { ...OUTSIDE_FIELDS, preventDefault: true },
  );
  const sought = searchWords(typed);
  const keys = [...(screenAt(screen)?.keys ?? []), ...EVERYWHERE].filter((row) => {
    const words = searchWords(row.join(' '));
    // a mark such as = is no word
    if (sought.length === 0) return row.join(' ').includes(typed.trim());
    return sought.every((typed) => words.some((word) => word.startsWith(typed)));
  });
  return (
    <Dialog open={isOpen} onClose={() => setOpen(false)} aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent>
        <TextField
          autoFocus
          fullWidth
          label="Find a key"
          value={typed}
          onChange={(event) => setTyped(event.target.value)}
        />
        <table className={ruled.table}>
          <tbody>
            {keys.map(([key, does]) => (
              <tr key={`${key} ${does}`}>
                <td className="nowrap">
                  <KeyCap>{key}</KeyCap>
                </td>
                <td>{does}</td>
              </tr>
            ))}
          </tbody>
        </table>
        {keys.length === 0 && <p className="soft">No key here does that.</p>}
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
