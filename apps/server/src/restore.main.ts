import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { restore } from './areas/backups/backup.js';
import { verifyBooks } from './areas/proofs/verify-books.js';
import { booksFile } from './platform/database/connection.js';
import { messageOf } from './platform/problems/message-of.js';

const [backup, folder] = [process.argv[2], resolve(process.argv[3] ?? '.data/books')];
if (!backup || !existsSync(booksFile(resolve(backup)))) {
  console.error('Name a backup: npm run restore -- <backup> [<data folder>]');
  process.exit(2);
}
try {
  const aside = await restore(resolve(backup), folder, (copy) => verifyBooks(copy, () => undefined));
  console.log(`Restored into ${folder}.${aside ? ` The books that were there are now ${aside}.` : ''}`);
} catch (error) {
  console.error(messageOf(error));
  process.exit(1);
}
