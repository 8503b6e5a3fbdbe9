import { TextField } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { useHotkeys } from 'react-hotkeys-hook';
import { isInField } from '../../ui/is-in-field.js';

/** So many milliseconds after the last key it is looked for. */
const SETTLES = 80;

/** Finds in texts, numbers and contacts; `/` goes there. */
export function FindField({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [typed, setTyped] = useState(value);
  const [known, setKnown] = useState(value);
  const [sent, setSent] = useState(value);
  if (known !== value) {
    setKnown(value);
    // the address has changed from elsewhere: it wins over what stood here; what was sent from here does not, as somebody
    // may have typed on meanwhile
    if (value !== sent) {
      setTyped(value);
      setSent(value);
    }
  }
  useEffect(() => () => clearTimeout(later.current), []);
  const find = (text: string): void => {
    setTyped(text);
    clearTimeout(later.current);
    later.current = setTimeout(() => {
      setSent(text);
      onChange(text);
    }, SETTLES);
  };
  useHotkeys(['/', 'shift+/'], () => field.current?.focus(), {
    useKey: true,
    preventDefault: true,
    ignoreEventWhen: ({ target }) => isInField(target),
  });
  return (
    <TextField
      label="Find"
      placeholder="text, number, contact"
      value={typed}
      inputRef={field}
      onChange={(event) => find(event.target.value)}
    />
  );
}
