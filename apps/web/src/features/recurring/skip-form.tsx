import { TextField } from '@mui/material';
import { useState } from 'react';
import layout from '../../ui/layout.module.css';
import styles from './line-of-time.module.css';

/** Why a date is skipped. It stands within a form, so that Enter is its own. */
export function SkipForm({ onSkip }: { onSkip: (reason: string) => void }) {
  const [reason, setReason] = useState('');
  const isSaid = reason.trim() !== '';
  return (
    <div className={layout.row}>
      <TextField
        autoFocus
        placeholder="why?"
        value={reason}
        className={styles.reason}
        onChange={(event) => setReason(event.target.value)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter') return;
          event.preventDefault();
          if (isSaid) onSkip(reason);
        }}
        slotProps={{ htmlInput: { 'aria-label': 'Why it is skipped' } }}
      />
      <button className="act" type="button" disabled={!isSaid} onClick={() => onSkip(reason)}>
        Skip it
      </button>
    </div>
  );
}
