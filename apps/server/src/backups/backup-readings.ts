import type { Db } from '../database/connection.js';
import { verifyBooks } from '../verify.js';

/** Reading a whole copy. */
export const backupReadings = {
  /** Reads every seal, line and total of a copy. @returns what is wrong with it */
  verifyCopy(_: Db, { folder }: { folder: string }): string[] {
    return verifyBooks(folder, () => undefined);
  },
};
