/** How long a piece of work takes, in milliseconds. */
export function took(work: () => unknown): number {
  const start = performance.now();
  work();
  return performance.now() - start;
}

/** The median of some times. */
export function median(times: readonly number[]): number {
  return [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? 0;
}

/** The median time of a piece of work that is done several times, in milliseconds. */
export function usually(work: () => unknown, times = 7): number {
  return median(Array.from({ length: times }, () => took(work)));
}
