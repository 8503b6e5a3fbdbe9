import 'reflect-metadata';
import { settings } from './settings.js';
import { DataFolderInUseError, takeDataFolder } from './database/data-folder.js';
import { NewerBooksError, prepareBooks } from './database/migrate.js';
import { createUnattendedOwner } from './sessions/unattended-owner.js';
import { createServer } from './server.js';

try {
  takeDataFolder(settings.folder);
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
