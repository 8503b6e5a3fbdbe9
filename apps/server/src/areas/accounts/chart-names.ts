import type { ChartNames } from '@just-ledger/core';
import { eq } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { breakdown, taxCode } from '../../platform/database/schema.js';

/** How people name what accounts refer to beside the chart: breakdowns and tax codes, by their ids. */
export function chartNames(db: Db, organisation: number): ChartNames {
  const breakdowns = db
    .select({ id: breakdown.id, name: breakdown.name })
    .from(breakdown)
    .where(eq(breakdown.organisation, organisation))
    .all();
  const codes = db
    .select({ id: taxCode.id, code: taxCode.code })
    .from(taxCode)
    .where(eq(taxCode.organisation, organisation))
    .all();
  return {
    breakdowns: new Map(breakdowns.map(({ id, name }) => [id, name])),
    taxCodes: new Map(codes.map(({ id, code }) => [id, code])),
  };
}
