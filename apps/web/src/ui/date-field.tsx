import { type CivilDate, shortDate } from '@just-ledger/core';
import { IconButton, InputAdornment, Popover, TextField, type TextFieldProps } from '@mui/material';
import { CalendarIcon } from '@mui/x-date-pickers/icons';
import { lazy, type RefObject, Suspense, useRef, useState } from 'react';
import styles from './date-field.module.css';
import { typedDay } from './own-ways.js';

const Calendar = lazy(() => import('./calendar.js'));

/**
 * A date as it is typed, and a calendar at its end, which Alt ↓ opens too. What can be read as a date is completed when
 * the field is left.
 */
export function DateField({
  value,
  near,
  inputRef,
  ariaLabel,
  onChange,
  ...field
}: Omit<TextFieldProps, 'value' | 'onChange' | 'inputRef' | 'slotProps'> & {
  readonly value: string;
  /** The date that typed ones are completed from, and where the calendar opens while there is none. */
  readonly near: CivilDate;
  readonly inputRef?: RefObject<HTMLInputElement | null>;
  /** Its name where no label stands over it. */
  readonly ariaLabel?: string;
  readonly onChange: (typed: string) => void;
}) {
  const around = useRef<HTMLDivElement>(null);
  const [isOpen, setOpen] = useState(false);
  const date = typedDay(value, near);
  return (
    <>
      <TextField
        {...field}
        ref={around}
        value={value}
        {...(inputRef && { inputRef })}
        onChange={(event) => onChange(event.target.value)}
        onBlur={() => date && shortDate(date) !== value && onChange(shortDate(date))}
        onKeyDown={(event) => {
          if (!event.altKey || event.key !== 'ArrowDown') return;
          event.preventDefault();
          setOpen(true);
        }}
        slotProps={{
          htmlInput: { 'aria-label': ariaLabel, autoComplete: 'off' },
          input: {
            endAdornment: (
              <InputAdornment position="end" className={styles.end}>
                <IconButton
                  size="small"
                  tabIndex={-1}
                  aria-label="Open the calendar"
                  title="Calendar, Alt ↓"
                  onClick={() => setOpen(true)}
                >
                  <CalendarIcon fontSize="inherit" />
                </IconButton>
              </InputAdornment>
            ),
          },
        }}
      />
      <Popover
        open={isOpen}
        anchorEl={() => around.current}
        anchorOrigin={{ vertical: 'bottom', horizontal: 'left' }}
        onClose={() => setOpen(false)}
      >
        <Suspense fallback={<div className={styles.loading} />}>
          <Calendar
            value={date ?? near}
            onChoose={(chosen) => {
              onChange(shortDate(chosen));
              setOpen(false);
            }}
          />
        </Suspense>
      </Popover>
    </>
  );
}
