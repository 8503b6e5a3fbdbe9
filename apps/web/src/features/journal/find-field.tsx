import { TextField } from '@mui/material';
import { useEffect, useRef, useState } from 'react';
import { isInField } from '../../ui/is-in-field.js';

/** Finds in texts, numbers and contacts; `/` goes there. */
export function FindField({ value, onChange }: { value: string; onChange: (text: string) => void }) {
  const field = useRef<HTMLInputElement>(null);
  const later = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [typed, setTyped] = useState(value);
  const [known, setKnown] = useState(value);
  if (known !== value) {
    // the address has changed from elsewhere: it wins over what stood here
    setKnown(value);
    setTyped(value);
  }
  useEffect(() => () => clearTimeout(later.current), [value]);
  const find = (text: string): void => {
    setTyped(text);
    clearTimeout(later.current);
    later.current = setTimeout(() => onChange(text), 250);
  };
  useEffect(() => {
    const press = (event: globalThis.KeyboardEvent): void => {
      if (event.key !== '/' || isInField(event.target)) return;
      event.preventDefault();
      field.current?.focus();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
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
