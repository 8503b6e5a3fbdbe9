import type { PaperResponse } from '@just-ledger/contract';
import { papersToGather, versionOf } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { paperToGather } from '../../platform/database/schema.js';
import type { Organisation } from '../organisations/organisation-store.js';

/** The papers an organisation needs, with what stands of each. */
export function papersOf(db: Db, organisation: Organisation): PaperResponse[] {
  const rows = db.select().from(paperToGather).where(eq(paperToGather.organisation, organisation.id)).all();
  const kept = new Map(rows.map((row) => [row.paper, row]));
  return papersToGather(organisation.kind, organisation.changeoverDate !== null).map((paper) => {
    const { state, note } = kept.get(paper.key) ?? { state: 'wanted' as const, note: '' };
    return { ...paper, state, note, version: versionOf({ state, note }) };
  });
}
