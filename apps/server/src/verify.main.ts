import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { verifyBooks } from './areas/proofs/verify-books.js';
import { booksFile } from './platform/database/connection.js';

const folder = resolve(process.argv[2] ?? '.data/books');
if (!existsSync(booksFile(folder))) {
  console.error(`There are no books in ${folder}.`);
  process.exit(2);
}
const wrong = verifyBooks(folder, (line) => console.log(line));
for (const sentence of wrong) console.error(sentence);
console.log(
  wrong.length === 0 ? 'Verified: nothing has been tampered with.' : `Not verified: ${wrong.length} finding(s).`,
);
process.exit(wrong.length === 0 ? 0 : 1);
