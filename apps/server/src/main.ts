import 'reflect-metadata';
import { chainEndOf, reviewChainEnds } from './platform/database/chain-ends.js';
import { openForReading } from './platform/database/connection.js';
import { DataFolderInUseError, takeDataFolder } from './platform/database/data-folder.js';
import { NewerBooksError, prepareBooks } from './platform/database/migrate.js';
import { prepareDerived } from './platform/derived/derived-file.js';
import { beginEpoch } from './platform/derived/epoch.js';
import { clearPassingFiles } from './platform/files/passing-files.js';
import { createUnattendedOwner } from './platform/sessions/unattended-owner.js';
import { settings } from './platform/settings.js';
import { derivations } from './composition/derivations.js';
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

try {
  takeDataFolder(settings.folder);
  clearPassingFiles(settings.folder);
  beginEpoch(prepareDerived(settings.folder, derivations));
  await prepareBooks(settings.folder);
  reviewLastCommits(settings.folder);
  await createUnattendedOwner();
  const app = await createServer();
  await app.listen(settings.port, settings.host);
  console.log(`Just Ledger is ready: ${settings.origin ?? (await app.getUrl())}`);
} catch (error) {
  if (!(error instanceof DataFolderInUseError) && !(error instanceof NewerBooksError)) throw error;
  console.error(error.message);
  process.exit(1);
}
