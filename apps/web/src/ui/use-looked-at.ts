import { useState } from 'react';

/** What has a version, or nothing yet. */
type Versioned = { readonly version: number } | null | undefined;

/** Something as a form for it looks at it. */
export interface LookedAt<Item> {
  /** As it was when the form was opened, or as the form has kept it or taken it over since. */
  readonly item: Item;
  /** Whether it has been changed since by somebody else. */
  readonly isOutdated: boolean;
  /** Looks at it as it was kept. */
  readonly keep: (kept: Item) => void;
  /** Looks at it as it is now. */
  readonly takeOver: () => void;
}

/**
 * Something as it was when a form for it was opened. What others change meanwhile does not come into the form by itself:
 * what was typed stays, and is refused when it is saved, until the form takes over what was changed.
 */
export function useLookedAt<Item extends Versioned>(now: Item): LookedAt<Item> {
  const [item, keep] = useState(now);
  return { item, isOutdated: versionOf(now) > versionOf(item), keep, takeOver: () => keep(now) };
}

/** The same for a form that is always open: while nothing is typed in it, it shows what others have changed. */
export function useLookedAtAlways<Item extends Versioned>(now: Item, isTyped: boolean): LookedAt<Item> {
  const lookedAt = useLookedAt(now);
  if (!isTyped && lookedAt.isOutdated) lookedAt.takeOver();
  return lookedAt;
}

function versionOf(item: Versioned): number {
  return item?.version ?? 0;
}
