import { useSyncExternalStore } from 'react';

let isAway = false;
const listeners = new Set<() => void>();

/** Says whether the last request has reached the server. */
export function tellReached(reached: boolean): void {
  if (isAway === !reached) return;
  isAway = !reached;
  for (const listener of listeners) listener();
}

/** Whether the server is away just now. */
export function useServerAway(): boolean {
  return useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    () => isAway,
  );
}
