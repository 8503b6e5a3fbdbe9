import type { Db } from '../database/connection.js';
import { lookAtDerivedFirst } from './derived-to.js';

/** Reads the books, and what is derived of them, as they stand at one moment, whatever is committed meanwhile. */
export function atOneMoment<T>(db: Db, read: () => T): T {
  return db.$client.transaction(() => {
    lookAtDerivedFirst(db);
    return read();
  })();
}
