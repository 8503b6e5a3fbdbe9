import type { BooksStatusResponse } from '@just-ledger/contract';
import { type CivilDate, formatAmount, minor, parseCivilDate, takeOnStatus } from '@just-ledger/core';
import { and, desc, eq, ne, sql } from 'drizzle-orm';
import type { Db } from '../../platform/database/connection.js';
import { draft, entry } from '../../platform/database/schema.js';
import { defineReading } from '../../platform/threads/task.js';
import { papersOf } from '../gathering/paper-store.js';
import { type Organisation, organisationOf } from '../organisations/organisation-store.js';
import { chainEnd, fiscalYearsResponse } from '../periods/period-store.js';
import { proofsAt } from '../proofs/proof-readings.js';
import { dueOccurrences, recurringJournalsOf } from '../recurring/recurring-store.js';
import { isSignedOff, loadTakeOn } from '../take-on/take-on-store.js';

/** Where an organisation stands on a day. */
export const booksStatus = defineReading(
  'booksStatus',
  (db: Db, { organisation, today: day }: { organisation: number; today: string }): BooksStatusResponse => {
    const today = parseCivilDate(day);
    const record = organisationOf(db, organisation);
    const latest = db
      .select({ date: entry.date })
      .from(entry)
      .where(eq(entry.organisation, organisation))
      .orderBy(desc(entry.date))
      .limit(1)
      .get();
    const drafts = db
      .select({ count: sql<number>`count(*)` })
      .from(draft)
      .where(and(eq(draft.organisation, organisation), ne(draft.state, 'discarded')))
      .get();
    const { years } = fiscalYearsResponse(db, record, today);
    const isOver = (to: string): boolean => to < today;
    const months = years.filter((year) => !year.closed).flatMap((year) => year.periods);
    const toClose = years.find(
      (year) => isOver(year.to) && !year.closed && year.periods.some((period) => period.entries > 0),
    );
    const isYoung =
      !isSignedOff(db, organisation) &&
      !years.some((year) => year.closed || year.periods.some((period) => period.locked));
    const proofs = proofsAt(db, { organisation, asAt: today });
    return {
      organisation,
      entries: chainEnd(db, organisation).entries,
      lastDate: latest?.date ?? null,
      drafts: drafts?.count ?? 0,
      due: recurringJournalsOf(db, organisation).reduce(
        (sum, journal) => sum + dueOccurrences(db, journal, today).length,
        0,
      ),
      openMonths: months.filter((period) => isOver(period.to) && period.entries > 0 && !period.locked).length,
      yearToClose: toClose?.name ?? null,
      papersWanted: isYoung ? papersOf(db, record).filter((paper) => paper.state === 'wanted').length : 0,
      takeOnDifference: takeOnDifference(db, record, today),
      proofs: proofs.length,
      proofsFailing: proofs.filter((proof) => !proof.holds).length,
    };
  },
);

/** What a take-on on its way differs by: the old trial balance by itself, and each tray against its accounts. */
function takeOnDifference(db: Db, { id, baseCurrency }: Organisation, today: CivilDate): string | null {
  if (isSignedOff(db, id)) return null;
  const { rows, trays, on } = loadTakeOn(db, id, today);
  if (Object.values(rows).every((some) => some.length === 0)) return null;
  const { outBy, trays: statuses } = takeOnStatus(trays, on);
  const total = statuses.reduce((sum, { difference }) => sum + Math.abs(difference), Math.abs(outBy));
  return formatAmount(minor(total), baseCurrency);
}
