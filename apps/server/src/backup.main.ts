import { existsSync, rmSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { backUp } from './areas/backups/backup.js';
import { encryptBackup, wrongWithPassphrase } from './areas/backups/encrypted-backup.js';
import { askedPassphrase } from './areas/backups/passphrase.js';
import { verifyBooks } from './areas/proofs/verify-books.js';
import { booksFile } from './platform/database/connection.js';
import { backupsFolder } from './platform/database/ends-beside.js';
import { messageOf } from './platform/problems/message-of.js';

const [named, intoNamed] = process.argv.slice(2).filter((word) => word !== '--encrypted');
const isEncrypted = process.argv.includes('--encrypted');
const folder = resolve(named ?? '.data/books');
const into = resolve(intoNamed ?? backupsFolder(folder));
if (!existsSync(booksFile(folder))) {
  console.error(`There are no books in ${folder}.`);
  process.exit(2);
}
process.umask(0o077);
try {
  const passphrase = isEncrypted ? await askedPassphrase('Passphrase of the backup') : undefined;
  const wrong = passphrase === undefined ? undefined : wrongWithPassphrase(passphrase);
  if (wrong) throw new Error(wrong);
  // what is encrypted stands for itself: the copy that it was made of goes
  const plain = passphrase === undefined ? into : join(into, `.being-encrypted-${process.pid}`);
  const { folder: made, bytes, lacking } = await backUp(folder, plain, (copy) => verifyBooks(copy, () => undefined));
  try {
    const kept = passphrase === undefined ? made : await encryptBackup(made, into, passphrase);
    console.log(
      `Backed up${isEncrypted ? ', verified and encrypted' : ' and verified'}: ${kept} (${bytes.toLocaleString('en')} bytes)`,
    );
  } finally {
    if (plain !== into) rmSync(plain, { recursive: true, force: true });
  }
  for (const sentence of lacking) console.error(sentence);
  process.exit(lacking.length === 0 ? 0 : 1);
} catch (error) {
  console.error(messageOf(error));
  process.exit(1);
}
