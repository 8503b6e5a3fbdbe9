import { useState } from 'react';

/**
 * Something as it was when a form for it was opened, or as the form has kept it since. What others change meanwhile does
 * not come into the form: what was typed stays, and is refused when it is saved.
 */
export function useLookedAt<Item>(item: Item): [lookedAt: Item, keep: (kept: Item) => void] {
  const [lookedAt, keep] = useState(item);
  return [lookedAt, keep];
}

/** The same for a form that is always open: while nothing is typed in it, it shows what others have changed. */
export function useLookedAtAlways<Item extends { readonly version: number }>(item: Item, isTyped: boolean) {
  const [lookedAt, keep] = useLookedAt(item);
  if (!isTyped && item.version > lookedAt.version) keep(item);
  return [lookedAt, keep] as const;
}
