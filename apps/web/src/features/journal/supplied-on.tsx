import type { CivilDate } from '@just-ledger/core';
import type { Dispatch } from 'react';
import { DateField } from '../../ui/date-field.js';
import { typedDay } from '../../ui/own-ways.js';
import styles from './entry-head.module.css';
import type { EntryForm, FormEvent } from './entry-form.js';

/** The day of the supply, where it is another than the entry's: it decides the rates of taxes. */
export function SuppliedOn({
  form,
  near,
  message,
  dispatch,
}: {
  form: EntryForm;
  /** The entry's date, or the one it would have. */
  near: CivilDate;
  message: string | undefined;
  dispatch: Dispatch<FormEvent>;
}) {
  const isNoDate = form.supplyDate.trim() !== '' && !typedDay(form.supplyDate, near);
  return (
    <span className={styles.suppliedOn}>
      Supplied on
      <DateField
        near={near}
        value={form.supplyDate}
        ariaLabel="Supplied on"
        placeholder="the same day"
        error={message !== undefined || isNoDate}
        helperText={message ?? (isNoDate ? 'Not a date' : undefined)}
        onChange={(typed) => dispatch({ type: 'head', change: { supplyDate: typed } })}
        onFocus={(event) => event.target.select()}
      />
    </span>
  );
}
