import { InputBase } from '@mui/material';
import { clsx } from 'clsx';
import type { KeyboardEvent } from 'react';
import styles from './cell.module.css';

/** A cell of a sheet that is typed into; amounts stand at the right. */
export function Cell({
  label,
  value,
  wrong,
  placeholder = '',
  list,
  isAmount = false,
  autoFocus = false,
  onChange,
  onBlur,
  onKeyDown,
}: {
  label: string;
  value: string;
  wrong?: string | undefined;
  placeholder?: string;
  list?: string;
  isAmount?: boolean;
  autoFocus?: boolean;
  onChange: (typed: string) => void;
  onBlur?: (typed: string) => void;
  onKeyDown?: (event: KeyboardEvent) => void;
}) {
  return (
    <InputBase
      fullWidth
      className={clsx(styles.cell, isAmount && styles.amount)}
      autoFocus={autoFocus}
      value={value}
      placeholder={placeholder}
      onChange={(event) => onChange(event.target.value)}
      onBlur={(event) => onBlur?.(event.target.value)}
      onKeyDown={onKeyDown}
      inputProps={{
        'aria-label': label,
        'aria-invalid': wrong !== undefined,
        title: wrong,
        list,
        autoComplete: 'off',
      }}
    />
  );
}
