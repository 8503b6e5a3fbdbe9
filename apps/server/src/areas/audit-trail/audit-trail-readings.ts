import type { SetUpChangesQuery } from '@just-ledger/contract';
import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { setUpChangesOf } from './set-up-change-store.js';

/** What became of the set-up, the latest first. */
export const setUpChanges = defineReading(
  'setUpChanges',
  (db: Db, { organisation, query }: { organisation: number; query: SetUpChangesQuery }) =>
    setUpChangesOf(db, organisation, query),
);
