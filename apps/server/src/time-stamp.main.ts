import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { longMoment } from '@just-ledger/core';
import { chainEnd } from './areas/periods/period-store.js';
import { booksFile, openForReading } from './platform/database/connection.js';
import { organisation } from './platform/database/schema.js';
import { settings } from './platform/settings.js';
import { askForTimeStamp } from './platform/time-stamps/time-stamps.js';

const folder = resolve(process.argv[2] ?? '.data/books');
if (!existsSync(booksFile(folder))) {
  console.error(`There are no books in ${folder}.`);
  process.exit(2);
}
const db = openForReading(folder);
let failed = 0;
for (const { id, name } of db.select({ id: organisation.id, name: organisation.name }).from(organisation).all()) {
  const end = chainEnd(db, id);
  if (end.entries === 0) continue;
  try {
    const moment = await askForTimeStamp(folder, settings.timeStamps, { organisation: id, ...end });
    console.log(`${name}: ${end.entries} entries, stamped on ${longMoment(moment)}`);
  } catch (error) {
    failed += 1;
    console.error(`${name}: ${error instanceof Error ? error.message : String(error)}`);
  }
}
process.exit(failed === 0 ? 0 : 1);
