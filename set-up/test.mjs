import { execFileSync, spawnSync } from 'node:child_process';
import { existsSync } from 'node:fs';
import { build, install, root, run } from './ready.mjs';

/** Debian packages that the tests need: a browser, and a SQL shell to attack the books from outside. */
const NEEDED = [
  ['chromium', '/usr/bin/chromium'],
  ['sqlite3', '/usr/bin/sqlite3'],
];

const missing = NEEDED.filter(([, path]) => !existsSync(path)).map(([name]) => name);
if (missing.length > 0) {
  console.log(`Installing ${missing.join(' and ')} …`);
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const [first, ...rest] = [...sudo, 'apt-get'];
  execFileSync(first, [...rest, 'update', '-qq'], { stdio: 'inherit' });
  execFileSync(first, [...rest, 'install', '-y', '-qq', ...missing], {
    stdio: 'inherit',
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  });
}

install({ CFLAGS: '-O1', CXXFLAGS: '-O1', JOBS: '2' });
run('npm', ['run', '--silent', 'format:check']);
build();
run(process.execPath, ['node_modules/typescript/bin/tsc', '-p', 'apps/web']);
run(process.execPath, ['node_modules/typescript/bin/tsc', '-p', 'e2e']);
run(process.execPath, ['node_modules/typescript/bin/tsc', '-p', 'tsconfig.tests.json']);
run('npm', ['run', '--silent', 'lint']);

let [passed, failed] = [0, 0];

/** Runs a test command, shows what it says and adds its closing counts to ours. */
function count(command, args, patterns) {
  const { stdout, stderr, status } = spawnSync(command, args, {
    cwd: root,
    encoding: 'utf8',
    maxBuffer: 2 ** 28,
    env: { ...process.env, FORCE_COLOR: '0' },
  });
  const said = `${stdout}${stderr}`;
  process.stdout.write(said);
  const [ok, wrong] = patterns.map((pattern) => Number(pattern.exec(said)?.[1] ?? 0));
  passed += ok;
  failed += wrong > 0 ? wrong : status === 0 ? 0 : 1;
}

count(
  process.execPath,
  ['--experimental-vm-modules', '--no-warnings', 'node_modules/jest/bin/jest.js', '--forceExit'],
  [/^Tests:.*?(\d+) passed/m, /^Tests:.*?(\d+) failed/m],
);
count('npm', ['run', '--silent', 'interface'], [/^\s*(\d+) passed/m, /^\s*(\d+) failed/m]);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed > 0 || passed === 0 ? 1 : 0);
