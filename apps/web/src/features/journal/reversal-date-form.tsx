import { type CivilDate, shortDate } from '@just-ledger/core';
import { Button } from '@mui/material';
import { clsx } from 'clsx';
import { useState } from 'react';
import { DateField } from '../../ui/date-field.js';
import layout from '../../ui/layout.module.css';
import { typedDay } from '../../ui/own-ways.js';
import { ErrorMessage } from '../../ui/sheet.js';
import styles from './entry-detail.module.css';

/** Asks for the day of a reversal: now posted, or planned. Esc leaves it. */
export function ReversalDateForm({
  introduction,
  label,
  action,
  proposed,
  warning,
  isBusy,
  error,
  onDate,
  onLeave,
}: {
  /** What happens on the day, before the field. */
  introduction: string;
  label: string;
  action: string;
  proposed: CivilDate;
  /** What is to be thought of first. */
  warning?: string | undefined;
  isBusy: boolean;
  error: Error | null;
  onDate: (date: string) => void;
  onLeave: () => void;
}) {
  const [date, setDate] = useState(shortDate(proposed));
  return (
    <form
      className={clsx(layout.row, layout.aboveClose)}
      onKeyDown={(event) => event.key === 'Escape' && onLeave()}
      onSubmit={(event) => {
        event.preventDefault();
        onDate(typedDay(date, proposed) ?? date);
      }}
    >
      <span>{introduction}</span>
      <DateField
        near={proposed}
        value={date}
        autoFocus
        onChange={setDate}
        className={styles.reverseDate}
        ariaLabel={label}
      />
      <Button type="submit" variant="contained" disabled={isBusy}>
        {action}
      </Button>
      <button className="act" type="button" onClick={onLeave}>
        Cancel
      </button>
      {warning && <span className="small brass">{warning}</span>}
      <ErrorMessage error={error} />
    </form>
  );
}
