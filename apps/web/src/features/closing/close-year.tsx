import { type ClosingRehearsalResponse } from '@just-ledger/contract';
import { type CivilDate, daysBetween, longDate, parseCivilDate } from '@just-ledger/core';
import { Button, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { useCommitKey } from '../../ui/use-commit-key.js';
import styles from './close-year.module.css';
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
  const { may } = useBooks();
  const [typed, setTyped] = useState<string>();
  const end = parseCivilDate(rehearsal.date);
  const isRunning = end >= today;
  const count = rehearsal.entries.length;
  const isBarred = isBlocked(rehearsal) || isClosing;
  const ask = (): void => (isRunning ? setTyped((before) => before ?? '') : onClose());
  const isAsking = isRunning && typed !== undefined;
  useCommitKey(ask, !isAsking && !isBarred && may('close'));
  if (isAsking) {
    return (
      <form
        className={layout.stack}

        onSubmit={(event) => {
          event.preventDefault();
          if (typed.trim() === rehearsal.yearName && !isBarred) onClose();
        }}
      >
        <p className="brass">
          {rehearsal.wholeYear ? rehearsal.yearName : 'What is to be closed'} runs until {longDate(end)},{' '}
          {daysBetween(today, end)} days from today. Closing it now locks it to its end. To close it all the same,
          write {rehearsal.yearName}:
        </p>
        <div className={layout.row}>
          <TextField
            autoFocus
            value={typed}
            onChange={(event) => setTyped(event.target.value)}
            className={styles.day}
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
    <div className={layout.row}>
      <Allowed act="close" isTold>
        <Button variant="contained" disabled={isBarred} onClick={ask}>
          {count > 1 ? `Post all ${count}` : count === 1 ? 'Post it' : 'Close the year'}&nbsp;
          <span className={clsx(styles.keys, 'small')}>Ctrl Enter</span>
        </Button>
      </Allowed>
      <Button variant="outlined" onClick={() => address.go('months')}>
        Not yet
      </Button>
    </div>
  );
}
