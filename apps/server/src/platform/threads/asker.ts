import { AsyncLocalStorage } from 'node:async_hooks';
import { setMaxListeners } from 'node:events';

/** Somebody who asks, and may leave. */
export interface Asker {
  /** A person, or an address. */
  readonly who: string;
  readonly signal: AbortSignal;
}

const asking = new AsyncLocalStorage<Asker>();

/** Does work for somebody who may leave: what waits for a thread is given up then. */
export function workFor(asker: Asker, work: () => void): void {
  // many things may be asked for at once, such as where each organisation stands
  setMaxListeners(0, asker.signal);
  asking.run(asker, work);
}

/** Who waits for what is being done; nobody does for what the server does by itself. */
export function askerOfWork(): Asker | undefined {
  return asking.getStore();
}
