import { type CivilDate, firstOfNextMonth, shortDate } from '@just-ledger/core';
import type { Dispatch, KeyboardEvent } from 'react';
import { DateField } from '../../ui/date-field.js';
import { KeyCap } from '../../ui/key-cap.js';
import { typedDay } from '../../ui/own-ways.js';
import styles from './entry-head.module.css';
import type { EntryForm, FormEvent } from './entry-form.js';

/** The change of an entry that is to be reversed by itself, usually on the first of the next month; or not any more. */
export function reversedOrNot(form: EntryForm, date: CivilDate | undefined): FormEvent {
  const on = form.reversesOn === '' && date ? shortDate(firstOfNextMonth(date)) : '';
  return { type: 'head', change: { reversesOn: on } };
}

/** Whether a key was that of the reversal: Alt R plans it, or does not any more. */
export function isReversalKey(
  event: KeyboardEvent,
  form: EntryForm,
  date: CivilDate | undefined,
  dispatch: Dispatch<FormEvent>,
): boolean {
  const isMeant = event.altKey && event.key.toLowerCase() === 'r';
  if (!isMeant || (form.kind !== 'ordinary' && form.kind !== 'adjusting')) return false;
  event.preventDefault();
  dispatch(reversedOrNot(form, date));
  return true;
}

/** The day on which the entry is reversed by itself, if it is. */
export function ReversesOn({
  form,
  date,
  near,
  message,
  dispatch,
}: {
  form: EntryForm;
  /** The entry's own date, once there is one. */
  date: CivilDate | undefined;
  /** The date that typed ones are completed from while it has none. */
  near: CivilDate;
  message: string | undefined;
  dispatch: Dispatch<FormEvent>;
}) {
  const next = date && firstOfNextMonth(date);
  if (form.reversesOn === '') {
    return (
      <button
        className="act"
        type="button"
        tabIndex={-1}
        disabled={!date}
        onClick={() => dispatch(reversedOrNot(form, date))}
      >
        Reverse it by itself{next && ` on ${shortDate(next)}`} <KeyCap>Alt R</KeyCap>
      </button>
    );
  }
  const isNoDate = !typedDay(form.reversesOn, next ?? near);
  return (
    <span className={styles.reversesOn}>
      Reverses by itself on
      <DateField
        near={next ?? near}
        value={form.reversesOn}
        ariaLabel="Reverses on"
        error={message !== undefined || isNoDate}
        helperText={message ?? (isNoDate ? 'Not a date' : undefined)}
        onChange={(typed) => dispatch({ type: 'head', change: { reversesOn: typed } })}
        onFocus={(event) => event.target.select()}
      />
      <button className="act" type="button" tabIndex={-1} onClick={() => dispatch(reversedOrNot(form, undefined))}>
        do not <KeyCap>Alt R</KeyCap>
      </button>
    </span>
  );
}
