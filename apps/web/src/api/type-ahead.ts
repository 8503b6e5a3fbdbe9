/** Keys typed while a sheet is on its way, in their order; undefined while nobody waits for one. */
let ahead: string | undefined;

/** From now on what is typed is kept for the sheet that has been asked for, and acts on nothing else. */
export function listenAhead(): void {
  if (ahead !== undefined) return;
  ahead = '';
  window.addEventListener('keydown', keep, { capture: true });
}

/** What was typed since the sheet was asked for; from now on keys go where the focus is. */
export function takeAhead(): string {
  const typed = ahead ?? '';
  ahead = undefined;
  window.removeEventListener('keydown', keep, { capture: true });
  return typed;
}

function keep(event: KeyboardEvent): void {
  if (ahead === undefined || event.ctrlKey || event.metaKey || event.altKey) return;
  if (event.key === 'Escape') return void takeAhead();
  const isTyped = event.key.length === 1 || event.key === 'Tab' || event.key === 'Backspace';
  if (!isTyped) return;
  event.preventDefault();
  event.stopImmediatePropagation();
  ahead = event.key === 'Backspace' ? ahead.slice(0, -1) : ahead + (event.key === 'Tab' ? '\t' : event.key);
}
