import { randomUUID } from 'node:crypto';
import { existsSync, mkdirSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { restore } from './areas/backups/backup.js';
import { decryptBackup, isEncrypted } from './areas/backups/encrypted-backup.js';
import { askedPassphrase } from './areas/backups/passphrase.js';
import { verifyBooks } from './areas/proofs/verify-books.js';
import { booksFile } from './platform/database/connection.js';
import { messageOf } from './platform/problems/message-of.js';

const [named, folder] = [process.argv[2], resolve(process.argv[3] ?? '.data/books')];
const backup = named && resolve(named);
if (!backup || !(existsSync(booksFile(backup)) || isEncrypted(backup))) {
  console.error('Name a backup: npm run restore -- <backup> [<data folder>]');
  process.exit(2);
}
process.umask(0o077);
/** Where an encrypted backup is decrypted to, by the name it had; it goes in the end. */
const decrypted = join(folder, `decrypted-${randomUUID()}`);
try {
  let source = backup;
  if (isEncrypted(backup)) {
    mkdirSync(decrypted, { recursive: true, mode: 0o700 });
    source = join(decrypted, /([^/\\]+)\.encrypted$/.exec(backup)?.[1] ?? 'backup');
    await decryptBackup(backup, source, await askedPassphrase('Passphrase of the backup'));
  }
  const aside = await restore(source, folder, (copy) => verifyBooks(copy, () => undefined));
  console.log(`Restored into ${folder}.${aside ? ` The books that were there are now ${aside}.` : ''}`);
} catch (error) {
  console.error(messageOf(error));
  process.exitCode = 1;
} finally {
  rmSync(decrypted, { recursive: true, force: true });
}
