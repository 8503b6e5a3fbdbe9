import { type Arrangement, USUAL_ARRANGEMENT } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { arrangement } from '../../platform/database/schema.js';
import { keptWithChart } from '../accounts/chart-version.js';

/** How an organisation arranges its statements. */
export function arrangementOf(db: Db, organisation: number): Arrangement {
  return keptArrangement(db, organisation) ?? USUAL_ARRANGEMENT;
}

/** The arrangement as it is kept, with its version; undefined where nothing was ever arranged. */
export function keptArrangement(db: Db, organisation: number) {
  return keptWithChart(db, organisation, 'arrangement', () =>
    db.select().from(arrangement).where(eq(arrangement.organisation, organisation)).get(),
  );
}
