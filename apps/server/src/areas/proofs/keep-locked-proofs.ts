import { lockedProof } from '../../platform/database/schema.js';
import { defineCommand } from '../../platform/threads/task.js';
import type { WriteContext } from '../../platform/threads/write-context.js';
import { keptOf, type ProvedMonth } from './locked-proofs.js';

/** Keeps what was proved of locked months; of one whose proofs are kept already, nothing. */
export const keepLockedProofs = defineCommand(
  'keepLockedProofs',
  ({ db, clock }: WriteContext, { months }: { months: readonly ProvedMonth[] }): void => {
    const moment = clock.moment();
    for (const { organisation, period, entries, proofs } of months) {
      if (keptOf(db, organisation, period, entries).length > 0) continue;
      for (const { key, left, right } of proofs) {
        db.insert(lockedProof).values({ organisation, period, entries, key, left, right, at: moment }).run();
      }
    }
  },
);
