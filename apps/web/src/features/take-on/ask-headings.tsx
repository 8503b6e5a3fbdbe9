import type { TrayColumn } from '@just-ledger/core';
import { Button, MenuItem, TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import layout from '../../ui/layout.module.css';
import notice from '../../ui/notice.module.css';
import styles from './ask-headings.module.css';
import type { AskedPaste } from './use-tray-paste.js';

/** Asks what headings mean that none of the columns is called by. Nothing is taken before that is said. */
export function AskHeadings({
  asked,
  columns,
  onSay,
  onLeave,
}: {
  asked: AskedPaste;
  columns: readonly TrayColumn[];
  onSay: (chosen: ReadonlyMap<string, string | null>) => void;
  onLeave: () => void;
}) {
  const [chosen, setChosen] = useState<ReadonlyMap<string, string>>(new Map());
  const isSaid = asked.unknown.every(({ heading }) => (chosen.get(heading) ?? '') !== '');
  return (
    <form
      className={notice.done}
      aria-label="What the pasted headings mean"
      onSubmit={(event) => {
        event.preventDefault();
        const said = asked.unknown.map(({ heading }) => {
          const key = chosen.get(heading) ?? '';
          return [heading, key === LEAVE_OUT ? null : key] as const;
        });
        onSay(new Map([...(asked.from.chosen ?? []), ...said]));
      }}
    >
      <p>Before these rows are taken: what do these headings mean?</p>
      <div className={clsx(layout.row, layout.wide, layout.aboveClose, layout.belowClose)}>
        {asked.unknown.map(({ heading, sample }, index) => (
          <TextField
            key={heading}
            select
            autoFocus={index === 0}
            label={sample ? `${heading}, such as ${sample}` : heading}
            value={chosen.get(heading) ?? ''}
            className={styles.heading}
            onChange={(event) => setChosen(new Map(chosen).set(heading, event.target.value))}
          >
            <MenuItem value={LEAVE_OUT}>leave it out</MenuItem>
            {columns.map(({ key, label }) => (
              <MenuItem key={key} value={key}>
                {label}
              </MenuItem>
            ))}
          </TextField>
        ))}
      </div>
      <div className={layout.row}>
        <Button type="submit" variant="contained" disabled={!isSaid}>
          Take the rows
        </Button>
        <Button variant="outlined" onClick={onLeave}>
          Cancel
        </Button>
      </div>
    </form>
  );
}

const LEAVE_OUT = 'leave-out';
