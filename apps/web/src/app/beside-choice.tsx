import { useState } from 'react';
import { useAddress } from '../api/address.js';
import { SCREENS } from './screens.js';

/** Puts a second sheet beside the first. */
export function BesideChoice({ current }: { current: string }) {
  const address = useAddress();
  const [isOpen, setOpen] = useState(false);
  const choices = SCREENS.filter(({ isOfferedBeside, path }) => isOfferedBeside && path !== current);
  if (!isOpen)
    return (
      <button className="act" type="button" onClick={() => setOpen(true)}>
        Two sheets
      </button>
    );
  return (
    <>
      <span className="soft">beside it:</span>
      {choices.map(({ path, label }) => (
        <button key={path} className="act" type="button" onClick={() => address.setBeside(path)}>
          {label}
        </button>
      ))}
    </>
  );
}
