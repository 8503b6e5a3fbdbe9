import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { sealFromPaper, verifyBooks } from './areas/proofs/verify-books.js';
import { booksFile } from './platform/database/connection.js';

const { values, positionals } = parseArgs({
  allowPositionals: true,
  options: { expect: { type: 'string', multiple: true, default: [] } },
});
const folder = resolve(positionals[0] ?? '.data/books');
if (!existsSync(booksFile(folder))) {
  console.error(`There are no books in ${folder}.`);
  process.exit(2);
}
const expected = values.expect.map(sealFromPaper);
if (expected.includes(undefined)) {
  console.error('--expect takes the place of an entry and at least 8 signs of its seal: --expect 812:3fa2c1d09b7e');
  process.exit(2);
}
const wrong = await verifyBooks(
  folder,
  (line) => console.log(line),
  expected.flatMap((seal) => seal ?? []),
);
for (const sentence of wrong) console.error(sentence);
console.log(
  wrong.length === 0 ? 'Verified: nothing has been tampered with.' : `Not verified: ${wrong.length} finding(s).`,
);
process.exit(wrong.length === 0 ? 0 : 1);
