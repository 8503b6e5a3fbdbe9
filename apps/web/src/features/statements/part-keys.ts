import type { KeyboardEvent } from 'react';

/** Up and down go from part to part of a panel. */
export function moveAmongParts(event: KeyboardEvent<HTMLElement>): void {
  const step = { ArrowDown: 1, ArrowUp: -1 }[event.key];
  if (step === undefined) return;
  const parts = [...event.currentTarget.querySelectorAll<HTMLElement>('[data-part]')];
  const next = parts[parts.indexOf(document.activeElement as HTMLElement) + step];
  if (next) event.preventDefault();
  next?.focus();
}
