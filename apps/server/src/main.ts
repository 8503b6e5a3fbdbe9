import 'reflect-metadata';
import { finishRestoring } from './areas/backups/backup.js';
import { chainEndOf, reviewChainEnds } from './platform/database/chain-ends.js';
import { openForReading } from './platform/database/connection.js';
import {
  assertNoneMissing,
  assertWritable,
  BooksMissingError,
  DataFolderInUseError,
  takeDataFolder,
} from './platform/database/data-folder.js';
import { NewerBooksError, prepareBooks } from './platform/database/migrate.js';
import { prepareDerived } from './platform/derived/derived-file.js';
import { beginEpoch } from './platform/derived/epoch.js';
import { clearPassingFiles } from './platform/files/passing-files.js';
import { messageOf } from './platform/problems/message-of.js';
import { codeOf, isDiscFull, isNotWritable } from './platform/problems/told-error.js';
import { createUnattendedOwner } from './platform/sessions/unattended-owner.js';
import { settings } from './platform/settings.js';
import { keptBeside } from './composition/derivations.js';
import { createServer } from './composition/server.js';

/** Says what was committed before and is not in the books any more; it goes on to be told by the proofs. */
function reviewLastCommits(folder: string): void {
  const db = openForReading(folder);
  try {
    for (const { organisation, entries, seal } of reviewChainEnds(db, folder)) {
      const { entries: found } = chainEndOf(db, organisation);
      console.error(
        `Organisation ${organisation}: the books do not have what was committed last, entry no. ${entries} with the seal ${seal} and what happened until then; they end with entry no. ${found}. ` +
          'Their log (books.sqlite-wal) or a part of it was lost, or an earlier state was put in their place. Restore a backup that has it, or go on and look at the proofs.',
      );
    }
  } finally {
    db.$client.close();
  }
}

/** What keeps the server from starting, in words; undefined for what nobody reckoned with. */
function whyNotStarted(error: unknown): string | undefined {
  const { folder, host, port } = settings;
  const [code, message] = [codeOf(error), messageOf(error)];
  if (
    error instanceof DataFolderInUseError ||
    error instanceof NewerBooksError ||
    error instanceof BooksMissingError
  ) {
    return message;
  }
  if (isDiscFull(code)) return `The disc of ${folder} is full. Make room, and start again.`;
  // on a disc that is read only, a folder that cannot be made is said not to be there
  const isNotThere = code === 'ENOENT' && message.includes(folder);
  if (isNotWritable(code) || isNotThere || /^(SQLITE_CANTOPEN|EEXIST|ENOTDIR|ENAMETOOLONG|ELOOP)/.test(code)) {
    return `${folder} cannot be used: ${message}. It has to be a folder that whoever runs the server may write to.`;
  }
  if (/^SQLITE_(NOTADB|CORRUPT)/.test(code)) {
    return `The books in ${folder} are broken: ${message}. Restore a backup: npm run restore -- <backup> ${folder}`;
  }
  if (code === 'EADDRINUSE') return `Something else listens on ${host}:${port} already. PORT names another port.`;
  return undefined;
}

/** A server that is asked to end does so within this many milliseconds: what is not done by then is not done at all. */
const LAST_WORK = 4_000;

function endInTime(): void {
  const giveUp = (): void => {
    console.error('The server ends now. What it was still doing is given up; nothing of it was kept.');
    process.kill(process.pid, 'SIGKILL');
  };
  for (const signal of ['SIGTERM', 'SIGINT'] as const) {
    process.once(signal, () => setTimeout(giveUp, LAST_WORK).unref());
  }
}

try {
  const { folder } = settings;
  takeDataFolder(folder);
  if (finishRestoring(folder)) console.log('A restore that was not finished has been finished.');
  assertNoneMissing(folder);
  assertWritable(folder);
  clearPassingFiles(folder);
  beginEpoch(prepareDerived(folder, keptBeside));
  await prepareBooks(folder);
  reviewLastCommits(folder);
  await createUnattendedOwner();
  const app = await createServer();
  endInTime();
  await app.listen(settings.port, settings.host);
  console.log(`Just Ledger is ready: ${settings.origin ?? (await app.getUrl())}`);
} catch (error) {
  const why = whyNotStarted(error);
  if (why === undefined) throw error;
  console.error(why);
  process.exit(1);
}
