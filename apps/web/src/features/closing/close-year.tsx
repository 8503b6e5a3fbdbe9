import { type ClosingRehearsalResponse } from '@just-ledger/contract';
import { type CivilDate, daysBetween, longDate, parseCivilDate } from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { useEffect, useState } from 'react';
import { useAddress } from '../../api/address.js';
import { Allowed } from '../../ui/allowed.js';
import { isBlocked } from './is-blocked.js';

/** Closes the year. One that has not ended yet asks first, in words; the same key again is no answer to that. */
export function CloseYear({
  rehearsal,
  today,
  isClosing,
  onClose,
}: {
  rehearsal: ClosingRehearsalResponse;
  today: CivilDate;
  isClosing: boolean;
  onClose: () => void;
}) {
  const address = useAddress();
  const [typed, setTyped] = useState<string>();
  const end = parseCivilDate(rehearsal.date);
  const isRunning = end >= today;
  const count = rehearsal.entries.length;
  const isBarred = isBlocked(rehearsal) || isClosing;
  const ask = (): void => (isRunning ? setTyped((before) => before ?? '') : onClose());
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key === 'Enter' && (event.ctrlKey || event.metaKey) && !event.repeat)
        document.getElementById('post-closing')?.click();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);
  if (isRunning && typed !== undefined) {
    return (
      <form
        className="stack"
        style={{ gap: 8 }}
        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim() === rehearsal.yearName && !isBarred) onClose();
        }}
      >
        <p className="brass">
          {rehearsal.yearName} runs until {longDate(end)}, {daysBetween(today, end)} days from today. Closing it now
          locks it to its end. To close it all the same, write {rehearsal.yearName}:
        </p>
        <div className="row">
          <TextField
            autoFocus
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            style={{ width: 120 }}
            slotProps={{ htmlInput: { 'aria-label': `Write ${rehearsal.yearName} to close it before its end` } }}
          />
          <Button type="submit" variant="contained" disabled={typed.trim() !== rehearsal.yearName || isBarred}>
            Close {rehearsal.yearName} before its end
          </Button>
          <Button variant="outlined" onClick={() => setTyped(undefined)}>
            Not yet
          </Button>
        </div>
      </form>
    );
  }
  return (
    <div className="row">
      <Allowed isTold>
        <Button id="post-closing" variant="contained" disabled={isBarred} onClick={ask}>
          {count > 1 ? `Post all ${count}` : count === 1 ? 'Post it' : 'Close the year'}&nbsp;
          <span className="small" style={{ fontWeight: 400 }}>
            Ctrl Enter
          </span>
        </Button>
      </Allowed>
      <Button variant="outlined" onClick={() => address.go('months')}>
        Not yet
      </Button>
    </div>
  );
}
