import { type RecurringJournalResponse } from '@just-ledger/contract';
import { type CurrencyCode, parseCivilDate, shortDate } from '@just-ledger/core';
import { TextField } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { Allowed } from '../../ui/allowed.js';
import layout from '../../ui/layout.module.css';
import { shown } from '../../ui/money.js';
import styles from './due-occurrence.module.css';

/** One that is due: posted, or skipped with a reason. */
export function DueOccurrence({
  journal,
  date,
  currency,
  refusal,
  isFirst,
  onPost,
  onSkip,
}: {
  journal: RecurringJournalResponse;
  date: string;
  currency: CurrencyCode;
  /** Why nothing can be posted on its day. */
  refusal: string | undefined;
  /** Whether it is the next of its journal: the others wait for it. */
  isFirst: boolean;
  onPost: () => void;
  onSkip: (reason: string) => void;
}) {
  const [isSkipping, setSkipping] = useState(false);
  const [reason, setReason] = useState('');
  return (
    <div className={styles.occurrence}>
      <div className={layout.spread}>
        <span className="strong">{journal.name}</span>
        <span className="num">{shown(journal.amount, currency)}</span>
      </div>
      <div className={clsx(layout.spread, 'small')}>
        <span className="soft">
          {shortDate(parseCivilDate(date))}
          {isFirst || refusal ? '' : ' · after the one before'}
        </span>
        {(isFirst || refusal) && (
          <Allowed>
            <span className={layout.row}>
              {!refusal && (
                <button className="act" type="button" onClick={onPost}>
                  post
                </button>
              )}
              <button className="act" type="button" onClick={() => setSkipping(!isSkipping)}>
                skip …
              </button>
            </span>
          </Allowed>
        )}
      </div>
      {refusal && <p className="small brass">{refusal} Or skip it with a reason.</p>}
      {isSkipping && (
        <form
          className={layout.row}
          onSubmit={(event) => {
            event.preventDefault();
            onSkip(reason);
          }}
        >
          <TextField
            autoFocus
            placeholder="why?"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            className={styles.reason}
            slotProps={{ htmlInput: { 'aria-label': 'Why it is skipped' } }}
          />
          <button className="act" type="submit" disabled={reason.trim() === ''}>
            skip it
          </button>
        </form>
      )}
    </div>
  );
}
