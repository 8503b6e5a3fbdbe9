import type { Db } from '../../platform/database/connection.js';
import { defineReading } from '../../platform/threads/task.js';
import { draftOf, draftResponse, draftsOf } from './draft-store.js';

/** All drafts, the one changed last first. */
export const drafts = defineReading('drafts', (db: Db, { organisation }: { organisation: number }) =>
  draftsOf(db, organisation),
);

/** One draft. */
export const draftById = defineReading(
  'draftById',
  (db: Db, { organisation, id }: { organisation: number; id: number }) =>
    draftResponse(db, draftOf(db, organisation, id)),
);
