/**
 * Counts up whenever somebody else than the server has written to the books: what was derived before counts no more.
 * Shared by all threads.
 */
let shared: Int32Array<SharedArrayBuffer> = new Int32Array(new SharedArrayBuffer(4));

/** Takes the counter that the threads share. */
export function shareEpoch(buffer: SharedArrayBuffer): void {
  shared = new Int32Array(buffer);
}

/** The counter, for another thread. */
export function sharedEpoch(): SharedArrayBuffer {
  return shared.buffer;
}

/** The epoch that is now. */
export function currentEpoch(): number {
  return Atomics.load(shared, 0);
}

/** Begins with an epoch, as the file of what is derived has it. */
export function beginEpoch(epoch: number): void {
  Atomics.store(shared, 0, epoch);
}

/** Somebody else has written to the books. */
export function nextEpoch(): void {
  Atomics.add(shared, 0, 1);
}
