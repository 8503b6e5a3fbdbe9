import { spawn } from 'node:child_process';
import { join } from 'node:path';

const MAIN = join(import.meta.dirname, '../dist/bundled/main.js');

/** Who owns the books of a server under test. */
export const OWNER = { email: 'owner@sallow-reach.test', password: 'a long enough password' };

/** Starts the built server on a data folder, and waits until it is ready. */
export function launch(folder, today, env) {
  const child = spawn(process.execPath, [MAIN], {
    env: {
      ...process.env,
      PORT: '0',
      HOST: '127.0.0.1',
      JUST_LEDGER_DATA: folder,
      JUST_LEDGER_TODAY: today,
      // what a test does not need does not begin
      JUST_LEDGER_WARM_AFTER: '3600',
      JUST_LEDGER_OWNER_EMAIL: OWNER.email,
      JUST_LEDGER_OWNER_PASSWORD: OWNER.password,
      ...env,
    },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  return new Promise((resolve, reject) => {
    let said = '';
    const listen = (chunk) => {
      said += chunk.toString();
      const ready = /ready: (http\S+)/.exec(said);
      if (ready?.[1]) resolve({ process: child, url: ready[1], said: () => said });
    };
    child.stdout.on('data', listen);
    child.stderr.on('data', listen);
    child.once('exit', (code) => reject(new Error(`server ended with ${code}: ${said}`)));
  });
}
