import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { restore } from './backups/backup.js';
import { booksFile } from './database/connection.js';
import { verifyBooks } from './verify.js';

const [backup, folder] = [process.argv[2], resolve(process.argv[3] ?? '.data/books')];
if (!backup || !existsSync(booksFile(resolve(backup)))) {
  console.error('Name a backup: npm run restore -- <backup> [<data folder>]');
  process.exit(2);
}
try {
  const aside = await restore(resolve(backup), folder, (copy) => verifyBooks(copy, () => undefined));
  console.log(`Restored into ${folder}.${aside ? ` The books that were there are now ${aside}.` : ''}`);
} catch (error) {
  console.error((error as Error).message);
  process.exit(1);
}
