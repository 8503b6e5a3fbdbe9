import 'reflect-metadata';
import { DataFolderInUseError, takeDataFolder } from './platform/database/data-folder.js';
import { NewerBooksError, prepareBooks } from './platform/database/migrate.js';
import { prepareDerived } from './platform/derived/derived-file.js';
import { beginEpoch } from './platform/derived/epoch.js';
import { clearPassingFiles } from './platform/files/passing-files.js';
import { createUnattendedOwner } from './platform/sessions/unattended-owner.js';
import { settings } from './platform/settings.js';
import { derivations } from './composition/derivations.js';
import { createServer } from './composition/server.js';

try {
  takeDataFolder(settings.folder);
  clearPassingFiles(settings.folder);
  beginEpoch(prepareDerived(settings.folder, derivations));
  await prepareBooks(settings.folder);
  await createUnattendedOwner();
  const app = await createServer();
  await app.listen(settings.port, settings.host);
  console.log(`Just Ledger is ready: ${settings.origin ?? (await app.getUrl())}`);
} catch (error) {
  if (!(error instanceof DataFolderInUseError) && !(error instanceof NewerBooksError)) throw error;
  console.error(error.message);
  process.exit(1);
}
