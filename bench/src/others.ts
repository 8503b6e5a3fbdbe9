import { parentPort, workerData } from 'node:worker_threads';

/**
 * Somebody else who asks for something small every 20 ms, in a thread of its own: so that what they wait is the server's
 * doing. Told `read`, it answers the longest that it has waited since, in milliseconds, and begins anew.
 */
const EVERY = 20;

const { url, cookie }: { readonly url: string; readonly cookie: string } = workerData;
let longest = 0;
const waiting = new Set<number>();

// the first question also waits for what asks
await fetch(`${url}/api/session`, { headers: { cookie } }).then((reply) => reply.text());
parentPort?.postMessage('ready');

setInterval(() => {
  const begun = performance.now();
  waiting.add(begun);
  void fetch(`${url}/api/session`, { headers: { cookie } })
    .then((reply) => reply.text())
    .then(() => {
      waiting.delete(begun);
      longest = Math.max(longest, performance.now() - begun);
    });
}, EVERY);

parentPort?.on('message', () => {
  const now = performance.now();
  parentPort?.postMessage(Math.max(longest, ...[...waiting].map((begun) => now - begun)));
  longest = 0;
});
