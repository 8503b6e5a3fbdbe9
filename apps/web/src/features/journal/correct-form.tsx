import { type EntryResponse } from '@just-ledger/contract';
import { taxWords } from '@just-ledger/core';
import { Button, Checkbox } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { useAddress } from '../../api/address.js';
import { useBooks } from '../../api/books-queries.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import styles from './entry-detail.module.css';

/** Says which lines of an entry are wrong; the sheet then takes them back and asks for the right ones. */
export function CorrectForm({ entry, onDone }: { entry: EntryResponse; onDone: () => void }) {
  const address = useAddress();
  const navigate = useNavigate();
  const { currency } = useBooks();
  const [wrong, setWrong] = useState<readonly number[]>([]);
  return (
    <form
      className={layout.aboveClose}
      aria-label={`Correct ${entry.number}`}
      onKeyDown={(event) => event.key === 'Escape' && onDone()}
      onSubmit={(event) => {
        event.preventDefault();
        if (wrong.length === 0) return;
        void navigate(address.href('entry', { correct: entry.number, lines: [...wrong].sort().join(',') }));
      }}
    >
      <p>Which lines are wrong? They are taken back, and said again as they should be, in one entry.</p>
      {entry.lines.map(
        (line, index) =>
          line.taxSide === null && (
            <label key={index} className={clsx(styles.wrongLine, 'small')}>
              <Checkbox
                size="small"
                className={styles.mark}
                autoFocus={index === 0}
                checked={wrong.includes(index + 1)}
                onChange={({ target: { checked } }) =>
                  setWrong((all) => [...all.filter((line) => line !== index + 1), ...(checked ? [index + 1] : [])])
                }
              />
              <span>
                <span className="soft">{line.account}</span> {line.accountName}
                {line.contact && <span className="soft"> · {line.contact}</span>}
                {line.taxCode && (
                  <span className="soft">
                    {' '}
                    · {taxWords(line, (amount) => shown(amount, currency))}, its tax with it
                  </span>
                )}
              </span>
              <span className="num">
                {shown(line.debit ?? line.credit, currency)} {line.debit ? 'debit' : 'credit'}
              </span>
            </label>
          ),
      )}
      <p className={clsx(layout.row, layout.aboveClose)}>
        <Button type="submit" variant="contained" disabled={wrong.length === 0}>
          Write the correction
        </Button>
        <button className="act" type="button" onClick={onDone}>
          Cancel
        </button>
      </p>
    </form>
  );
}
