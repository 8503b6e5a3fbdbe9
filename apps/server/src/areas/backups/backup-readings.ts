import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { verifyBooks } from '../proofs/verify-books.js';

/** Reads every seal, line and total of a copy. @returns what is wrong with it */
export const verifyCopy = defineReading(
  'verifyCopy',
  (_: Db, { folder }: { folder: string }) => verifyBooks(folder, () => undefined),
  {
    isBesideBooks: true,
  },
);
