import { once } from 'node:events';
import { rmSync } from 'node:fs';

/** Ends the servers that files of tests have shared. */
export default async function endServers() {
  const { keeper, servers } = globalThis.sharedServers;
  keeper.close();
  for (const { value: server } of await Promise.allSettled(servers.values())) {
    if (!server) continue;
    const { process } = server;
    if (process.exitCode === null && process.signalCode === null) {
      const gone = once(process, 'exit');
      process.kill('SIGTERM');
      await gone;
    }
    rmSync(server.folder, { recursive: true, force: true });
  }
}
