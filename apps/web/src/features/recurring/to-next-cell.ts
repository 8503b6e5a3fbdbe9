import type { KeyboardEvent } from 'react';

/** Enter leads on to the next cell of a table, and posts nothing. */
export function toNextCell(event: KeyboardEvent<HTMLTableElement>): void {
  if (event.key !== 'Enter' || !(event.target instanceof HTMLInputElement)) return;
  event.preventDefault();
  const cells = [...event.currentTarget.querySelectorAll('input')];
  cells[cells.indexOf(event.target) + 1]?.focus();
}
