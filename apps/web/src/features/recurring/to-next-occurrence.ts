import type { KeyboardEvent } from 'react';

/** Up and down lead from one date to the next. */
export function toNextOccurrence(event: KeyboardEvent<HTMLTableElement>): void {
  if (event.key !== 'ArrowDown' && event.key !== 'ArrowUp') return;
  const rows = [...event.currentTarget.querySelectorAll<HTMLButtonElement>('button[data-occurrence]')];
  const index = rows.indexOf(event.target as HTMLButtonElement);
  if (index < 0) return;
  event.preventDefault();
  rows[index + (event.key === 'ArrowDown' ? 1 : -1)]?.focus();
}
