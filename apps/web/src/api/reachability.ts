import { onlineManager } from '@tanstack/react-query';
import { useSyncExternalStore } from 'react';

// the server may run on this very machine: whether the browser has a network says nothing about it
onlineManager.setEventListener(() => undefined);

let requests = 0;
let lastLost = 0;

/** Counts a request that is sent now. @returns its number */
export function nextRequest(): number {
  return (requests += 1);
}

/**
 * Says whether a request has reached the server. An answer that was on its way when a later request was lost says nothing
 * about now.
 */
export function tellReached(request: number, reached: boolean): void {
  if (!reached) lastLost = Math.max(lastLost, request);
  if (!reached || request > lastLost) onlineManager.setOnline(reached);
}

/** Whether the server is away just now. */
export function useServerAway(): boolean {
  return useSyncExternalStore(
    (listener) => onlineManager.subscribe(listener),
    () => !onlineManager.isOnline(),
  );
}
