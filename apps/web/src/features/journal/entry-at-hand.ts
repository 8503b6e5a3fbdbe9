import { useEffect, useSyncExternalStore } from 'react';
import type { Posted } from './use-entry-effect.js';

/** What is being typed on the entry sheet, for the other sheet to show what it would do there. */
export interface EntryAtHand extends Posted {
  readonly organisation: number;
}

let atHand: EntryAtHand | undefined;
const readers = new Set<() => void>();

function tell(entry: EntryAtHand | undefined): void {
  atHand = entry;
  for (const read of readers) read();
}

/** Tells what is being typed for as long as its sheet stands. */
export function useTellEntryAtHand(organisation: number, posted: Posted): void {
  const { date, kind, changes } = posted;
  const isSame = (): boolean =>
    atHand?.organisation === organisation &&
    atHand.date === date &&
    atHand.kind === kind &&
    atHand.changes.size === changes.size &&
    [...changes].every(([account, amount]) => atHand?.changes.get(account) === amount);
  useEffect(() => {
    if (!isSame()) tell({ ...posted, organisation });
  });
  useEffect(() => () => tell(undefined), []);
}

/** What is being typed on the entry sheet into some books; undefined while there is none. */
export function useEntryAtHand(organisation: number): EntryAtHand | undefined {
  const entry = useSyncExternalStore(
    (read) => {
      readers.add(read);
      return () => readers.delete(read);
    },
    () => atHand,
  );
  return entry?.organisation === organisation ? entry : undefined;
}
