import { execFileSync, spawn } from 'node:child_process';
import { existsSync } from 'node:fs';
import { build, install, root } from './ready.mjs';

/** Debian packages that the tests need: a browser, a SQL shell to attack the books from outside, a spreadsheet to reckon. */
const NEEDED = [
  ['chromium-headless-shell', '/usr/bin/chromium-headless-shell'],
  ['sqlite3', '/usr/bin/sqlite3'],
  ['gnumeric', '/usr/bin/ssconvert', '--no-install-recommends'],
];

const missing = NEEDED.filter(([, path]) => !existsSync(path));
if (missing.length > 0) {
  console.log(`Installing ${missing.map(([name]) => name).join(' and ')} …`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const [first, ...rest] = [...sudo, 'apt-get'];
  execFileSync(first, [...rest, 'update', '-qq'], { stdio: 'inherit' });
  for (const [name, , ...how] of missing)
    execFileSync(first, [...rest, 'install', '-y', '-qq', ...how, name], {
      stdio: 'inherit',
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
}

/** Says what comes now, and when. */
function step(what) {
  console.log(`${new Date().toISOString().slice(11, 19)} ${what} …`);
}

install({ CFLAGS: '-O1', CXXFLAGS: '-O1', JOBS: '2' });
/** Runs commands one after the other. @returns what went wrong, if anything did */
async function inTurn(...commands) {
  for (const [command, ...args] of commands) {
    const child = spawn(command, args, { cwd: root, stdio: ['ignore', 'pipe', 'pipe'] });
    let said = '';
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (text) => (said += text));
    const status = await new Promise((resolve) => child.once('close', resolve));
    if (status !== 0) return `${[command, ...args].join(' ')}\n${said}`;
  }
  return undefined;
}

/** Ends if something went wrong. */
function endIf(...wrong) {
  const found = wrong.filter((message) => message !== undefined);
  if (found.length === 0) return;
  console.error(found.join('\n'));
  process.exit(1);
}

const types = (project) => [process.execPath, 'node_modules/typescript/bin/tsc', '-p', project];

step('Format and build');
const formatted = inTurn(['npm', 'run', '--silent', 'format:check']);
await build();
endIf(await formatted);
step('Types and lint');
endIf(
  ...(await Promise.all([
    inTurn(types('apps/web'), types('e2e'), types('tsconfig.tests.json')),
    inTurn(['npm', 'run', '--silent', 'lint']),
  ])),
);

let [passed, failed] = [0, 0];

/** Runs a test command, shows what it says as it says it, and adds its closing counts to ours. */
async function count(command, args, patterns) {
  const child = spawn(command, args, {
    cwd: root,
    stdio: ['ignore', 'pipe', 'pipe'],
    env: { ...process.env, FORCE_COLOR: '0' },
  });
  let said = '';
  for (const stream of [child.stdout, child.stderr]) {
    stream.setEncoding('utf8');
    stream.on('data', (text) => {
      said += text;
      process.stdout.write(text);
    });
  }
  const status = await new Promise((resolve) => child.once('close', resolve));
  const [ok, wrong] = patterns.map((pattern) => Number(pattern.exec(said)?.[1] ?? 0));
  passed += ok;
  failed += wrong > 0 ? wrong : status === 0 ? 0 : 1;
}

step('Core, server, demo and bench');
await count(
  process.execPath,
  ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--coverage'],
  [/^Tests:.*?(\d+) passed/m, /^Tests:.*?(\d+) failed/m],
);
step('Interface');
await count('npm', ['run', '--silent', 'interface'], [/^\s*(\d+) passed/m, /^\s*(\d+) failed/m]);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
