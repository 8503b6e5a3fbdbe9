import { type CivilDate, minor, type Percent, type Side, type TaxGroup, type TaxSum } from '@just-ledger/core';
import { sql, type SQL } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import type { Settlement } from './settlement-store.js';

/** A period with what decides in which group its lines stand. */
export interface ReportedPeriod {
  readonly from: CivilDate;
  readonly to: CivilDate;
  /** The last settlement before it, and its own, as they stand. */
  readonly before: Settlement | undefined;
  readonly own: Settlement | undefined;
}

/** The period with the settlements that stand around it. */
export function reportedPeriod(from: CivilDate, to: CivilDate, settled: readonly Settlement[]): ReportedPeriod {
  return {
    from,
    to,
    before: settled.findLast((settlement) => settlement.to < from),
    own: settled.find((settlement) => settlement.from === from && settlement.to === to),
  };
}

/** A line of a tax as it counts: its group, and the rate of the taxed lines that it belongs to. */
interface CountedLine {
  readonly code: number;
  readonly side: Side | null;
  readonly rate: Percent;
  readonly group: TaxGroup;
  readonly amount: number;
  readonly base: number;
  readonly adjustment: number;
}

/** What the lines of a code come to in a period, by group, rate and side. */
export function taxSums(db: Db, organisation: number, code: number, period: ReportedPeriod): TaxSum[] {
  const rows = db.all<CountedLine>(sql`
    SELECT ${code} AS code, side, rate, "group", sum(amount) AS amount, sum(base) AS base, sum(adjustment) AS adjustment
    FROM (${countedLines(organisation, code, period)}) GROUP BY side, rate, "group"`);
  return rows.map(({ side, amount, base, adjustment, ...row }) => ({
    ...row,
    side: side ?? undefined,
    amount: minor(amount),
    base: minor(base),
    adjustment: minor(adjustment),
  }));
}

/** The lines of a code that a period reports, one by one. */
export function countedLines(organisation: number, code: number, { from, to, before, own }: ReportedPeriod): SQL {
  const settledAt = own?.place ?? Number.MAX_SAFE_INTEGER;
  const dated = linesOf(
    organisation,
    code,
    sql`CASE WHEN l.entry > ${settledAt} THEN 'since' WHEN l.entry IN (${correcting(organisation, from, to)})
      THEN 'corrections' ELSE 'period' END`,
    sql`l.date BETWEEN ${from} AND ${to}`,
  );
  if (!before) return dated;
  const late = linesOf(
    organisation,
    code,
    sql`'late'`,
    sql`l.date <= ${before.to} AND l.entry > ${before.place} AND l.entry < ${settledAt}`,
  );
  return sql`${dated} UNION ALL ${late}`;
}

/**
 * Lines of a code under a condition; lines that are tax take the rate of the taxed lines of their entry. The plus keeps the
 * planner from reading all lines of the code for each of them.
 */
function linesOf(organisation: number, code: number, group: SQL, condition: SQL): SQL {
  return sql`SELECT l.entry AS entry, l.date AS date, l.tax_side AS side, l.amount AS amount, l.tax_base AS base,
      coalesce(l.tax_adjustment, 0) AS adjustment, ${group} AS "group",
      CASE WHEN l.tax_side IS NULL THEN l.tax_rate ELSE coalesce((SELECT t.tax_rate FROM line AS t
        WHERE t.organisation = l.organisation AND t.entry = l.entry AND +t.tax_code = l.tax_code AND t.tax_side IS NULL
        LIMIT 1), l.tax_rate) END AS rate
    FROM line AS l INDEXED BY line_tax
    WHERE l.organisation = ${organisation} AND l.tax_code = ${code} AND ${condition}`;
}

/** The places of entries of a span that reverse or correct one from before it. */
function correcting(organisation: number, from: CivilDate, to: CivilDate): SQL {
  return sql`SELECT e.place FROM entry AS e JOIN entry AS o ON o.organisation = e.organisation AND o.place = e.reverses
      WHERE e.organisation = ${organisation} AND e.reverses IS NOT NULL AND e.date BETWEEN ${from} AND ${to}
        AND o.date < ${from}
    UNION SELECT c.place FROM entry_correction AS c
      JOIN entry AS e ON e.organisation = c.organisation AND e.place = c.place
      JOIN entry AS o ON o.organisation = c.organisation AND o.place = c.corrects
      WHERE c.organisation = ${organisation} AND e.date BETWEEN ${from} AND ${to} AND o.date < ${from}`;
}
