import { DataFolderInUseError, takeDataFolder } from '@just-ledger/server/platform/database/data-folder';
import { existsSync, renameSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { DEMO_SIGN_IN, DEMO_TODAY } from './demo-sign-in.js';

const folder = resolve(process.env['JUST_LEDGER_DATA'] ?? '.data/demo');
if (process.argv.includes('--reset')) {
  try {
    takeDataFolder(folder)();
  } catch (error) {
    if (!(error instanceof DataFolderInUseError)) throw error;
    console.error(error.message);
    process.exit(1);
  }
  rmSync(folder, { recursive: true, force: true });
}

// written beside first, so that an interrupted start leaves no half sample behind
if (!existsSync(join(folder, 'books.sqlite'))) {
  const unfinished = `${folder}.unfinished`;
  rmSync(unfinished, { recursive: true, force: true });
  console.log('Writing the sample books …');
  const { writeDemo } = await import('./write-demo.js');
  await writeDemo(unfinished);
  rmSync(folder, { recursive: true, force: true });
  renameSync(unfinished, folder);
}
process.env['JUST_LEDGER_DATA'] = folder;
process.env['JUST_LEDGER_TODAY'] = DEMO_TODAY;
console.log(
  `Sign in as ${DEMO_SIGN_IN.email} with the password “${DEMO_SIGN_IN.password}”. The books stand at ${DEMO_TODAY}.`,
);
await import('@just-ledger/server/main');
