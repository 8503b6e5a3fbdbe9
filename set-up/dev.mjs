import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { compile, install, root } from './ready.mjs';

/** Server and pages on sample books of their own, both made anew as their source changes. */
const TSC = 'node_modules/typescript/bin/tsc';
const PORT = process.env.PORT ?? '4700';

install();
await compile();

const env = { ...process.env, PORT, JUST_LEDGER_DATA: join(root, '.data/dev') };
const started = [
  [TSC, '-b', '--watch', '--preserveWatchOutput'],
  ['--watch', '--watch-preserve-output', '--conditions=unbundled', 'demo/dist/main.js'],
  ['node_modules/vite/bin/vite.js', 'apps/web', '--config', 'apps/web/vite.config.ts', '--clearScreen', 'false'],
].map((args) => spawn(process.execPath, args, { cwd: root, stdio: 'inherit', env }));

/** Whichever ends first ends the others. */
const end = (code) => {
  for (const child of started) child.kill('SIGTERM');
  process.exitCode = code ?? 0;
};
for (const child of started) child.once('exit', end);
for (const signal of ['SIGINT', 'SIGTERM']) process.once(signal, () => end(0));
