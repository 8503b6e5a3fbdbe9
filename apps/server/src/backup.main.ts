import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { backUp } from './areas/backups/backup.js';
import { verifyBooks } from './areas/proofs/verify-books.js';
import { booksFile } from './platform/database/connection.js';
import { backupsFolder } from './platform/database/ends-beside.js';
import { messageOf } from './platform/problems/message-of.js';

const folder = resolve(process.argv[2] ?? '.data/books');
const into = resolve(process.argv[3] ?? backupsFolder(folder));
if (!existsSync(booksFile(folder))) {
  console.error(`There are no books in ${folder}.`);
  process.exit(2);
}
process.umask(0o077);
try {
  const { folder: made, bytes, lacking } = await backUp(folder, into, (copy) => verifyBooks(copy, () => undefined));
  console.log(`Backed up and verified: ${made} (${bytes.toLocaleString('en')} bytes)`);
  for (const sentence of lacking) console.error(sentence);
  process.exit(lacking.length === 0 ? 0 : 1);
} catch (error) {
  console.error(messageOf(error));
  process.exit(1);
}
