import { execFileSync, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { gzipSync } from 'node:zlib';
import { writeParts } from './parts.mjs';

/** The project's root. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));

const stamp = join(root, 'node_modules/.just-ledger-lock');

/** Runs a command in the project, showing what it says; ends the process if it fails. */
export function run(command, args, env = {}) {
  const { status } = spawnSync(command, args, { cwd: root, stdio: 'inherit', env: { ...process.env, ...env } });
  if (status !== 0) process.exit(status ?? 1);
}

/** Installs what the lock file says, unless that is what is installed, and proves that the native module loads. */
export function install(compileEnv = {}) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19)) {
    console.error(`Just Ledger needs Node 20.19 or later; this is ${process.versions.node}.`);
    process.exit(1);
  }
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex');
  if (!existsSync(stamp) || readFileSync(stamp, 'utf8') !== lock) {
    console.log('Installing …');
    run('npm', ['ci', '--no-audit', '--no-fund', '--loglevel=error'], compileEnv);
    if (!nativeModuleLoads()) run('npm', ['rebuild', 'better-sqlite3'], compileEnv);
    if (!nativeModuleLoads()) {
      console.error('The database module could not be built. A C++ compiler, make and python3 are needed.');
      process.exit(1);
    }
    writeFileSync(stamp, lock);
  }
}

function nativeModuleLoads() {
  try {
    execFileSync(process.execPath, ['-e', "new (require('better-sqlite3'))(':memory:').prepare('select 1').get()"], {
      cwd: root,
      stdio: 'pipe',
    });
    return true;
  } catch {
    return false;
  }
}

/** Builds everything that is not up to date. */
export async function build() {
  await compile();
  // what is not installed yet cannot be asked for before
  const { bundleServer } = await import('./bundle.mjs');
  const server = [
    'apps/server/src',
    'packages/core/src',
    'packages/contract/src',
    'package-lock.json',
    'set-up/bundle.mjs',
  ];
  await make('apps/server/dist/bundled/main.js', server, () => bundleServer(root));
  const source = [
    'apps/web/src',
    'apps/web/index.html',
    'apps/web/public',
    'packages/core/src',
    'packages/contract/src',
    'package-lock.json',
  ];
  await make('apps/web/dist/index.html', source, () => {
    const vite = join(root, 'node_modules/vite/bin/vite.js');
    run(process.execPath, [vite, 'build', '--logLevel', 'warn', 'apps/web', '--config', 'apps/web/vite.config.ts']);
    checkFirstLoad(join(root, 'apps/web/dist'));
  });
  mkdirSync(join(root, 'dist'), { recursive: true });
  await make('dist/parts.cdx.json', ['package-lock.json', 'set-up/parts.mjs'], () =>
    writeParts(root, join(root, 'dist')),
  );
}

/** So much script may be loaded before the first screen is drawn, packed, in kB. */
const MOST_FIRST = 350;

/** Ends the process where the page loads more script at first than it may. */
function checkFirstLoad(dist) {
  const page = readFileSync(join(dist, 'index.html'), 'utf8');
  const scripts = new Set([...page.matchAll(/(?:src|href)="\/(assets\/[^"]+\.js)"/g)].map(([, script]) => script));
  const bytes = [...scripts].reduce((sum, script) => sum + gzipSync(readFileSync(join(dist, script))).length, 0);
  if (scripts.size > 0 && bytes <= MOST_FIRST * 1000) return;
  rmSync(join(dist, 'index.html'));
  console.error(
    `The first load is ${scripts.size} scripts of ${Math.round(bytes / 1000)} kB; ${MOST_FIRST} kB are the most.`,
  );
  process.exit(1);
}

/** Compiles the server and what it stands on, and writes what goes over the wire as JSON Schema. */
export async function compile() {
  run(process.execPath, ['node_modules/typescript/bin/tsc', '-b']);
  const source = ['packages/core/src', 'packages/contract/src', 'package-lock.json'];
  await make('packages/contract/dist/wire.json', source, (target) => {
    const generator = 'node_modules/ts-json-schema-generator/bin/ts-json-schema-generator.js';
    const options = ['--path', 'packages/contract/src/endpoints.ts', '--type', 'Wire', '--no-top-ref'];
    run(process.execPath, [
      generator,
      ...options,
      '--no-type-check',
      '--tsconfig',
      'packages/contract/tsconfig.json',
      '-o',
      target,
    ]);
  });
}

/** Makes a file anew where what it is made of has changed. */
async function make(target, places, work) {
  const source = fingerprint(places);
  const stamp = join(root, `${target}.stamp`);
  if (existsSync(join(root, target)) && existsSync(stamp) && readFileSync(stamp, 'utf8') === source) return;
  await work(target);
  writeFileSync(stamp, source);
}

/** All files of some places, as one hash. */
function fingerprint(places) {
  const hash = createHash('sha256');
  const files = execFileSync('find', [...places, '-type', 'f'], { cwd: root, encoding: 'utf8' })
    .trim()
    .split('\n')
    .sort();
  for (const file of files) hash.update(file).update(readFileSync(join(root, file)));
  return hash.digest('hex');
}
