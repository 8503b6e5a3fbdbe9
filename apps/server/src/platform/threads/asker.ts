import { AsyncLocalStorage } from 'node:async_hooks';
import { setMaxListeners } from 'node:events';

const asking = new AsyncLocalStorage<AbortSignal>();

/** Does work for somebody who may leave: what waits for a thread is given up then. */
export function workFor(asker: AbortSignal, work: () => void): void {
  // many things may be asked for at once, such as where each organisation stands
  setMaxListeners(0, asker);
  asking.run(asker, work);
}

/** Who waits for what is being done, if anybody can leave. */
export function askerOfWork(): AbortSignal | undefined {
  return asking.getStore();
}
